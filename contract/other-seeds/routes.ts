import type { KeptKeys } from '../hands/hands.ts';
import { filled, read, schemasOf, writes } from '../http/route.ts';
import type { Jurisdictions } from '../register/request.ts';
import { otherResults, testDays } from '../register/testRoutes.ts';
import type { FieldSeasons, NewOtherFinds, OtherFindsList, OtherSeedsView } from './otherSeeds.ts';

const schema = schemasOf(() => import('./otherSeeds.ts'));
const ofLot = read('/lots/:lot/other-seeds', 'lots.read', ['lot', 'hands']).answers<OtherSeedsView>();
const fills = (view: OtherSeedsView) => filled(ofLot, { lot: view.lot.id });

const benchWrites = writes('bench.write');

export const otherSeedsRoutes = {
  ofLot,
  fieldWeeds: read('/fields/weeds', 'lots.read', ['lot'], ['field']).answers<FieldSeasons>(),
  jurisdictions: read('/jurisdictions', 'lots.read', ['rule-books']).answers<Jurisdictions>(),
  start: benchWrites
    .add('/other-seeds/tests', schema('newOtherSeedsTestSchema'), { changes: ['lot', 'lots'] })
    .answers(fills),
  countTray: benchWrites.seen
    .put('/other-seeds/tests/:test/trays/:tray', schema('trayCountSchema'), { changes: ['lot', 'lots'] })
    .answers(fills),
  bindKeys: benchWrites.seen.put('/other-seeds/tests/:test/keys', schema('keyBindingsSchema')).answers(fills),
  keepFinds: benchWrites.post('/other-seeds/tests/:test/tallies', schema('findBatchSchema')).answers<KeptKeys>(),
  hand: benchWrites
    .post('/other-seeds/tests/:test/trays/:tray/hand', schemasOf(() => import('../hands/hands.ts'))('handActSchema'))
    .answers(fills),
  decideLate: benchWrites.post('/other-seeds/tests/:test/trays/:tray/late', schema('trayLateActSchema')).answers(fills),
  bindName: benchWrites.seen
    .put('/other-seeds/tests/:test/names', schemasOf(() => import('../names/names.ts'))('nameBindingSchema'), {
      changes: ['lot', 'lots'],
    })
    .answers(fills),
  days: testDays('other-seeds', fills),
  ...otherResults<'other-seeds', NewOtherFinds, OtherFindsList>('other-seeds', schema('otherFindsSchema')),
};
