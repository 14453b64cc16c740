import { file, filled, read, schemasOf, writes } from '../http/route.ts';
import type { BagView, RoundList, RoundView } from './rounds.ts';
import type { TriedBags } from './tried.ts';

const schema = schemasOf(() => import('./rounds.ts'));
const round = read('/rounds/:round', 'store.read', ['round']).answers<RoundView>();
const fillsRound = (view: RoundView) => filled(round, { round: view.id });
const bag = read('/bags/:bag', 'store.read', ['round']).answers<BagView>();
const fillsBag = (view: BagView) => filled(bag, { bag: view.id });

const storeWrites = writes('store.write', ['round', 'rounds', 'store']);

export const quickTestRoutes = {
  rounds: read('/rounds', 'store.read', ['rounds']).answers<RoundList>(),
  round,
  bag,
  bagsOf: read('/store/packets/:packet/bags', 'store.read', ['store', 'round']).answers<TriedBags>(),
  labels: file('/rounds/:round/labels.pdf', 'store.read', 'application/pdf', ['layout']),
  start: storeWrites.add('/rounds', schema('newRoundSchema'), { changes: ['rounds', 'store'] }).answers(fillsRound),
  /** A look's own address comes from the phone, so that one that is sent twice stands once. */
  look: storeWrites.put('/bags/:bag/looks/:look', schema('newLookSchema')).answers(fillsRound),
  strikeLook: storeWrites.post('/bags/:bag/looks/:look/strike', schema('strikeLookSchema')).answers(fillsBag),
  decideLate: storeWrites.post('/bags/:bag/looks/:look/late', schema('lateLookActSchema')).answers(fillsBag),
  hand: storeWrites
    .post('/bags/:bag/hand', schemasOf(() => import('../hands/hands.ts'))('handActSchema'))
    .answers(fillsBag),
  float: storeWrites.put('/bags/:bag/float', schema('floatNoteSchema')).answers(fillsBag),
  reopen: storeWrites.post('/bags/:bag/reopen', schema('reopenBagSchema')).answers(fillsBag),
  end: storeWrites.post('/bags/:bag/end', schema('endBagSchema')).answers(fillsBag),
};
