import { clopperPearson } from '../statistics/binomialInterval.ts';
import { normalQuantile } from '../statistics/normalDistribution.ts';
import { wilsonInterval } from '../statistics/wilsonInterval.ts';
import { between, wholeIn } from '../units/argument.ts';
import { compareTests } from './compareTests.ts';

/** Between which figures a difference of two shares lies, percent points. */
export interface DifferenceInterval {
  readonly difference: number;
  readonly low: number;
  readonly high: number;
}

/**
 * The difference of two shares with its interval, by Newcombe's hybrid of two Wilson intervals: it stays within −100 to
 * 100 and keeps a width where all or none germinated.
 *
 * @param x1, x2       germinated, integers 0..n
 * @param n1, n2       seeds, integers 1..1e5
 * @param confidence   0 < confidence < 1
 * @returns first less second, percent points
 * @throws {RangeError} if an argument leaves its range
 *
 * Source: Newcombe R.G. (1998) Statistics in Medicine 17:873–890, method 10.
 */
export function differenceInterval(
  x1: number,
  n1: number,
  x2: number,
  n2: number,
  confidence: number,
): DifferenceInterval {
  wholeIn('n1', n1, 1, 1e5);
  wholeIn('n2', n2, 1, 1e5);
  wholeIn('x1', x1, 0, n1);
  wholeIn('x2', x2, 0, n2);
  between('confidence', confidence, 0, 1);
  const z = normalQuantile(1 - (1 - confidence) / 2);
  const [p1, p2] = [x1 / n1, x2 / n2];
  const [one, two] = [wilsonInterval(x1, n1, z), wilsonInterval(x2, n2, z)];
  const difference = p1 - p2;
  return {
    difference: 100 * difference,
    low: 100 * (difference - Math.hypot(p1 - one.lower, two.upper - p2)),
    high: 100 * (difference + Math.hypot(one.upper - p1, p2 - two.lower)),
  };
}

/** One arm of several that stand side by side. */
export interface ArmCounts {
  readonly normal: number;
  readonly seeds: number;
}
export interface ComparedArm {
  /** Percent, with its exact 95 % interval. */
  readonly percent: number;
  readonly low: number;
  readonly high: number;
  /** Against the arm that it is compared with; null for that arm itself. */
  readonly against: (DifferenceInterval & { readonly pTwoSided: number; readonly adjusted: number }) | null;
}

const CONFIDENCE = 0.95;

/**
 * Treated against untreated: each arm with its interval, and its difference from one of them, exactly tested. With more
 * than two arms the chances are adjusted for how many were looked at.
 *
 * @param arms  counts, integers
 * @param base  place of the arm that the others are compared with
 * @throws {RangeError} if a count is none
 *
 * Source: Clopper & Pearson (1934); Fisher's exact test as R fisher.test; Holm S. (1979) Scand. J. Statist. 6:65–70.
 */
export function compareArms(arms: readonly ArmCounts[], base: number): ComparedArm[] {
  const reference = arms[base];
  const found = arms.map(({ normal, seeds }, i) => {
    const { lower, upper } = clopperPearson(normal, seeds, CONFIDENCE);
    const own = { percent: (100 * normal) / seeds, low: 100 * lower, high: 100 * upper };
    if (i === base || !reference) return { ...own, against: null };
    return {
      ...own,
      against: {
        ...differenceInterval(normal, seeds, reference.normal, reference.seeds, CONFIDENCE),
        pTwoSided: compareTests(normal, seeds, reference.normal, reference.seeds).pFisherTwoSided,
      },
    };
  });
  const chances = found.flatMap(({ against }) => (against ? [against.pTwoSided] : []));
  const adjusted = holm(chances);
  let at = 0;
  return found.map((one) => ({
    ...one,
    against: one.against ? { ...one.against, adjusted: adjusted[at++] ?? 1 } : null,
  }));
}

/** Chances of several tests, adjusted so that one false alarm among all of them is as rare as of one (Holm). */
export function holm(chances: readonly number[]): number[] {
  const order = [...chances.keys()].sort((a, b) => (chances[a] ?? 0) - (chances[b] ?? 0));
  const adjusted = chances.map(() => 0);
  let most = 0;
  order.forEach((i, rank) => {
    most = Math.max(most, Math.min(1, (chances.length - rank) * (chances[i] ?? 0)));
    adjusted[i] = most;
  });
  return adjusted;
}
