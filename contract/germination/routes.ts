import type { KeptKeys } from '../hands/hands.ts';
import { filled, read, schemasOf, write } from '../http/route.ts';
import type { GerminationView } from './germination.ts';

const schema = schemasOf(() => import('./germination.ts'));
const ofLot = read('/lots/:lot/germination', 'lots.read', ['lot', 'hands']).answers<GerminationView>();
const fills = (view: GerminationView) => filled(ofLot, { lot: view.lot.id });

export const germinationRoutes = {
  ofLot,
  start: write('post', '/germination/tests', 'bench.write', schema('newGerminationTestSchema'), {
    status: 201,
    changes: ['lot', 'lots'],
  }).answers(fills),
  count: write('put', '/germination/dishes/:dish/days/:day', 'bench.write', schema('dishCountSchema'), {
    versioned: true,
    changes: ['lot', 'lots'],
  }).answers(fills),
  planDays: write('put', '/germination/tests/:test/days', 'bench.write', schema('planDaysSchema'), {
    versioned: true,
    changes: ['lot', 'lots'],
  }).answers(fills),
  keepKeys: write(
    'post',
    '/germination/tests/:test/tallies',
    'bench.write',
    schema('tallyBatchSchema'),
  ).answers<KeptKeys>(),
  hand: write(
    'post',
    '/germination/dishes/:dish/hand',
    'bench.write',
    schemasOf(() => import('../hands/hands.ts'))('handActSchema'),
  ).answers(fills),
  decideLate: write('post', '/germination/dishes/:dish/late', 'bench.write', schema('dishLateActSchema')).answers(
    fills,
  ),
};
