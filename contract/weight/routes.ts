import { filled, read, schemasOf, write } from '../http/route.ts';
import { testDays } from '../register/testRoutes.ts';
import type { WeightView } from './weight.ts';

const schema = schemasOf(() => import('./weight.ts'));
const ofLot = read('/lots/:lot/weight', 'lots.read', ['lot']).answers<WeightView>();
const fills = (view: WeightView) => filled(ofLot, { lot: view.lot.id });

export const weightRoutes = {
  ofLot,
  start: write('post', '/weight/tests', 'bench.write', schema('newWeightTestSchema'), {
    status: 201,
    changes: ['lot', 'lots'],
  }).answers(fills),
  weigh: write('put', '/weight/tests/:test', 'bench.write', schema('weightWeighingsSchema'), {
    versioned: true,
    changes: ['lot', 'lots'],
  }).answers(fills),
  days: testDays('weight', fills),
};
