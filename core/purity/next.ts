/** What a verdict on purity asks for. */
export type PurityNext =
  | 'gain-or-loss-allowed'
  | 'take-another-working-sample'
  | 'report-weighted-mean'
  | 'take-another-pair'
  | 'make-one-more-whole'
  | 'one-lot'
  | 'not-one-lot'
  | 'second-not-worse'
  | 'second-worse'
  | 'purity-label-stands'
  | 'purity-label-too-high'
  | 'purity-label-too-low'
  | 'no-purity-table';
