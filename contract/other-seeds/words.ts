import type { OtherSeedsNext } from '@mercato/core/other-seeds/next';

/** What a verdict on other seeds asks for; of noxious lists, in the jurisdiction that stands beside it. */
export const OTHER_SEEDS_NEXT: Readonly<Record<OtherSeedsNext, string>> = {
  'report-both-counts': 'The two counts agree: report both masses and both counts together.',
  'count-again': 'The counts part too far: count again, or draw another sample.',
  'second-count-not-worse': 'The second is not worse than chance allows.',
  'second-count-worse': 'The second is worse than chance allows.',
  'compare-exactly': 'The book has no row for so many: compare by the exact test.',
  'noxious-label-stands': 'The label stands. No tolerance applies to plants that are named for all States.',
  'noxious-label-too-low': 'The label names too few: relabel.',
  'no-noxious-tolerance': 'The book has no tolerance for it.',
  'bound-to-no-species': 'What was written is bound to no species: it is not judged against this list.',
  'say-which-of-the-genus':
    'Known to the genus alone, of which this list names species: say which it is, or that it is none of them.',
  prohibited: 'Prohibited: may not be sold there.',
  'over-noxious-limit': 'Over the limit: may not be sold there.',
  'restricted-without-limit': 'Restricted: must be named with its rate there.',
  'restricted-within-limit': 'Restricted, within the limit: must be named with its rate there.',
};
