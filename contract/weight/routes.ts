import { filled, read, schemasOf, writes } from '../http/route.ts';
import { testDays } from '../register/testRoutes.ts';
import type { WeightView } from './weight.ts';

const schema = schemasOf(() => import('./weight.ts'));
const ofLot = read('/lots/:lot/weight', 'lots.read', ['lot']).answers<WeightView>();
const fills = (view: WeightView) => filled(ofLot, { lot: view.lot.id });

const benchWrites = writes('bench.write', ['lot', 'lots']);

export const weightRoutes = {
  ofLot,
  start: benchWrites.add('/weight/tests', schema('newWeightTestSchema')).answers(fills),
  weigh: benchWrites.seen.put('/weight/tests/:test', schema('weightWeighingsSchema')).answers(fills),
  days: testDays('weight', fills),
};
