import { binomialAtMost } from '../statistics/betaDistribution.ts';
import { clopperPearson } from '../statistics/binomialInterval.ts';
import { normalQuantile } from '../statistics/normalDistribution.ts';
import { aboveZero, wholeIn } from '../units/argument.ts';

export interface CountComparison {
  /** Chance of a split no more likely than the one found, if both rates were equal. */
  readonly pExactTwoSided: number;
  readonly pExactDoubled: number;
  /** Chance of as many or more in the first. */
  readonly pGreater: number;
  readonly pLess: number;
  /** First rate over second; null for 0/0. */
  readonly rateRatio: number | 'Inf' | null;
  readonly rateRatioLower: number;
  readonly rateRatioUpper: number | 'Inf';
  /** The normal approximation behind the printed tables; for equal masses alone. */
  readonly tolerance?: {
    readonly mean: number;
    readonly tolerance196: number;
    readonly toleranceQnorm975: number;
    readonly within196: boolean;
  };
}

/**
 * Two counts in two masses, compared exactly: given their sum, the first is binomial with the share of its mass.
 *
 * @param count1, count2   seeds found, integers 0..1e6
 * @param mass1G, mass2G   masses searched, g, > 0
 * @returns probabilities 0..1 and the ratio of the rates with exact 95 % limits; 'Inf' = infinite
 * @throws {RangeError} if an argument leaves its range
 *
 * Source: the conditional binomial test of two Poisson rates (Przyborowski & Wilenski 1940, Biometrika
 * 31:313–323), two-sided as in R's binom.test; check values R 4.2.2.
 */
export function compareCounts(count1: number, mass1G: number, count2: number, mass2G: number): CountComparison {
  for (const [name, value] of Object.entries({ count1, count2 })) wholeIn(name, value, 0, 1e6);
  for (const [name, value] of Object.entries({ mass1G, mass2G })) aboveZero(name, value);
  const n = count1 + count2;
  const share = mass1G / (mass1G + mass2G);
  const atMost = (k: number) => binomialAtMost(k, n, share);
  // The upper tail by the other seed's count, so that a small chance keeps its digits.
  const atLeast = (k: number) => (k <= 0 ? 1 : k > n ? 0 : binomialAtMost(n - k, n, 1 - share));
  const pLess = atMost(count1);
  const pGreater = atLeast(count1);
  const limits = n === 0 ? { lower: 0, upper: 1 } : clopperPearson(count1, n, 0.95);
  const odds = (q: number) => (q >= 1 ? ('Inf' as const) : (q / (1 - q)) * (mass2G / mass1G));
  const mean = n / 2;
  const spread = Math.sqrt(2 * mean);
  return {
    pExactTwoSided: twoSided(count1, n, share, atMost, atLeast),
    pExactDoubled: Math.min(1, 2 * Math.min(pGreater, pLess)),
    pGreater,
    pLess,
    rateRatio: n === 0 ? null : count2 === 0 ? 'Inf' : count1 / mass1G / (count2 / mass2G),
    rateRatioLower: limits.lower === 0 ? 0 : (odds(limits.lower) as number),
    rateRatioUpper: odds(limits.upper),
    ...(mass1G === mass2G
      ? {
          tolerance: {
            mean,
            tolerance196: 1.96 * spread,
            toleranceQnorm975: normalQuantile(0.975) * spread,
            within196: Math.abs(count1 - count2) <= 1.96 * spread,
          },
        }
      : {}),
  };
}

/** Relative slack with which two chances count as equal, so that rounding parts no tie. */
const TIE = 1 + 1e-7;

/** All splits that are no more likely than the one found: its own tail, and as much of the other. */
function twoSided(
  found: number,
  n: number,
  share: number,
  atMost: (k: number) => number,
  atLeast: (k: number) => number,
): number {
  const middle = n * share;
  if (found === middle) return 1;
  const log = logMass(n, share);
  const limit = log(found) + Math.log(TIE);
  const unlikely = (k: number) => log(k) <= limit;
  // Away from the middle the chances only fall, so one end of the other tail can be halved in.
  if (found < middle) {
    const from = firstThat(Math.ceil(middle), n + 1, unlikely);
    return Math.min(1, atMost(found) + atLeast(from));
  }
  const from = firstThat(-Math.floor(middle), 1, (k) => unlikely(-k));
  return Math.min(1, atMost(-from) + atLeast(found));
}

/** The least whole k in [low, high) that `holds`, where it holds from some k on; `high` when it never does. */
function firstThat(low: number, high: number, holds: (k: number) => boolean): number {
  let [a, b] = [low, high];
  while (a < b) {
    const k = Math.floor((a + b) / 2);
    if (holds(k)) b = k;
    else a = k + 1;
  }
  return a;
}

/** ln of the binomial chance of k of n. */
function logMass(n: number, share: number): (k: number) => number {
  const logs = new Float64Array(n + 1);
  for (let i = 1; i <= n; i += 1) logs[i] = (logs[i - 1] ?? 0) + Math.log(i);
  const factorial = (k: number) => logs[k] ?? 0;
  return (k) => factorial(n) - factorial(k) - factorial(n - k) + k * Math.log(share) + (n - k) * Math.log1p(-share);
}
