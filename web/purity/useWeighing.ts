import { useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import { type PurityTest, type PurityView, purityWeighingsSchema } from '@mercato/contract/purity/purity';
import { purityRoutes } from '@mercato/contract/purity/routes';
import { ruleBookRoutes } from '@mercato/contract/rule-books/routes';
import { analysePurity, type PurityAnalysis } from '@mercato/core/purity/analysePurity';
import { componentMasses } from '@mercato/core/purity/componentMasses';
import { readEdition } from '@mercato/core/rule-books/readEdition';
import { weighingDecimals } from '@mercato/core/rule-books/weighingDecimals';
import { DECIMAL_TEXT, Exact, writtenDecimals } from '@mercato/core/units/mass';
import { reading } from '../api/routes.ts';
import { useBalanceHere } from '../devices/balanceHere.tsx';
import { to, useEntry } from '../ui/entry.ts';
import { plainFigure } from '../ui/typedBody.ts';
import { asDrawn, bodyOf, corrects, valuesOf, type WeighedField, weighedFields } from './entry.ts';

/** A purity test as it is weighed: its lines, and what they come to so far. */
export function useWeighing(view: PurityView, test: PurityTest) {
  const here = useBalanceHere();
  const { data: content } = useQuery({
    ...reading(ruleBookRoutes.edition, { edition: test.edition.id }),
    staleTime: Infinity,
  });
  const edition = useMemo(() => (content ? readEdition(content) : null), [content]);
  const fields = weighedFields(view);
  const entry = useEntry({
    from: valuesOf(test),
    body: (values) => bodyOf(values, fields, test, view.lot.chaffy, here?.balance?.address === '' ? here.note() : null),
    schema: purityWeighingsSchema,
    send: to(purityRoutes.weigh, { test: test.id }, { version: test.version }),
  });
  const { values } = entry;
  const text = (field: WeighedField) => plainFigure(values[field]) || (field === 'workingSample' ? asDrawn(test) : '');
  const first = DECIMAL_TEXT.test(text('workingSample')) ? new Exact(text('workingSample')) : null;
  const decimals = edition && first?.gt(0) ? weighingDecimals(edition, first) : null;
  const analysis = useMemo<PurityAnalysis | null>(() => {
    const masses = componentMasses(view.components, (field) => plainFigure(values[field]), view.multipleUnitsPercent);
    return edition && first?.gt(0) && masses ? analysePurity(edition, first, masses) : null;
    // eslint-disable-next-line react-hooks/exhaustive-deps -- `first` is read from `values` and `test`
  }, [edition, values, view, test]);
  const corrected = corrects(values, fields, test);
  const wrongDecimals = (field: WeighedField): string | undefined => {
    if (decimals === null || !DECIMAL_TEXT.test(text(field)) || writtenDecimals(text(field)) === decimals)
      return undefined;
    return `${decimals} decimals for a sample of this weight: write ${new Exact(text(field)).toFixed(decimals)}, or weigh again.`;
  };
  return { entry, edition, fields, decimals, analysis, corrected, wrongDecimals };
}
export type Weighing = ReturnType<typeof useWeighing>;
