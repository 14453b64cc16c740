import type { KeptKeys } from '../hands/hands.ts';
import { file, filled, read, schemasOf, writes } from '../http/route.ts';
import type { PhotoList, RoomView } from './dishes.ts';
import { otherResults } from '../register/testRoutes.ts';
import type { NewOtherGermination, OtherGerminations } from './elsewhere.ts';
import type { GerminationView } from './germination.ts';

const schema = schemasOf(() => import('./germination.ts'));
const elsewhere = schemasOf(() => import('./elsewhere.ts'));
const dishes = schemasOf(() => import('./dishes.ts'));
const ofLot = read('/lots/:lot/germination', 'lots.read', ['lot', 'hands']).answers<GerminationView>();
const fills = (view: GerminationView) => filled(ofLot, { lot: view.lot.id });

const benchWrites = writes('bench.write', ['lot', 'lots']);

export const germinationRoutes = {
  ofLot,
  start: benchWrites
    .add('/germination/tests', schema('newGerminationTestSchema'), { changes: ['lot', 'lots', 'rooms'] })
    .answers(fills),
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
  ...otherResults<'germination', NewOtherGermination, OtherGerminations>(
    'germination',
    elsewhere('otherGerminationSchema'),
  ),
  startTrial: benchWrites
    .add('/germination/trials', schema('newTrialSchema'), { changes: ['lot', 'lots', 'rooms'] })
    .answers(fills),
  spoil: benchWrites.seen.put('/germination/dishes/:dish/spoiled', dishes('spoiledSchema')).answers(fills),
  recount: benchWrites.seen.put('/germination/dishes/:dish/recounts/:day', dishes('recountSchema')).answers(fills),
  move: benchWrites
    .post('/germination/dishes/:dish/place', dishes('dishMoveSchema'), { changes: ['lot', 'rooms'] })
    .answers(fills),
  room: read('/germination/room', 'lots.read', ['rooms', 'places', 'lots'], ['from', 'to']).answers<RoomView>(),
  photos: read('/germination/dishes/:dish/photos', 'lots.read', ['lot']).answers<PhotoList>(),
  photograph: benchWrites
    .add('/germination/dishes/:dish/photos', dishes('newPhotoSchema'), { changes: ['lot'] })
    .answers<PhotoList>(),
  strikePhoto: benchWrites
    .post('/germination/photos/:photo/strike', dishes('photoStrikeSchema'), { changes: ['lot'] })
    .answers<PhotoList>(),
  picture: file('/germination/photos/:photo', 'lots.read', 'image/jpeg'),
  thumbnail: file('/germination/photos/:photo/thumbnail', 'lots.read', 'image/jpeg'),
};
