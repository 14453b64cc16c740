import { fisherTails } from '../statistics/fisherExact.ts';
import { normalChance, normalQuantile } from '../statistics/normalDistribution.ts';
import { wholeIn } from '../units/argument.ts';

/** Two tests of the same seed, or of seed that was treated and that was not; chances 0..1, percent 0..100. */
export interface TwoTests {
  readonly percent1: number;
  readonly percent2: number;
  /** First less second. */
  readonly difference: number;
  /** Of all seeds together, and halfway between the two percentages. */
  readonly pooledPercent: number;
  readonly meanPercent: number;
  /** Normal approximation with the pooled share; null where all seeds or none germinated. */
  readonly z: number | null;
  readonly pTwoSidedZ: number | null;
  readonly pGreaterZ: number | null;
  /** Fisher's exact test: either way, the first above the second, the first below it. */
  readonly pFisherTwoSided: number;
  readonly pFisherGreater: number;
  readonly pFisherLess: number;
  /** Largest differences that chance explains, percent points, by the total chance beyond them; null for tests of other sizes. */
  readonly tolerance: {
    readonly twoSided25Percent: number;
    readonly twoSided5Percent: number;
    readonly oneSided25Percent: number;
    readonly oneSided5Percent: number;
  } | null;
  readonly withinTwoSided25: boolean | null;
  readonly withinTwoSided5: boolean | null;
}

/**
 * Compares two germination tests by what chance alone would do.
 *
 * @param x1, x2  germinated, integers 0..n
 * @param n1, n2  seeds, integers 1..1e5
 * @throws {RangeError} if a count is none
 * Source: as R 4.2.2 prop.test(correct = FALSE) and fisher.test; tolerances z √(2 m (100 − m) / n) of the mean m, on
 * which the tables of the rule books rest (Miles 1963).
 */
export function compareTests(x1: number, n1: number, x2: number, n2: number): TwoTests {
  for (const [name, value, least, most] of [
    ['n1', n1, 1, 1e5],
    ['n2', n2, 1, 1e5],
    ['x1', x1, 0, n1],
    ['x2', x2, 0, n2],
  ] as const)
    wholeIn(name, value, least, most);
  const [percent1, percent2] = [(100 * x1) / n1, (100 * x2) / n2];
  const pooled = (x1 + x2) / (n1 + n2);
  const spread = Math.sqrt(pooled * (1 - pooled) * (1 / n1 + 1 / n2));
  const z = spread > 0 ? (x1 / n1 - x2 / n2) / spread : null;
  const difference = percent1 - percent2;
  const meanPercent = (percent1 + percent2) / 2;
  const allowed = (tail: number) => normalQuantile(1 - tail) * Math.sqrt((2 * meanPercent * (100 - meanPercent)) / n1);
  const tolerance =
    n1 === n2
      ? {
          twoSided25Percent: allowed(0.0125),
          twoSided5Percent: allowed(0.025),
          oneSided25Percent: allowed(0.025),
          oneSided5Percent: allowed(0.05),
        }
      : null;
  const fisher = fisherTails(x1, n1, x2, n2);
  return {
    percent1,
    percent2,
    difference,
    pooledPercent: 100 * pooled,
    meanPercent,
    z,
    pTwoSidedZ: z === null ? null : 2 * normalChance(-Math.abs(z)),
    pGreaterZ: z === null ? null : normalChance(-z),
    pFisherTwoSided: fisher.twoSided,
    pFisherGreater: fisher.greater,
    pFisherLess: fisher.less,
    tolerance,
    withinTwoSided25: tolerance && Math.abs(difference) <= tolerance.twoSided25Percent,
    withinTwoSided5: tolerance && Math.abs(difference) <= tolerance.twoSided5Percent,
  };
}
