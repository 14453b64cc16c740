import { gammaQuantile } from '../statistics/gammaDistribution.ts';
import { between, percentIn, wholeIn } from '../units/argument.ts';
import type { WorkingStep } from '../verdict/verdict.ts';

export interface Heterogeneity {
  readonly mean: number;
  /** Variance between containers, with N − 1. */
  readonly V: number;
  /** Variance that chance alone would give, without f. */
  readonly W: number;
  /** V/W − f; null where chance alone allows no variance (all at 0 or 100 %, nothing counted). */
  readonly H: number | null;
  /** H, or 0 where it is negative. */
  readonly HReported: number | null;
  readonly critical: number;
  readonly significant: boolean | null;
  readonly steps: readonly WorkingStep[];
}

/**
 * The H that a uniform lot exceeds once in a hundred: f (χ²(0.99; N − 1) / (N − 1) − 1).
 *
 * @param N  container samples, integer 2..1000
 * @param f  allowance for seed that is never quite uniform, > 0
 * @throws {RangeError} if an argument leaves its range
 *
 * Source: ISTA, heterogeneity testing; agrees with the printed critical values within 0.021.
 */
export function criticalH(N: number, f: number): number {
  wholeIn('N', N, 2, 1000);
  between('f', f, 0, 1e6);
  // χ²(0.99; df) is twice the gamma quantile with shape df/2.
  return f * ((2 * gammaQuantile({ upper: 0.01 }, (N - 1) / 2)) / (N - 1) - 1);
}

/**
 * Heterogeneity of percentages (a purity component, germination) over container samples.
 *
 * @param percents  one for each container, 0..100, 2..1000 of them
 * @param n         seeds in each container sample, integer 1..1e6
 * @param f         see `criticalH`
 * @throws {RangeError} if an argument leaves its range
 *
 * Source: ISTA, heterogeneity testing, H value (from memory), W without f.
 */
export function heterogeneityOfPercents(percents: readonly number[], n: number, f: number): Heterogeneity {
  percents.forEach((one, i) => percentIn(`percents.${i}`, one));
  wholeIn('n', n, 1, 1e6);
  return judgeSpread(percents, f, (mean) => ({
    W: (mean * (100 - mean)) / n,
    expression: `${short(mean)} × (100 − ${short(mean)}) / ${n}`,
  }));
}

/** As `heterogeneityOfPercents`, for numbers of other seeds in equal masses: chance alone gives W = mean. */
export function heterogeneityOfCounts(counts: readonly number[], f: number): Heterogeneity {
  counts.forEach((one, i) => wholeIn(`counts.${i}`, one, 0, 1e7));
  return judgeSpread(counts, f, (mean) => ({ W: mean, expression: 'the mean itself' }));
}

function judgeSpread(
  values: readonly number[],
  f: number,
  chance: (mean: number) => { W: number; expression: string },
): Heterogeneity {
  const N = values.length;
  const critical = criticalH(N, f);
  const mean = values.reduce((sum, one) => sum + one, 0) / N;
  const V = values.reduce((sum, one) => sum + (one - mean) ** 2, 0) / (N - 1);
  const { W, expression } = chance(mean);
  const H = W > 0 ? V / W - f : null;
  return {
    mean,
    V,
    W,
    H,
    HReported: H === null ? null : Math.max(0, H),
    critical,
    significant: H === null ? null : H > critical,
    steps: [
      { label: `mean of ${N} containers`, result: short(mean) },
      { label: 'variance between containers, V', result: short(V) },
      { label: 'variance by chance, W', expression, result: short(W) },
      { label: 'H', expression: `${short(V)} / ${short(W)} − ${f}`, result: H === null ? 'undefined' : short(H) },
      {
        label: 'a uniform lot exceeds once in 100',
        expression: `${f} × (χ²(0.99; ${N - 1}) / ${N - 1} − 1)`,
        result: short(critical),
      },
    ],
  };
}

const short = (value: number) => String(Number(value.toPrecision(5)));
