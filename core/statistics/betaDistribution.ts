import { ArgumentFault, numberIn } from '../units/argument.ts';
import type { Tails } from './gammaDistribution.ts';
import { invert } from './invert.ts';
import { binomialForm } from './saddlePoint.ts';

const MOST_TERMS = 1_000_000;

/**
 * Chances of a beta value to lie at most at x, and above it.
 *
 * The library's own function is wrong by up to 1e-6 for 1e8 seeds and more; the tests hold this one against forty
 * digits.
 *
 * @param x     0..1
 * @param a, b  > 0, to 1e9 together
 * @throws {RangeError} if an argument leaves its range
 *
 * Source: continued fraction of Didonato A.R. & Morris A.H. (1992) ACM Trans. Math. Softw. 18:360–373, which keeps its
 * digits near the mean, behind Loader's saddle-point form; recurrences: NIST Digital Library of Mathematical Functions
 * 8.17.20 and 8.17.21.
 */
export function betaTails(x: number, a: number, b: number): Tails {
  if (!(a > 0 && b > 0 && a + b <= 1.1e9)) throw new ArgumentFault('a', { is: 'argument.shapes', a, b });
  numberIn('x', x, 0, 1);
  if (x === 0) return { lower: 0, upper: 1 };
  if (x === 1) return { lower: 1, upper: 0 };
  const y = 1 - x;
  const form = binomialForm(a, b, x, y);
  // The fraction wants both above 1: one step of the recurrence brings them there.
  if (a <= 1) {
    const next = betaTails(x, a + 1, b);
    const step = (form * b) / (a + b);
    return { lower: Math.min(1, next.lower + step), upper: Math.max(0, next.upper - step) };
  }
  if (b <= 1) {
    const next = betaTails(x, a, b + 1);
    const step = (form * a) / (a + b);
    return { lower: Math.max(0, next.lower - step), upper: Math.min(1, next.upper + step) };
  }
  const front = (form * a * b) / (a + b);
  // How far x lies below the mean, from the side that has the digits.
  const below = x <= y ? a - (a + b) * x : (a + b) * y - b;
  if (below >= 0) {
    const lower = Math.min(1, front * fraction(x, y, a, b, below));
    return { lower, upper: 1 - lower };
  }
  const upper = Math.min(1, front * fraction(y, x, b, a, -below));
  return { lower: 1 - upper, upper };
}

/** The continued fraction for x at or below the mean, a and b above 1, `below` = a − (a + b) x ≥ 0. */
function fraction(x: number, y: number, a: number, b: number, below: number): number {
  const c = 1 + below;
  const [c0, c1] = [b / a, 1 + 1 / a];
  let [p, s] = [1, a + 1];
  let [before, now] = [0, 1];
  let [belowBefore, belowNow] = [1, c / c1];
  let ratio = c1 / c;
  for (let n = 1; n < MOST_TERMS; n += 1) {
    const t = n / a;
    const w = n * (b - n) * x;
    const e = a / s;
    const alpha = p * (p + c0) * e * e * (w * x);
    const beta = n + w / s + ((1 + t) / (c1 + t + t)) * (c + n * (1 + y));
    p = 1 + t;
    s += 2;
    [before, now] = [now, alpha * before + beta * now];
    [belowBefore, belowNow] = [belowNow, alpha * belowBefore + beta * belowNow];
    const next = now / belowNow;
    if (Math.abs(next - ratio) <= 1e-17 * next || next === ratio) return next;
    ratio = next;
    before /= belowNow;
    belowBefore /= belowNow;
    now = ratio;
    belowNow = 1;
  }
  return ratio;
}

/**
 * The value that a beta variable exceeds with the chance `tail.upper`, or stays at or below with `tail.lower`.
 *
 * @param tail  one of both, 0 < chance < 1
 * @param a, b  as in `betaTails`
 * @throws {RangeError} if an argument leaves its range
 *
 * Source: the distribution turned round by Newton's steps inside a bracket.
 */
export function betaQuantile(
  tail: { readonly lower: number } | { readonly upper: number },
  a: number,
  b: number,
): number {
  return invert(
    tail,
    (x) => betaTails(x, a, b),
    (x) => (x <= 0 || x >= 1 ? 0 : (binomialForm(a, b, x, 1 - x) * a * b) / ((a + b) * x * (1 - x))),
    { start: a / (a + b), low: 0, high: 1 },
  );
}

/** Chance of at most k hits among n, each with the chance p: k and n whole, 0 ≤ k ≤ n, 0 ≤ p ≤ 1. */
export function binomialAtMost(k: number, n: number, p: number): number {
  if (k < 0) return 0;
  if (k >= n) return 1;
  return betaTails(p, k + 1, n - k).upper;
}
