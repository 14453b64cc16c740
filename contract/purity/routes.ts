import { filled, read, schemasOf, write } from '../http/route.ts';
import { otherResults, testDays } from '../register/testRoutes.ts';
import type { NewOtherPurity, OtherPurities, PurityView } from './purity.ts';

const schema = schemasOf(() => import('./purity.ts'));
const ofLot = read('/lots/:lot/purity', 'lots.read', ['lot']).answers<PurityView>();
const fills = (view: PurityView) => filled(ofLot, { lot: view.lot.id });

export const purityRoutes = {
  ofLot,
  start: write(
    'post',
    '/purity/tests',
    'bench.write',
    schemasOf(() => import('../register/tests.ts'))('newTestSchema'),
    { status: 201, changes: ['lot', 'lots'] },
  ).answers(fills),
  weigh: write('put', '/purity/tests/:test', 'bench.write', schema('purityWeighingsSchema'), {
    versioned: true,
    changes: ['lot', 'lots'],
  }).answers(fills),
  sort: write('post', '/purity/tests/:test/sorting', 'bench.write', schema('sortingTimeSchema'), {
    status: 201,
    changes: ['lot'],
  }).answers(fills),
  bindName: write(
    'put',
    '/purity/tests/:test/names',
    'bench.write',
    schemasOf(() => import('../names/names.ts'))('nameBindingSchema'),
    { versioned: true, changes: ['lot', 'lots'] },
  ).answers(fills),
  days: testDays('purity', fills),
  ...otherResults<'purity', NewOtherPurity, OtherPurities>('purity', schema('otherPuritySchema')),
};
