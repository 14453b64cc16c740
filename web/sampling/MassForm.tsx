import { samplingRoutes } from '@mercato/contract/sampling/routes';
import { send } from '../api/routes.ts';
import { vesselMassSchema, type VesselNode } from '@mercato/contract/sampling/vessels';
import { useQueryClient } from '@tanstack/react-query';
import type { JSX } from 'react';
import { plainFigure, unlessEmpty, useEntry } from '../ui/entry.ts';
import { EntryForm } from '../ui/EntryForm.tsx';
import { MassField, TextField } from '../ui/fields.tsx';

/** Corrects what a vessel weighs, with the reason. */
export function MassForm({ node }: { node: VesselNode }): JSX.Element {
  const client = useQueryClient();
  const entry = useEntry(
    { text: node.mass?.text ?? '', unit: node.mass?.unit ?? 'g', reason: '' },
    (values) => ({
      mass: { text: plainFigure(values.text), unit: values.unit },
      ...unlessEmpty('reason', values.reason),
    }),
    vesselMassSchema,
    async (body, key) => {
      await send(client, samplingRoutes.correctMass, { vessel: node.id }, body, { version: node.version, key });
    },
  );
  const { values, set, fault, field } = entry;
  return (
    <details>
      <summary className="soft">Correct its mass</summary>
      <EntryForm entry={entry} send="Correct the mass" quiet>
        <MassField
          label="mass"
          text={values.text}
          unit={values.unit}
          onChange={set}
          fault={fault('mass.text') ?? fault('mass')}
        />
        <TextField label="why it is corrected" {...field('reason')} />
      </EntryForm>
    </details>
  );
}
