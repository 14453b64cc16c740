import { ALIKE, type CandidateReason } from '@mercato/core/store/candidates';
import type { Expectation, TrueReason } from '@mercato/core/store/comesTrue';

export const COMES_TRUE: Readonly<Record<Expectation['answer'], string>> = {
  yes: 'will come true',
  mostly: 'will mostly come true',
  no: 'will not come true',
  unknown: 'may or may not come true',
};

type Plain = Exclude<TrueReason, { is: 'kept-apart' } | { is: 'few-plants' }>['is'];
const TRUE_REASONS: Readonly<Record<Plain, string>> = {
  hybrid: 'seed of a hybrid parts into many forms',
  'bought-fruit': 'bought fruit is often a hybrid, and what stood near it is not known',
  'sold-under-name': 'it was sold under this name: the seller answers for it',
  'parents-unknown': 'its parents are not known',
  'breeding-unknown': 'whether this kind pollinates itself or crosses is not known here',
  selfing: 'the kind pollinates itself',
  'selfing-beside-others': 'the kind pollinates itself, but others of the species flowered near by: look for strays',
  'by-hand': 'pollinated by hand; the flowers were shut and marked',
  'by-hand-unmarked': 'pollinated by hand, but the flowers were not marked: others may have been picked with them',
  'by-hand-left-open':
    'pollinated by hand, but the flowers were not shut: foreign pollen may have come before or after',
  caged: 'grown in a cage: no foreign pollen came in',
  'none-near': 'no other of its species flowered near by',
  'crossing-beside-others': 'the kind crosses, and others of its species flowered near by',
  'neighbours-unknown': 'the kind crosses, and what flowered near by is not known',
};

/** Why seed will come true, or will not. */
export function trueReasonWords(why: TrueReason): string {
  if (why.is === 'kept-apart') return `kept apart by ${why.by}, which keeps most foreign pollen out, not all`;
  if (why.is === 'few-plants')
    return `it comes from ${why.plants} ${why.plants === 1 ? 'plant' : 'plants'}: true, perhaps, but narrow`;
  return TRUE_REASONS[why.is];
}

const UNKNOWN = { height: 'how high it lies', rain: 'how much rain falls there', exposure: 'which way it faces' };

/** Why seed can be planted at a site, or cannot. */
export function candidateReasonWords(why: CandidateReason): string {
  switch (why.is) {
    case 'kept-for-own-site':
      return `${why.owner || 'its owner'} keeps it for its own site${why.site ? `, ${why.site}` : ''}`;
    case 'grew-here':
      return `it grew at ${why.site}`;
    case 'grew-in-district':
      return `it grew in ${why.district} too`;
    case 'height':
      return why.m === 0
        ? 'as high'
        : `${Math.abs(why.m)} m ${why.m > 0 ? 'higher' : 'lower'}${why.tooFar ? `: more than ${ALIKE.elevationM} m` : ''}`;
    case 'rain':
      return Math.abs(why.share) < 0.005
        ? 'as wet'
        : `${Math.round(Math.abs(why.share) * 100)} % ${why.share > 0 ? 'wetter' : 'drier'}${why.tooFar ? ': wet side and dry side are not exchanged' : ''}`;
    case 'exposure':
      return why.same ? `faces ${why.wanted} too` : `faces ${why.faces}, not ${why.wanted}`;
    case 'not-known':
      return `not known of where it grew: ${why.what.map((one) => UNKNOWN[one]).join(', ')}`;
    case 'nothing-to-compare':
      return 'nothing of the two sites can be compared';
  }
}
