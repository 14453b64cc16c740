/** What a verdict on other seeds asks for. */
export type OtherSeedsNext =
  | 'report-both-counts'
  | 'count-again'
  | 'second-count-not-worse'
  | 'second-count-worse'
  | 'compare-exactly'
  | 'noxious-label-stands'
  | 'noxious-label-too-low'
  | 'no-noxious-tolerance'
  | 'bound-to-no-species'
  | 'say-which-of-the-genus'
  | 'prohibited'
  | 'over-noxious-limit'
  | 'restricted-without-limit'
  | 'restricted-within-limit';
