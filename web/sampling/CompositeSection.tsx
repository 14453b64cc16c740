import { samplingRoutes } from '@mercato/contract/sampling/routes';
import { send } from '../api/routes.ts';
import type { SamplingView } from '@mercato/contract/sampling/sampling';
import { newCompositeSchema } from '@mercato/contract/sampling/vessels';
import { Exact, toGrams, type MassUnit } from '@mercato/core/units/mass';
import { useQueryClient } from '@tanstack/react-query';
import { useState, type JSX } from 'react';
import Button from 'react-bootstrap/Button';
import { useSession } from '../api/session.tsx';
import { Earlier } from '../register/bench.tsx';
import { plainFigure, useEntry } from '../ui/entry.ts';
import { EntryForm } from '../ui/EntryForm.tsx';
import { MassField, TextField } from '../ui/fields.tsx';

/** All primary samples poured together: what they weigh, and what was lost on the way. */
export function CompositeSection({ view }: { view: SamplingView }): JSX.Element | null {
  const { may } = useSession();
  const [pouring, setPouring] = useState(false);
  const { composite, draw } = view;
  if (view.sentIn) return null;
  const ready = draw ? draw.primaries.every((one) => one.taken) : view.plan !== null;
  if (composite)
    return (
      <>
        <h2 style={{ marginTop: 22 }}>Composite sample</h2>
        <p>
          <span className="fig">{composite.vessel.code}</span> ·{' '}
          <b className="fig">
            {composite.vessel.mass?.text} {composite.vessel.mass?.unit}
          </b>
          {composite.fields.loss && Number(composite.fields.loss.text) > 0 && (
            <span className="soft">
              {' '}
              · {composite.fields.loss.text} {composite.fields.loss.unit} lost in pouring
            </span>
          )}
          {composite.unweighed > 0 && (
            <span className="soft">
              {' '}
              · {composite.unweighed} primary samples were not weighed, so the masses cannot be balanced
            </span>
          )}{' '}
          <Earlier field={composite.fields.mass} />
        </p>
      </>
    );
  if (view.submitted || !ready || !may('sampling.write')) return null;
  return (
    <>
      <h2 style={{ marginTop: 22 }}>Composite sample</h2>
      {pouring ? (
        <CompositeForm view={view} leave={() => setPouring(false)} />
      ) : (
        <div className="actions">
          <Button variant="outline-primary" onClick={() => setPouring(true)}>
            Pour the primary samples together …
          </Button>
          <span className="soft">or record the submitted sample at once, when it is the whole of them</span>
        </div>
      )}
    </>
  );
}

function CompositeForm({ view, leave }: { view: SamplingView; leave: () => void }): JSX.Element {
  const client = useQueryClient();
  const weighed = (view.draw?.primaries ?? []).flatMap((one) => one.taken?.mass ?? []);
  const sum = weighed.reduce((total, one) => total.plus(toGrams(one)), new Exact(0));
  const initial: { text: string; unit: MassUnit; loss: string } = { text: '', unit: 'g', loss: '0' };
  const entry = useEntry(
    initial,
    (values) => ({
      mass: { text: plainFigure(values.text), unit: values.unit },
      loss: { text: plainFigure(values.loss), unit: 'g' },
    }),
    newCompositeSchema,
    async (body, key) => {
      await send(client, samplingRoutes.pour, { lot: view.lot.id }, body, { key });
    },
  );
  const { values, set, fault, field } = entry;
  return (
    <EntryForm entry={entry} send="Poured together" leave={leave}>
      <div className="fields" style={{ maxWidth: 760 }}>
        <MassField
          label="mass of the composite sample"
          text={values.text}
          unit={values.unit}
          onChange={set}
          fault={fault('mass.text') ?? fault('mass')}
          hint={
            view.draw && weighed.length === view.draw.primaries.length
              ? `the primary samples weigh ${sum.toString()} g together`
              : 'not every primary sample was weighed: the balance cannot be checked'
          }
        />
        <TextField
          label="lost in pouring, g"
          figure
          inputMode="decimal"
          {...field('loss', 'loss.text', 'loss')}
          hint="dust and spilled seed"
        />
      </div>
    </EntryForm>
  );
}
