import { file, filled, read, schemasOf, write } from '../http/route.ts';
import type { BagView, RoundList, RoundView } from './rounds.ts';
import type { TriedBags } from './tried.ts';

const schema = schemasOf(() => import('./rounds.ts'));
const round = read('/rounds/:round', 'store.read', ['round']).answers<RoundView>();
const fillsRound = (view: RoundView) => filled(round, { round: view.id });
const bag = read('/bags/:bag', 'store.read', ['round']).answers<BagView>();
const fillsBag = (view: BagView) => filled(bag, { bag: view.id });
const changes = ['round', 'rounds', 'store'] as const;

export const quickTestRoutes = {
  rounds: read('/rounds', 'store.read', ['rounds']).answers<RoundList>(),
  round,
  bag,
  bagsOf: read('/store/packets/:packet/bags', 'store.read', ['store', 'round']).answers<TriedBags>(),
  labels: file('/rounds/:round/labels.pdf', 'store.read', 'application/pdf', ['layout']),
  start: write('post', '/rounds', 'store.write', schema('newRoundSchema'), {
    status: 201,
    changes: ['rounds', 'store'],
  }).answers(fillsRound),
  /** A look's own address comes from the phone, so that one that is sent twice stands once. */
  look: write('put', '/bags/:bag/looks/:look', 'store.write', schema('newLookSchema'), { changes }).answers(fillsRound),
  strikeLook: write('post', '/bags/:bag/looks/:look/strike', 'store.write', schema('strikeLookSchema'), {
    changes,
  }).answers(fillsBag),
  decideLate: write('post', '/bags/:bag/looks/:look/late', 'store.write', schema('lateLookActSchema'), {
    changes,
  }).answers(fillsBag),
  hand: write('post', '/bags/:bag/hand', 'store.write', schemasOf(() => import('../hands/hands.ts'))('handActSchema'), {
    changes,
  }).answers(fillsBag),
  float: write('put', '/bags/:bag/float', 'store.write', schema('floatNoteSchema'), { changes }).answers(fillsBag),
  reopen: write('post', '/bags/:bag/reopen', 'store.write', schema('reopenBagSchema'), { changes }).answers(fillsBag),
  end: write('post', '/bags/:bag/end', 'store.write', schema('endBagSchema'), { changes }).answers(fillsBag),
};
