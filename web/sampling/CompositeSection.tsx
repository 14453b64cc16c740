import { useState } from 'react';
import { Stack } from 'react-bootstrap';
import { samplingRoutes } from '@mercato/contract/sampling/routes';
import type { SamplingView } from '@mercato/contract/sampling/sampling';
import { newCompositeSchema } from '@mercato/contract/sampling/vessels';
import { Exact, toGrams } from '@mercato/core/units/mass';
import { useSession } from '../api/session.tsx';
import { Earlier } from '../register/bench.tsx';
import { Quiet } from '../ui/Buttons.tsx';
import { EntryForm } from '../ui/EntryForm.tsx';
import { Field } from '../ui/Field.tsx';
import { to, useEntry } from '../ui/entry.ts';

/** All primary samples poured together: what they weigh, and what was lost on the way. */
export function CompositeSection({ view }: { view: SamplingView }) {
  const { may } = useSession();
  const [pouring, setPouring] = useState(false);
  const { composite, draw } = view;
  if (view.sentIn) return null;
  const ready = draw ? draw.primaries.every((one) => one.taken) : view.plan !== null;
  if (composite)
    return (
      <>
        <h2 className="mt-4">Composite sample</h2>
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
      <h2 className="mt-4">Composite sample</h2>
      {pouring ? (
        <CompositeForm view={view} leave={() => setPouring(false)} />
      ) : (
        <Stack direction="horizontal" gap={2} className="actions">
          <Quiet onClick={() => setPouring(true)}>Pour the primary samples together …</Quiet>
          <span className="soft">or record the submitted sample at once, when it is the whole of them</span>
        </Stack>
      )}
    </>
  );
}

function CompositeForm({ view, leave }: { view: SamplingView; leave: () => void }) {
  const weighed = (view.draw?.primaries ?? []).flatMap((one) => one.taken?.mass ?? []);
  const sum = weighed.reduce((total, one) => total.plus(toGrams(one)), new Exact(0));
  const entry = useEntry({
    from: { mass: { text: '', unit: 'g' }, loss: { text: '0', unit: 'g' } },
    schema: newCompositeSchema,
    send: to(samplingRoutes.pour, { lot: view.lot.id }),
  });
  return (
    <EntryForm entry={entry} send="Combine" leave={leave}>
      <div className="fields w-text">
        <Field
          entry={entry}
          name="mass"
          hint={
            view.draw && weighed.length === view.draw.primaries.length
              ? `the primary samples weigh ${sum.toString()} g together`
              : 'not every primary sample was weighed: the balance cannot be checked'
          }
        />
        <Field entry={entry} name="loss.text" path={['loss.text', 'loss']} />
      </div>
    </EntryForm>
  );
}
