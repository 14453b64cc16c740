import type { KeptKeys } from '../hands/hands.ts';
import { filled, read, schemasOf, writes } from '../http/route.ts';
import type { GerminationView } from './germination.ts';

const schema = schemasOf(() => import('./germination.ts'));
const ofLot = read('/lots/:lot/germination', 'lots.read', ['lot', 'hands']).answers<GerminationView>();
const fills = (view: GerminationView) => filled(ofLot, { lot: view.lot.id });

const benchWrites = writes('bench.write', ['lot', 'lots']);

export const germinationRoutes = {
  ofLot,
  start: benchWrites.add('/germination/tests', schema('newGerminationTestSchema')).answers(fills),
  count: benchWrites.seen.put('/germination/dishes/:dish/days/:day', schema('dishCountSchema')).answers(fills),
  planDays: benchWrites.seen.put('/germination/tests/:test/days', schema('planDaysSchema')).answers(fills),
  keepKeys: benchWrites
    .post('/germination/tests/:test/tallies', schema('tallyBatchSchema'), { changes: [] })
    .answers<KeptKeys>(),
  hand: benchWrites
    .post('/germination/dishes/:dish/hand', schemasOf(() => import('../hands/hands.ts'))('handActSchema'), {
      changes: [],
    })
    .answers(fills),
  decideLate: benchWrites
    .post('/germination/dishes/:dish/late', schema('dishLateActSchema'), { changes: [] })
    .answers(fills),
};
