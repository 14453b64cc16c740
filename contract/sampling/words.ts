import type { SamplingNext } from '@mercato/core/sampling/next';

/** What a verdict on sampling asks for. */
export const SAMPLING_NEXT: Readonly<Record<SamplingNext, string>> = {
  'samples-enough': 'As many as the rule book asks for.',
  'draw-more-samples': 'Fewer than the rule book asks for: draw the rest, or let the lead accept it.',
  'lot-small-enough': 'Small enough for one lot.',
  'divide-lot': 'Too large for one lot under this rule book: divide it.',
  'spread-as-uniform': 'No more spread than a uniform lot shows.',
  'spread-not-uniform': 'The containers differ more than seed of one lot does: it is not uniform.',
  'spread-cannot-be-judged': 'The average lies too near its end to judge the spread.',
  'range-as-uniform': 'No container lies too far from the others.',
  'range-not-uniform': 'One container lies too far from another: the lot is not uniform.',
  'range-cannot-be-judged': 'The average lies too near its end to judge the range.',
  'no-largest-range': 'The edition holds no largest range for this: H alone judges.',
  'divider-in-order': 'The divider halves as it should.',
  'divider-out-of-order':
    'The halves part too far: level the divider, clean it, pour evenly, mix all of it again and divide anew.',
};
