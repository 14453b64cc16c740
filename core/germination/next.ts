/** What a verdict on germination asks for. */
export type GerminationNext =
  | 'replicates-agree'
  | 'make-second-test'
  | 'feeds-no-label'
  | 'decide-on-fewer'
  | 'take-another-substrate'
  | 'substrate-is-sound'
  | 'report-mean-of-both'
  | 'make-third-test'
  | 'counted-in-time'
  | 'decide-or-repeat-test'
  | 'decide-on-count-days'
  | 'germination-label-stands'
  | 'germination-label-too-high';
