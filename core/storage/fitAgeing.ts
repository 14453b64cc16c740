import { normalChance, normalQuantile } from '../statistics/normalDistribution.ts';
import { tUpperQuantile } from '../statistics/studentT.ts';
import { numberIn, wholeIn } from '../units/argument.ts';

/** One germination test of a series: how old the seed was, how many of how many came up. */
export interface AgeTest {
  /** Days in store, ≥ 0. */
  readonly days: number;
  readonly germinated: number;
  readonly n: number;
}

export interface AgeingCurve {
  /** Probit of the living share at the start. */
  readonly Ki: number;
  /** Probits a day; below 0 where seed ages. */
  readonly slope: number;
  /** Whether the tests fall with time at all; where they rise, the times below lie before the start. */
  readonly falls: boolean;
  /** Days to lose one probit, and days until a half and until 85 % are alive; null where nothing changes. */
  readonly sigma: number | null;
  readonly P50: number | null;
  readonly P85: number | null;
  readonly seKi: number;
  readonly seSlope: number;
  readonly covKiSlope: number;
  readonly seSigma: number | null;
  readonly seP50: number | null;
  readonly seP85: number | null;
  readonly logLikelihood: number;
  readonly deviance: number;
  readonly df: number;
  readonly pearsonX2: number;
}

/** Why there is no curve, in words for people. */
export interface NoCurve {
  readonly reason: 'one-age' | 'all-came-up' | 'none-came-up' | 'no-test-between' | 'only-rises' | 'no-line';
}

const STEEPEST = -normalQuantile(Number.EPSILON);
const density = (x: number) => Math.exp((-x * x) / 2) / Math.sqrt(2 * Math.PI);

/**
 * The ageing curve of one seed lot or kind: probit of the living share as a straight line in time, by maximum
 * likelihood (Fisher scoring).
 *
 * @param tests  at least two, at two different ages; germinated 0..n, n integer 1..1e6
 * @returns the curve with standard errors from the expected information (delta method for sigma, P50, P85), or
 *          the reason why these tests give none
 * @throws {RangeError} if a test is no test
 *
 * Source: the seed viability equation (Ellis & Roberts 1980) in constant store, fitted as in R 4.2.2
 * glm(binomial("probit")).
 */
export function fitAgeing(tests: readonly AgeTest[]): AgeingCurve | NoCurve {
  tests.forEach(checkTest);
  const seeds = tests.reduce((sum, one) => sum + one.n, 0);
  const alive = tests.reduce((sum, one) => sum + one.germinated, 0);
  const ages = new Set(tests.map((one) => one.days));
  if (ages.size < 2) return { reason: 'one-age' };
  if (alive === seeds) return { reason: 'all-came-up' };
  if (alive === 0) return { reason: 'none-came-up' };
  // Living seeds all younger than the dead ones, or all older: any steeper line is likelier still, so none is likeliest.
  const living = tests.filter((one) => one.germinated > 0).map((one) => one.days);
  const dead = tests.filter((one) => one.germinated < one.n).map((one) => one.days);
  if (Math.max(...living) <= Math.min(...dead)) return { reason: 'no-test-between' };
  if (Math.max(...dead) <= Math.min(...living)) return { reason: 'only-rises' };
  const [first, last] = [Math.min(...ages), Math.max(...ages)];
  // Time is taken from the first test in units of the whole span: days in the thousands would cost digits.
  const span = last - first;
  const points = tests.map((one) => ({ x: (one.days - first) / span, k: one.germinated, n: one.n }));
  const line = scoring(points);
  if (!line) return { reason: 'no-line' };
  const slope = line.b / span;
  const Ki = line.a - slope * first;
  const varSlope = line.varB / span ** 2;
  const cov = line.covAB / span - first * varSlope;
  const varKi = line.varA - (2 * first * line.covAB) / span + first ** 2 * varSlope;
  const at = (percent: number) => {
    if (slope === 0) return { days: null, se: null };
    const q = percent === 50 ? 0 : normalQuantile(percent / 100);
    const days = (q - Ki) / slope;
    return { days, se: Math.sqrt(Math.max(0, varKi + 2 * days * cov + days ** 2 * varSlope)) / Math.abs(slope) };
  };
  const [half, label] = [at(50), at(85)];
  const fitted = points.map((one) => ({ ...one, p: share(line.a + line.b * one.x) }));
  return {
    Ki,
    slope,
    falls: slope < 0,
    sigma: slope === 0 ? null : -1 / slope,
    P50: half.days,
    P85: label.days,
    seKi: Math.sqrt(varKi),
    seSlope: Math.sqrt(varSlope),
    covKiSlope: cov,
    seSigma: slope === 0 ? null : Math.sqrt(varSlope) / slope ** 2,
    seP50: half.se,
    seP85: label.se,
    logLikelihood: fitted.reduce((sum, { k, n, p }) => sum + lnChoose(n, k) + times(k, p) + times(n - k, 1 - p), 0),
    deviance: 2 * fitted.reduce((sum, { k, n, p }) => sum + gap(k, n * p) + gap(n - k, n * (1 - p)), 0),
    df: tests.length - 2,
    pearsonX2: fitted.reduce((sum, { k, n, p }) => sum + (k - n * p) ** 2 / (n * p * (1 - p)), 0),
  };
}

/** The living share at an age, with 95 % limits of the curve, as fractions. */
export interface ShareAlive {
  readonly estimate: number;
  readonly lower: number;
  readonly upper: number;
}

/** What a curve says of any age, days: how far its limits reach is reckoned once. */
export function sharesOn(curve: AgeingCurve): (days: number) => ShareAlive {
  const { times } = scatter(curve);
  return (days) => {
    const v = curve.Ki + curve.slope * days;
    const se = Math.sqrt(Math.max(0, curve.seKi ** 2 + 2 * days * curve.covKiSlope + days ** 2 * curve.seSlope ** 2));
    const reach = times * se;
    return { estimate: share(v), lower: share(v - reach), upper: share(v + reach) };
  };
}

/**
 * How far the limits of a curve reach, in standard errors. Where the tests scatter more than chance allows
 * (Pearson X² above its degrees of freedom) the error is widened by √(X²/df) and Student's t takes the place of
 * the normal. Source: Finney D.J. (1971) Probit Analysis, heterogeneity factor; from memory.
 */
export function scatter({ pearsonX2, df }: Pick<AgeingCurve, 'pearsonX2' | 'df'>): { factor: number; times: number } {
  const factor = df > 0 ? pearsonX2 / df : 1;
  if (factor <= 1 || df < 1) return { factor, times: normalQuantile(0.975) };
  return { factor, times: Math.sqrt(factor) * tUpperQuantile(0.025, df) };
}

function checkTest({ days, germinated, n }: AgeTest): void {
  numberIn('days', days, 0, 1e6);
  wholeIn('n', n, 1, 1e6);
  wholeIn('germinated', germinated, 0, n);
}

interface Line {
  readonly a: number;
  readonly b: number;
  readonly varA: number;
  readonly varB: number;
  readonly covAB: number;
}

const share = (eta: number) => normalChance(Math.min(STEEPEST, Math.max(-STEEPEST, eta)));

/** Iteratively reweighted least squares; null when they come to no rest. */
function scoring(points: readonly { x: number; k: number; n: number }[]): Line | null {
  let etas = points.map(({ k, n }) => normalQuantile((k + 0.5) / (n + 1)));
  let before = { a: NaN, b: NaN };
  for (let round = 0; round < 200; round += 1) {
    let [w0, w1, w2, z0, z1] = [0, 0, 0, 0, 0];
    points.forEach(({ x, k, n }, i) => {
      const eta = etas[i] ?? 0;
      const p = share(eta);
      const d = Math.max(density(eta), Number.EPSILON);
      const weight = (n * d * d) / (p * (1 - p));
      const z = eta + (k / n - p) / d;
      w0 += weight;
      w1 += weight * x;
      w2 += weight * x * x;
      z0 += weight * z;
      z1 += weight * z * x;
    });
    const det = w0 * w2 - w1 * w1;
    if (!(det > 0)) return null;
    const a = (w2 * z0 - w1 * z1) / det;
    const b = (w0 * z1 - w1 * z0) / det;
    if (!Number.isFinite(a) || !Number.isFinite(b)) return null;
    if (Math.abs(a - before.a) + Math.abs(b - before.b) < 1e-12 * (1 + Math.abs(a) + Math.abs(b)))
      return { a, b, varA: w2 / det, varB: w0 / det, covAB: -w1 / det };
    before = { a, b };
    etas = points.map(({ x }) => Math.min(STEEPEST, Math.max(-STEEPEST, a + b * x)));
  }
  return null;
}

const times = (count: number, p: number) => (count === 0 ? 0 : count * Math.log(p));
const gap = (seen: number, expected: number) => (seen === 0 ? 0 : seen * Math.log(seen / expected));

function lnChoose(n: number, k: number): number {
  const few = Math.min(k, n - k);
  let sum = 0;
  for (let i = 1; i <= few; i += 1) sum += Math.log((n - few + i) / i);
  return sum;
}
