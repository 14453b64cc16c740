import { tTwoSidedP, tUpperQuantile } from '../statistics/studentT.ts';
import { wilsonInterval } from '../statistics/wilsonInterval.ts';
import { ArgumentFault, zeroOrMore } from '../units/argument.ts';
import type { WorkingStep } from '../verdict/verdict.ts';

export interface Gain {
  /** Sorted less unsorted. */
  readonly estimate: number;
  /** 95 % limits. */
  readonly lower: number;
  readonly upper: number;
  /** Chance of such a difference by luck, two-sided; null where it was not tested. */
  readonly p: number | null;
  readonly steps: readonly WorkingStep[];
}

/**
 * What sorting gains in plots that lie beside each other in pairs: the mean of the differences, with Student's limits.
 *
 * @param sorted, unsorted  yields of the pairs in the same order and unit, 2..1000, finite, ≥ 0
 * @throws {RangeError} if they are no pairs
 * Source: Student (1908) Biometrika 6:1–25.
 */
export function gainOfPairs(sorted: readonly number[], unsorted: readonly number[]): Gain {
  if (sorted.length !== unsorted.length)
    throw new ArgumentFault('unsorted', {
      is: 'argument.as-many',
      as: 'sorted',
      wanted: sorted.length,
      got: unsorted.length,
    });
  if (sorted.length < 2 || sorted.length > 1000)
    throw new ArgumentFault('sorted', { is: 'argument.so-many', least: 2, most: 1000, got: sorted.length });
  for (const [name, plots] of Object.entries({ sorted, unsorted }))
    plots.forEach((one, i) => zeroOrMore(`${name}.${i}`, one));
  const n = sorted.length;
  const gaps = sorted.map((one, i) => one - (unsorted[i] ?? 0));
  const mean = gaps.reduce((sum, one) => sum + one, 0) / n;
  const sd = Math.sqrt(gaps.reduce((sum, one) => sum + (one - mean) ** 2, 0) / (n - 1));
  const se = sd / Math.sqrt(n);
  const t = tUpperQuantile(0.025, n - 1);
  const alike = gaps.every((one) => one === gaps[0]);
  return {
    estimate: mean,
    lower: mean - t * se,
    upper: mean + t * se,
    // Differences that are all alike have no spread to test by.
    p: alike ? null : tTwoSidedP(mean / se, n - 1),
    steps: [
      { label: 'mean difference', expression: `of ${n} pairs`, result: mean.toPrecision(4) },
      { label: 'standard deviation of the differences', result: sd.toPrecision(4) },
      {
        label: '95 % limits',
        expression: `± ${t.toFixed(3)} × ${sd.toPrecision(4)} / √${n}`,
        result: `${(mean - t * se).toPrecision(4)} to ${(mean + t * se).toPrecision(4)}`,
      },
    ],
  };
}

/**
 * What sorting gains in a share: of so many sorted seeds so many came up, and of so many unsorted.
 *
 * @throws {RangeError} if a count leaves its range
 * Source: Newcombe R.G. (1998) Statistics in Medicine 17:873–890, method 10 (from the Wilson score limits of each).
 */
export function gainOfShares(
  sortedHits: number,
  sortedSeeds: number,
  unsortedHits: number,
  unsortedSeeds: number,
): Gain {
  const z = 1.959963984540054;
  const [p1, p2] = [sortedHits / sortedSeeds, unsortedHits / unsortedSeeds];
  const [a, b] = [wilsonInterval(sortedHits, sortedSeeds, z), wilsonInterval(unsortedHits, unsortedSeeds, z)];
  const gap = p1 - p2;
  const lower = gap - Math.hypot(p1 - a.lower, b.upper - p2);
  const upper = gap + Math.hypot(a.upper - p1, p2 - b.lower);
  const show = (value: number) => `${(100 * value).toFixed(1)} %`;
  return {
    estimate: gap,
    lower,
    upper,
    p: null,
    steps: [
      {
        label: 'difference',
        expression: `${sortedHits}/${sortedSeeds} − ${unsortedHits}/${unsortedSeeds}`,
        result: show(gap),
      },
      {
        label: '95 % limits',
        expression: 'from the Wilson limits of each',
        result: `${show(lower)} to ${show(upper)}`,
      },
    ],
  };
}
