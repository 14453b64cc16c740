import { filled, read, schemasOf, writes } from '../http/route.ts';
import { otherResults, testDays } from '../register/testRoutes.ts';
import type { NewOtherPurity, OtherPurities, PurityView } from './purity.ts';

const schema = schemasOf(() => import('./purity.ts'));
const ofLot = read('/lots/:lot/purity', 'lots.read', ['lot']).answers<PurityView>();
const fills = (view: PurityView) => filled(ofLot, { lot: view.lot.id });

const benchWrites = writes('bench.write', ['lot', 'lots']);

export const purityRoutes = {
  ofLot,
  start: benchWrites
    .add('/purity/tests', schemasOf(() => import('../register/tests.ts'))('newTestSchema'))
    .answers(fills),
  weigh: benchWrites.seen.put('/purity/tests/:test', schema('purityWeighingsSchema')).answers(fills),
  sort: benchWrites
    .add('/purity/tests/:test/sorting', schema('sortingTimeSchema'), { changes: ['lot'] })
    .answers(fills),
  bindName: benchWrites.seen
    .put('/purity/tests/:test/names', schemasOf(() => import('../names/names.ts'))('nameBindingSchema'))
    .answers(fills),
  days: testDays('purity', fills),
  ...otherResults<'purity', NewOtherPurity, OtherPurities>('purity', schema('otherPuritySchema')),
};
