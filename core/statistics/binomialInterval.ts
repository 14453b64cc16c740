import { between, wholeIn } from '../units/argument.ts';
import type { WorkingStep } from '../verdict/verdict.ts';
import { betaQuantile } from './betaDistribution.ts';
import { normalQuantile } from './normalDistribution.ts';
import { type ProportionInterval, wilsonInterval } from './wilsonInterval.ts';

export interface BinomialIntervals {
  readonly estimate: number;
  readonly clopperPearson: ProportionInterval;
  readonly wilson: ProportionInterval;
  readonly jeffreys: ProportionInterval;
  /** One-sided lower bounds at the same confidence: "at least this much". */
  readonly oneSidedLower: { clopperPearson: number; wilson: number; jeffreys: number };
  readonly steps: readonly WorkingStep[];
}

/**
 * Exact (Clopper–Pearson) interval of a proportion; never covers less than it promises.
 *
 * @param x           items with the property (count, integer 0..n)
 * @param n           items examined (count, integer 1..1e9)
 * @param confidence  0 < confidence < 1, e.g. 0.95
 * @returns           fractions 0..1, not rounded
 * @throws {RangeError} if an argument leaves its range
 *
 * Source: Clopper C.J. & Pearson E.S. (1934) Biometrika 26:404–413, by beta quantiles.
 */
export function clopperPearson(x: number, n: number, confidence: number): ProportionInterval {
  checkArguments(x, n, confidence);
  const tail = (1 - confidence) / 2;
  return {
    lower: x === 0 ? 0 : betaQuantile({ lower: tail }, x, n - x + 1),
    upper: x === n ? 1 : betaQuantile({ upper: tail }, x + 1, n - x),
  };
}

/**
 * Three intervals of one proportion side by side, two-sided and as one-sided lower bounds.
 * Arguments, units and errors as in `clopperPearson`. Jeffreys: Brown, Cai & DasGupta (2001)
 * Statistical Science 16:101–133, without their adjustment at 0 and n.
 */
export function binomialIntervals(x: number, n: number, confidence: number): BinomialIntervals {
  checkArguments(x, n, confidence);
  const tail = 1 - confidence;
  const z = normalQuantile(1 - tail / 2);
  const exact = clopperPearson(x, n, confidence);
  const wilson = wilsonInterval(x, n, z);
  const jeffreys = {
    lower: betaQuantile({ lower: tail / 2 }, x + 0.5, n - x + 0.5),
    upper: betaQuantile({ upper: tail / 2 }, x + 0.5, n - x + 0.5),
  };
  const range = ({ lower, upper }: ProportionInterval) => ({
    result: `${(lower * 100).toFixed(2)} to ${(upper * 100).toFixed(2)}`,
    unit: '%',
  });
  const quantiles = `beta quantiles at ${Number((tail / 2).toPrecision(4))} and ${Number((1 - tail / 2).toPrecision(4))}`;
  return {
    estimate: x / n,
    clopperPearson: exact,
    wilson,
    jeffreys,
    steps: [
      { label: 'share', expression: `${x} / ${n}`, result: ((100 * x) / n).toFixed(2), unit: '%' },
      { label: 'exact', expression: `${quantiles}; B(${x}, ${n - x + 1}), B(${x + 1}, ${n - x})`, ...range(exact) },
      { label: 'Wilson', expression: `z = ${z.toFixed(4)}`, ...range(wilson) },
      { label: 'Jeffreys', expression: `${quantiles}; B(${x + 0.5}, ${n - x + 0.5})`, ...range(jeffreys) },
    ],
    oneSidedLower: {
      clopperPearson: x === 0 ? 0 : betaQuantile({ lower: tail }, x, n - x + 1),
      wilson: wilsonLower(x, n, normalQuantile(confidence)),
      jeffreys: betaQuantile({ lower: tail }, x + 0.5, n - x + 0.5),
    },
  };
}

/** Below half confidence the quantile is negative and the score bound lies above the estimate. */
function wilsonLower(x: number, n: number, z: number): number {
  if (z > 0) return wilsonInterval(x, n, z).lower;
  return z === 0 ? x / n : wilsonInterval(x, n, -z).upper;
}

function checkArguments(x: number, n: number, confidence: number): void {
  wholeIn('n', n, 1, 1e9);
  wholeIn('x', x, 0, n);
  between('confidence', confidence, 0, 1);
}
