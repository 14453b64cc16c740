import { filled, read, schemasOf, writes } from '../http/route.ts';
import { testDays } from '../register/testRoutes.ts';
import type { MoistureView } from './moisture.ts';

const schema = schemasOf(() => import('./moisture.ts'));
const ofLot = read('/lots/:lot/moisture', 'lots.read', ['lot']).answers<MoistureView>();
const fills = (view: MoistureView) => filled(ofLot, { lot: view.lot.id });

const benchWrites = writes('bench.write', ['lot', 'lots']);

export const moistureRoutes = {
  ofLot,
  start: benchWrites.add('/moisture/tests', schema('newMoistureTestSchema')).answers(fills),
  weigh: benchWrites.seen.put('/moisture/tests/:test', schema('moistureWeighingsSchema')).answers(fills),
  work: benchWrites.seen.put('/moisture/tests/:test/oven', schema('ovenWorkSchema')).answers(fills),
  days: testDays('moisture', fills),
};
