import { ArgumentFault } from '../units/argument.ts';

/** Values one by one in their order, with the limits that their own steps give them. */
export interface Individuals {
  readonly mean: number;
  /** Difference of each value from the one before. */
  readonly movingRanges: readonly number[];
  readonly mrBar: number;
  readonly lower: number;
  readonly upper: number;
  readonly mrUpper: number;
  /** Values outside, from 0. */
  readonly flagged: readonly number[];
  /** Steps that are too long, by the later value, from 0. */
  readonly mrFlagged: readonly number[];
}

/** Mean of the range of two normal values, in standard deviations; and the upper limit of ranges of two. */
const D2 = 1.128;
const D4 = 3.267;

/**
 * Control chart of individual values: mean ± 3 × mean moving range / 1.128, and 3.267 × that for the ranges.
 * A value on a limit is inside.
 *
 * @param values  two at least, finite, in their order
 * @throws {ArgumentFault} naming `values` or the one of them
 * Source: individuals and moving ranges with table constants (Shewhart; computed with R 4.2.2 for the tests).
 */
export function individuals(values: readonly number[]): Individuals {
  if (values.length < 2)
    throw new ArgumentFault('values', { is: 'argument.so-many', least: 2, most: null, got: values.length });
  values.forEach((got, i) => {
    if (!Number.isFinite(got)) throw new ArgumentFault(`values.${i}`, { is: 'argument.finite', got });
  });
  const mean = values.reduce((sum, one) => sum + one, 0) / values.length;
  const movingRanges = values.slice(1).map((one, i) => Math.abs(one - (values[i] ?? one)));
  const mrBar = movingRanges.reduce((sum, one) => sum + one, 0) / movingRanges.length;
  const half = (3 * mrBar) / D2;
  const [lower, upper, mrUpper] = [mean - half, mean + half, D4 * mrBar];
  return {
    mean,
    movingRanges,
    mrBar,
    lower,
    upper,
    mrUpper,
    flagged: values.flatMap((one, i) => (one < lower || one > upper ? [i] : [])),
    mrFlagged: movingRanges.flatMap((one, i) => (one > mrUpper ? [i + 1] : [])),
  };
}
