import { samplingRoutes } from '@mercato/contract/sampling/routes';
import { vesselMassSchema, type VesselNode } from '@mercato/contract/sampling/vessels';
import { EntryForm } from '../ui/EntryForm.tsx';
import { Field } from '../ui/Field.tsx';
import { Fold } from '../ui/Fold.tsx';
import { to, useEntry } from '../ui/entry.ts';

/** Corrects what a vessel weighs, with the reason. */
export function MassForm({ node }: { node: VesselNode }) {
  const entry = useEntry({
    from: { mass: { text: node.mass?.text ?? '', unit: node.mass?.unit ?? 'g' }, reason: '' },
    schema: vesselMassSchema,
    send: to(samplingRoutes.correctMass, { vessel: node.id }, { version: node.version }),
  });
  return (
    <Fold title="Correct its mass">
      <EntryForm entry={entry} send="Correct the mass" quiet waits>
        <Field entry={entry} name="mass" />
        <Field entry={entry} name="reason" />
      </EntryForm>
    </Fold>
  );
}
