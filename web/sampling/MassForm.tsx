import { vesselMassSchema, type VesselNode, type VesselTree } from '@mercato/contract/sampling/vessels';
import { useQueryClient } from '@tanstack/react-query';
import type { JSX } from 'react';
import { write } from '../api/client.ts';
import { plainFigure, unlessEmpty, useDraft } from '../ui/draft.ts';
import { DraftForm } from '../ui/DraftForm.tsx';
import { MassField, TextField } from '../ui/fields.tsx';

/** Corrects what a vessel weighs, with the reason. */
export function MassForm({ node, tree }: { node: VesselNode; tree: VesselTree }): JSX.Element {
  const client = useQueryClient();
  const draft = useDraft(
    { text: node.mass?.text ?? '', unit: node.mass?.unit ?? 'g', reason: '' },
    (values) => ({
      mass: { text: plainFigure(values.text), unit: values.unit },
      ...unlessEmpty('reason', values.reason),
    }),
    vesselMassSchema,
    async (body, key) => {
      client.setQueryData(
        ['vessels', tree.lot.id],
        await write<VesselTree>('PUT', `/vessels/${node.id}/mass`, body, { version: node.version, key }),
      );
      await client.invalidateQueries({ queryKey: ['sampling', tree.lot.id] });
    },
  );
  const { values, set, fault, field } = draft;
  return (
    <details>
      <summary className="soft">Correct its mass</summary>
      <DraftForm draft={draft} send="Correct the mass" quiet>
        <MassField
          label="mass"
          text={values.text}
          unit={values.unit}
          onChange={set}
          fault={fault('mass.text') ?? fault('mass')}
        />
        <TextField label="why it is corrected" {...field('reason')} />
      </DraftForm>
    </details>
  );
}
