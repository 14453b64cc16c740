import { filled, read, schemasOf, write } from '../http/route.ts';
import { testDays } from '../register/testRoutes.ts';
import type { MoistureView } from './moisture.ts';

const schema = schemasOf(() => import('./moisture.ts'));
const ofLot = read('/lots/:lot/moisture', 'lots.read', ['lot']).answers<MoistureView>();
const fills = (view: MoistureView) => filled(ofLot, { lot: view.lot.id });

export const moistureRoutes = {
  ofLot,
  start: write('post', '/moisture/tests', 'bench.write', schema('newMoistureTestSchema'), {
    status: 201,
    changes: ['lot', 'lots'],
  }).answers(fills),
  weigh: write('put', '/moisture/tests/:test', 'bench.write', schema('moistureWeighingsSchema'), {
    versioned: true,
    changes: ['lot', 'lots'],
  }).answers(fills),
  days: testDays('moisture', fills),
};
