/** What a verdict on sampling asks for. */
export type SamplingNext =
  | 'samples-enough'
  | 'draw-more-samples'
  | 'lot-small-enough'
  | 'divide-lot'
  | 'spread-as-uniform'
  | 'spread-not-uniform'
  | 'spread-cannot-be-judged'
  | 'range-as-uniform'
  | 'range-not-uniform'
  | 'range-cannot-be-judged'
  | 'no-largest-range'
  | 'divider-in-order'
  | 'divider-out-of-order';
