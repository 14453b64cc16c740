import { filled, read, schemasOf, writes } from '../http/route.ts';
import { testDays } from '../register/testRoutes.ts';
import type { MoistureView } from './moisture.ts';
import type { OvensView } from './ovens.ts';

const schema = schemasOf(() => import('./moisture.ts'));
const ofLot = read('/lots/:lot/moisture', 'lots.read', ['lot']).answers<MoistureView>();
const fills = (view: MoistureView) => filled(ofLot, { lot: view.lot.id });

const ovens = read('/moisture/ovens', 'lots.read', ['lot', 'lots']).answers<OvensView>();

const benchWrites = writes('bench.write', ['lot', 'lots']);

export const moistureRoutes = {
  ofLot,
  start: benchWrites.add('/moisture/tests', schema('newMoistureTestSchema')).answers(fills),
  weigh: benchWrites.seen.put('/moisture/tests/:test', schema('moistureWeighingsSchema')).answers(fills),
  work: benchWrites.seen.put('/moisture/tests/:test/oven', schema('ovenWorkSchema')).answers(fills),
  /** What stands before, in and after the ovens. */
  ovens,
  load: benchWrites
    .add('/moisture/loads', schemasOf(() => import('./ovens.ts'))('ovenLoadSchema'))
    .answers((_: OvensView) => filled(ovens, {})),
  days: testDays('moisture', fills),
};
