import { samplingRoutes } from '@mercato/contract/sampling/routes';
import { send } from '../api/routes.ts';
import type { SamplingView } from '@mercato/contract/sampling/sampling';
import { newReserveSchema } from '@mercato/contract/sampling/vessels';
import type { MassUnit } from '@mercato/core/units/mass';
import { useQueryClient } from '@tanstack/react-query';
import { useState, type JSX } from 'react';
import Button from 'react-bootstrap/Button';
import { Link } from 'react-router';
import { shortDay, useSession } from '../api/session.tsx';
import { plainFigure, useEntry } from '../ui/entry.ts';
import { EntryForm } from '../ui/EntryForm.tsx';
import { ChoiceField, MassField, TextField } from '../ui/fields.tsx';

/** What is kept for a second look, where, and until when. */
export function ReserveSection({ view }: { view: SamplingView }): JSX.Element | null {
  const { session, may } = useSession();
  const [keeping, setKeeping] = useState(false);
  const { reserves, submitted, composite, lot } = view;
  if (!session || (!submitted && !composite)) return null;
  return (
    <>
      <h2 style={{ marginTop: 22 }}>Reserve samples</h2>
      {reserves.map(({ vessel, discardOn, gone }) => (
        <p key={vessel.id}>
          <Link className="fig" to={`/lots/${lot.id}/vessels?at=${vessel.id}`}>
            {vessel.code}
          </Link>{' '}
          ·{' '}
          <span className="fig">
            {vessel.mass?.text} {vessel.mass?.unit}
          </span>{' '}
          · {vessel.place} ·{' '}
          {gone ??
            (discardOn !== null && discardOn < session.today ? (
              <b>may be discarded since {shortDay(discardOn)}</b>
            ) : (
              `kept to ${discardOn ?? ''}`
            ))}
        </p>
      ))}
      {keeping ? (
        <ReserveForm view={view} today={session.today} leave={() => setKeeping(false)} />
      ) : (
        <div className="actions">
          {may('sampling.write') && (
            <Button variant="outline-primary" onClick={() => setKeeping(true)}>
              Keep a reserve …
            </Button>
          )}
          <Link to={`/lots/${lot.id}/vessels`}>All vessels of the lot, and who has them</Link>
        </div>
      )}
    </>
  );
}

function ReserveForm({ view, today, leave }: { view: SamplingView; today: string; leave: () => void }): JSX.Element {
  const client = useQueryClient();
  const { submitted, composite, lot } = view;
  const sources = [
    ...(submitted ? [[submitted.vessel.id, `the submitted sample ${submitted.vessel.code}`] as const] : []),
    ...(composite ? [[composite.vessel.id, `the composite sample ${composite.vessel.code}`] as const] : []),
  ];
  // A year or more, by domain practice; the day is a proposal.
  const initial: { from: string; text: string; unit: MassUnit; place: string; discardOn: string } = {
    from: sources[0]?.[0] ?? '',
    text: '',
    unit: 'g',
    place: '',
    discardOn: `${Number(today.slice(0, 4)) + 1}${today.slice(4) === '-02-29' ? '-03-01' : today.slice(4)}`,
  };
  const entry = useEntry(
    initial,
    (values) => ({
      from: values.from,
      mass: { text: plainFigure(values.text), unit: values.unit },
      place: values.place.trim(),
      discardOn: values.discardOn,
    }),
    newReserveSchema,
    async (body, key) => {
      await send(client, samplingRoutes.reserve, { lot: lot.id }, body, { key });
      leave();
    },
  );
  const { values, set, fault, field } = entry;
  return (
    <EntryForm entry={entry} send="Keep it" leave={leave}>
      <div className="fields" style={{ maxWidth: 860 }}>
        <ChoiceField label="of" {...field('from')} options={sources} />
        <MassField
          label="mass of the reserve sample"
          text={values.text}
          unit={values.unit}
          onChange={set}
          fault={fault('mass.text') ?? fault('mass')}
        />
        <TextField label="kept at" {...field('place')} hint="cool and dry" />
        <TextField label="kept to" type="date" {...field('discardOn')} hint="a year or more, by custom" />
      </div>
    </EntryForm>
  );
}
