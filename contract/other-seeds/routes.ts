import type { KeptKeys } from '../hands/hands.ts';
import { filled, read, schemasOf, write } from '../http/route.ts';
import type { Jurisdictions } from '../register/request.ts';
import { otherResults, testDays } from '../register/testRoutes.ts';
import type { FieldSeasons, NewOtherFinds, OtherFindsList, OtherSeedsView } from './otherSeeds.ts';

const schema = schemasOf(() => import('./otherSeeds.ts'));
const ofLot = read('/lots/:lot/other-seeds', 'lots.read', ['lot', 'hands']).answers<OtherSeedsView>();
const fills = (view: OtherSeedsView) => filled(ofLot, { lot: view.lot.id });

export const otherSeedsRoutes = {
  ofLot,
  fieldWeeds: read('/fields/weeds', 'lots.read', ['lot'], ['field']).answers<FieldSeasons>(),
  jurisdictions: read('/jurisdictions', 'lots.read', ['rule-books']).answers<Jurisdictions>(),
  start: write('post', '/other-seeds/tests', 'bench.write', schema('newOtherSeedsTestSchema'), {
    status: 201,
    changes: ['lot', 'lots'],
  }).answers(fills),
  countTray: write('put', '/other-seeds/tests/:test/trays/:tray', 'bench.write', schema('trayCountSchema'), {
    versioned: true,
    changes: ['lot', 'lots'],
  }).answers(fills),
  bindKeys: write('put', '/other-seeds/tests/:test/keys', 'bench.write', schema('keyBindingsSchema'), {
    versioned: true,
  }).answers(fills),
  keepFinds: write(
    'post',
    '/other-seeds/tests/:test/tallies',
    'bench.write',
    schema('findBatchSchema'),
  ).answers<KeptKeys>(),
  hand: write(
    'post',
    '/other-seeds/tests/:test/trays/:tray/hand',
    'bench.write',
    schemasOf(() => import('../hands/hands.ts'))('handActSchema'),
  ).answers(fills),
  decideLate: write(
    'post',
    '/other-seeds/tests/:test/trays/:tray/late',
    'bench.write',
    schema('trayLateActSchema'),
  ).answers(fills),
  bindName: write(
    'put',
    '/other-seeds/tests/:test/names',
    'bench.write',
    schemasOf(() => import('../names/names.ts'))('nameBindingSchema'),
    { versioned: true, changes: ['lot', 'lots'] },
  ).answers(fills),
  days: testDays('other-seeds', fills),
  ...otherResults<'other-seeds', NewOtherFinds, OtherFindsList>('other-seeds', schema('otherFindsSchema')),
};
