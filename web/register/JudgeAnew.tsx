import { useQuery } from '@tanstack/react-query';
import { useNavigate } from 'react-router';
import type { LotSheet } from '@mercato/contract/register/lots';
import { lotRoutes } from '@mercato/contract/register/routes';
import { rejudgeSchema } from '@mercato/contract/rule-books/editions';
import { ruleBookRoutes } from '@mercato/contract/rule-books/routes';
import { reading } from '../api/routes.ts';
import { EntryForm } from '../ui/EntryForm.tsx';
import { Field } from '../ui/Field.tsx';
import { to, useEntry } from '../ui/entry.ts';
import { ChoiceField } from '../ui/fields.tsx';

/** Judges a lot by another edition of its book; the earlier judgements stay on file. */
export function JudgeAnew({ sheet }: { sheet: LotSheet }) {
  const navigate = useNavigate();
  const { data } = useQuery(reading(ruleBookRoutes.list, {}));
  const others = (data?.editions ?? []).filter(
    (one) => one.book === sheet.header.book && one.id !== sheet.edition.id && !one.retired,
  );
  const entry = useEntry({
    from: { editionId: '', reason: '' },
    body: (values) => ({ ...values, editionId: values.editionId || (others[0]?.id ?? '') }),
    schema: rejudgeSchema,
    send: to(lotRoutes.judgeAnew, { lot: sheet.id }, { done: () => navigate(`/lots/${sheet.id}`) }),
  });
  if (others.length === 0) return null;
  return (
    <EntryForm entry={entry} title="Re-evaluate by another edition" send="Re-evaluate" quiet className="mt-4" waits>
      <p className="soft">Now {sheet.edition.name}. Earlier evaluations stay on file.</p>
      <div className="fields">
        <ChoiceField
          label="edition"
          value={entry.values.editionId || (others[0]?.id ?? '')}
          onChange={(editionId) => entry.set({ editionId })}
          fault={entry.fault('editionId')}
          options={others.map((one) => [one.id, one.name] as const)}
        />
        <Field entry={entry} name="reason" />
      </div>
    </EntryForm>
  );
}
