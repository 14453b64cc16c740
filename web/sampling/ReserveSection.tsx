import { useState } from 'react';
import { Stack } from 'react-bootstrap';
import { Link } from 'react-router';
import { samplingRoutes } from '@mercato/contract/sampling/routes';
import type { SamplingView } from '@mercato/contract/sampling/sampling';
import { newReserveSchema } from '@mercato/contract/sampling/vessels';
import { shortDay, useSession } from '../api/session.tsx';
import { Quiet } from '../ui/Buttons.tsx';
import { EntryForm } from '../ui/EntryForm.tsx';
import { Field } from '../ui/Field.tsx';
import { to, useEntry } from '../ui/entry.ts';

/** What is kept for a second look, where, and until when. */
export function ReserveSection({ view }: { view: SamplingView }) {
  const { session, may } = useSession();
  const [keeping, setKeeping] = useState(false);
  const { reserves, submitted, composite, lot } = view;
  if (!session || (!submitted && !composite)) return null;
  return (
    <>
      <h2 className="mt-4">Reserve samples</h2>
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
        <Stack direction="horizontal" gap={2} className="actions">
          {may('sampling.write') && <Quiet onClick={() => setKeeping(true)}>Keep a reserve sample …</Quiet>}
          <Link to={`/lots/${lot.id}/vessels`}>All samples of the lot, and who has them</Link>
        </Stack>
      )}
    </>
  );
}

function ReserveForm({ view, today, leave }: { view: SamplingView; today: string; leave: () => void }) {
  const { submitted, composite, lot } = view;
  const sources = [
    ...(submitted ? [[submitted.vessel.id, `the submitted sample ${submitted.vessel.code}`] as const] : []),
    ...(composite ? [[composite.vessel.id, `the composite sample ${composite.vessel.code}`] as const] : []),
  ];
  const entry = useEntry({
    from: {
      from: sources[0]?.[0] ?? '',
      mass: { text: '', unit: 'g' },
      place: '',
      // A year or more, by domain practice; the day is a proposal.
      discardOn: `${Number(today.slice(0, 4)) + 1}${today.slice(4) === '-02-29' ? '-03-01' : today.slice(4)}`,
    },
    schema: newReserveSchema,
    send: to(samplingRoutes.reserve, { lot: lot.id }, { done: leave }),
  });
  return (
    <EntryForm entry={entry} send="Save" leave={leave}>
      <div className="fields w-text">
        <Field entry={entry} name="from" options={sources} />
        <Field entry={entry} name="mass" />
        <Field entry={entry} name="place" />
        <Field entry={entry} name="discardOn" />
      </div>
    </EntryForm>
  );
}
