import { normalChance, normalQuantile } from '../statistics/normalDistribution.ts';
import { tTwoSidedP, tUpperQuantile } from '../statistics/studentT.ts';
import { ArgumentFault } from '../units/argument.ts';

export interface Correlation {
  readonly pearsonR: number | null;
  readonly pearsonT: number | 'Inf' | '-Inf' | null;
  readonly pearsonP: number | null;
  /** Fisher's z; null for fewer than four pairs. */
  readonly pearsonCi95: readonly [number, number] | null;
  readonly spearmanRho: number | null;
  readonly spearmanPT: number | null;
  /** Exact: up to nine pairs, none tied. */
  readonly spearmanPExact?: number;
  readonly kendallTauB: number | null;
  readonly kendallZ: number | null;
  readonly kendallPNormal: number | null;
  /** Exact: up to 49 pairs, none tied. */
  readonly kendallPExact?: number;
}

export interface Agreement {
  readonly n: number;
  readonly meanX: number;
  readonly meanY: number;
  readonly sdX: number;
  readonly sdY: number;
  readonly correlation: Correlation;
  /** First less second. */
  readonly blandAltman: {
    readonly bias: number;
    readonly sdDiff: number;
    readonly lower196: number;
    readonly upper196: number;
    readonly biasCi95: readonly [number, number];
  };
  readonly linCcc: {
    readonly nMinus1: number | null;
    readonly divisorN: number | null;
    readonly biasCorrectionCb: number | null;
  };
}

/**
 * How far two ways of measuring the same packets agree: a float test beside a towel, a towel beside the field.
 *
 * @param x, y  the two readings of each packet in the same unit, 3..1000 of them, finite
 * @returns null where a figure is 0/0: correlation of readings that are all alike
 * @throws {RangeError} if the lists are no pairs
 *
 * Source: Bland J.M. & Altman D.G. (1986) Lancet i:307–310; Lin L.I. (1989) Biometrics 45:255–268; Pearson with
 * Fisher's z, Spearman, Kendall tau-b with the tie-corrected normal approximation, all as in R 4.2.2 cor.test.
 */
export function agreement(x: readonly number[], y: readonly number[]): Agreement {
  const n = x.length;
  if (n < 3 || n > 1000) throw new ArgumentFault('x', { is: 'argument.so-many', least: 3, most: 1000, got: n });
  if (y.length !== n) throw new ArgumentFault('y', { is: 'argument.as-many', as: 'x', wanted: n, got: y.length });
  for (const [name, list] of Object.entries({ x, y }))
    if (!list.every((one) => Number.isFinite(one) && Math.abs(one) <= 1e12))
      throw new ArgumentFault(name, { is: 'argument.up-to', most: 1e12 });
  const differences = x.map((one, i) => one - (y[i] ?? 0));
  const [meanX, meanY, bias] = [mean(x), mean(y), mean(differences)];
  const sdX = Math.sqrt(products(x, x) / (n - 1));
  const sdY = Math.sqrt(products(y, y) / (n - 1));
  const sdDiff = Math.sqrt(products(differences, differences) / (n - 1));
  const reach = (tUpperQuantile(0.025, n - 1) * sdDiff) / Math.sqrt(n);
  return {
    n,
    meanX,
    meanY,
    sdX,
    sdY,
    correlation: { ...pearson(x, y), ...spearman(x, y), ...kendall(x, y) },
    blandAltman: {
      bias,
      sdDiff,
      lower196: bias - 1.96 * sdDiff,
      upper196: bias + 1.96 * sdDiff,
      biasCi95: [bias - reach, bias + reach],
    },
    linCcc: lin(x, y),
  };
}

const mean = (list: readonly number[]) => list.reduce((sum, one) => sum + one, 0) / list.length;

/** Sum of products of the deviations from the means. */
function products(x: readonly number[], y: readonly number[]): number {
  const [mx, my] = [mean(x), mean(y)];
  return x.reduce((sum, one, i) => sum + (one - mx) * ((y[i] ?? 0) - my), 0);
}

function correlate(x: readonly number[], y: readonly number[]): number | null {
  // Readings all alike leave rounding dust in their mean; that is no spread.
  if (alike(x) || alike(y)) return null;
  return Math.max(-1, Math.min(1, products(x, y) / Math.sqrt(products(x, x) * products(y, y))));
}
const alike = (list: readonly number[]) => list.every((one) => one === list[0]);

/** 1 − r² by (1 − r)(1 + r); what differs from a straight line by rounding alone lies on it. */
const EXACT = 4 * Number.EPSILON;

function pearson(x: readonly number[], y: readonly number[]) {
  const n = x.length;
  const found = correlate(x, y);
  if (found === null) return { pearsonR: null, pearsonT: null, pearsonP: null, pearsonCi95: null };
  const r = 1 - Math.abs(found) < EXACT ? Math.sign(found) : found;
  const t = r * Math.sqrt((n - 2) / ((1 - r) * (1 + r)));
  const reach = normalQuantile(0.975) / Math.sqrt(n - 3);
  const ci: [number, number] | null =
    n < 4 ? null : Math.abs(r) === 1 ? [r, r] : [Math.tanh(Math.atanh(r) - reach), Math.tanh(Math.atanh(r) + reach)];
  return {
    pearsonR: r,
    pearsonT: Math.abs(r) === 1 ? (r > 0 ? ('Inf' as const) : ('-Inf' as const)) : t,
    pearsonP: tTwoSidedP(t, n - 2),
    pearsonCi95: ci,
  };
}

/** Ranks from 1; equal readings share the middle of theirs. */
function ranks(list: readonly number[]): number[] {
  const sorted = [...list].sort((a, b) => a - b);
  return list.map((one) => (sorted.indexOf(one) + sorted.lastIndexOf(one)) / 2 + 1);
}

function spearman(x: readonly number[], y: readonly number[]) {
  const n = x.length;
  const [rx, ry] = [ranks(x), ranks(y)];
  const found = correlate(rx, ry);
  if (found === null) return { spearmanRho: null, spearmanPT: null };
  const rho = 1 - Math.abs(found) < EXACT ? Math.sign(found) : found;
  const t = rho * Math.sqrt((n - 2) / ((1 - rho) * (1 + rho)));
  return {
    spearmanRho: rho,
    spearmanPT: tTwoSidedP(t, n - 2),
    ...(n <= 9 && untied(x) && untied(y)
      ? {
          spearmanPExact: spearmanExact(
            n,
            rx.reduce((sum, one, i) => sum + (one - (ry[i] ?? 0)) ** 2, 0),
          ),
        }
      : {}),
  };
}
const untied = (list: readonly number[]) => new Set(list).size === list.length;

/** Twice the smaller tail of Σd² over all n! orders. */
function spearmanExact(n: number, found: number): number {
  let [atMost, atLeast, all] = [0, 0, 0];
  const left = Array.from({ length: n }, (_, i) => i);
  const walk = (place: number, sum: number): void => {
    if (place === n) {
      all += 1;
      if (sum <= found) atMost += 1;
      if (sum >= found) atLeast += 1;
      return;
    }
    for (let i = place; i < n; i += 1) {
      const rank = left[i] ?? 0;
      left[i] = left[place] ?? 0;
      left[place] = rank;
      walk(place + 1, sum + (rank - place) ** 2);
      left[place] = left[i] ?? 0;
      left[i] = rank;
    }
  };
  walk(0, 0);
  return Math.min(1, (2 * Math.min(atMost, atLeast)) / all);
}

function kendall(x: readonly number[], y: readonly number[]) {
  const n = x.length;
  const pairs = (n * (n - 1)) / 2;
  let s = 0;
  for (let i = 0; i < n; i += 1)
    for (let j = i + 1; j < n; j += 1) s += Math.sign((x[i] ?? 0) - (x[j] ?? 0)) * Math.sign((y[i] ?? 0) - (y[j] ?? 0));
  const [tx, ty] = [ties(x), ties(y)];
  const over = (list: readonly number[], of: (t: number) => number) => list.reduce((sum, t) => sum + of(t), 0);
  const two = (t: number) => t * (t - 1);
  const span = Math.sqrt((pairs - over(tx, two) / 2) * (pairs - over(ty, two) / 2));
  if (span === 0) return { kendallTauB: null, kendallZ: null, kendallPNormal: null };
  const three = (t: number) => t * (t - 1) * (t - 2);
  const wide = (t: number) => t * (t - 1) * (2 * t + 5);
  const variance =
    (wide(n) - over(tx, wide) - over(ty, wide)) / 18 +
    (over(tx, two) * over(ty, two)) / (2 * n * (n - 1)) +
    (over(tx, three) * over(ty, three)) / (9 * n * (n - 1) * (n - 2));
  const z = s / Math.sqrt(variance);
  return {
    kendallTauB: s / span,
    kendallZ: z,
    kendallPNormal: 2 * normalChance(-Math.abs(z)),
    ...(n < 50 && tx.length === 0 && ty.length === 0 ? { kendallPExact: kendallExact(n, (s + pairs) / 2) } : {}),
  };
}

/** How many readings share each value, where more than one does. */
function ties(list: readonly number[]): number[] {
  const times = new Map<number, number>();
  for (const one of list) times.set(one, (times.get(one) ?? 0) + 1);
  return [...times.values()].filter((one) => one > 1);
}

/** Twice the smaller tail of the number of agreeing pairs: counts of orders by their inversions, term by term. */
function kendallExact(n: number, found: number): number {
  let counts = [1];
  for (let size = 2; size <= n; size += 1) {
    const next = Array.from({ length: (size * (size - 1)) / 2 + 1 }, () => 0);
    // Shares instead of counts: 49! has no place in a number.
    counts.forEach((one, k) => {
      for (let more = 0; more < size; more += 1) next[k + more] = (next[k + more] ?? 0) + one / size;
    });
    counts = next;
  }
  const tail = (from: number, to: number) => counts.slice(Math.max(0, from), to + 1).reduce((sum, one) => sum + one, 0);
  return Math.min(1, 2 * Math.min(tail(0, found), tail(found, counts.length)));
}

function lin(x: readonly number[], y: readonly number[]): Agreement['linCcc'] {
  const n = x.length;
  const gap = (mean(x) - mean(y)) ** 2;
  const ccc = (divisor: number) => {
    const below = (products(x, x) + products(y, y)) / divisor + gap;
    return below === 0 ? null : (2 * products(x, y)) / divisor / below;
  };
  const r = correlate(x, y);
  const nMinus1 = ccc(n - 1);
  return {
    nMinus1,
    divisorN: ccc(n),
    biasCorrectionCb: r === null || r === 0 || nMinus1 === null ? null : nMinus1 / r,
  };
}
