import { aboveUpTo, ArgumentFault } from '../units/argument.ts';
import { invert } from './invert.ts';
import { poissonForm } from './saddlePoint.ts';

/** A chance and what is missing of it to one, each with all its digits. */
export interface Tails {
  readonly lower: number;
  readonly upper: number;
}

const TINY = 1e-300;
const MOST_TERMS = 10_000_000;

/**
 * Chances of a gamma value of rate 1 to lie at most at x, and above it.
 *
 * The library's own function is wrong by up to 1e-2 above its mean for shapes from about 900 on, which is why this
 * one stands here; the tests hold it against forty digits.
 *
 * @param x      ≥ 0
 * @param shape  > 0, to 1e8
 * @throws {RangeError} if an argument leaves its range
 *
 * Source: series and continued fraction of the incomplete gamma function (Abramowitz & Stegun 1964, 6.5.29, 6.5.31)
 * behind Loader's saddle-point form.
 */
export function gammaTails(x: number, shape: number): Tails {
  aboveUpTo('shape', shape, 0, 1e8);
  if (!(x >= 0)) throw new ArgumentFault('x', { is: 'argument.zero-or-more', got: x });
  if (x === 0) return { lower: 0, upper: 1 };
  if (x === Infinity) return { lower: 1, upper: 0 };
  const front = poissonForm(shape, x);
  if (x < shape + 1) {
    let term = 1;
    let sum = 1;
    for (let n = 1; n < MOST_TERMS && term > sum * 1e-17; n += 1) {
      term *= x / (shape + n);
      sum += term;
    }
    const lower = Math.min(1, front * sum);
    return { lower, upper: 1 - lower };
  }
  let b = x + 1 - shape;
  let c = 1 / TINY;
  let d = 1 / b;
  let h = d;
  for (let i = 1; i < MOST_TERMS; i += 1) {
    const a = -i * (i - shape);
    b += 2;
    d = 1 / (a * d + b || TINY);
    c = b + a / c || TINY;
    const step = d * c;
    h *= step;
    if (Math.abs(step - 1) < 1e-16) break;
  }
  const upper = Math.min(1, front * shape * h);
  return { lower: 1 - upper, upper };
}

/**
 * The value that a gamma variable of rate 1 exceeds with the chance `tail.upper`, or stays at or below with `tail.lower`.
 *
 * @param tail   one of both, 0 < chance < 1
 * @param shape  > 0, to 1e8
 * @throws {RangeError} if an argument leaves its range
 *
 * Source: the distribution turned round by Newton's steps inside a bracket; start by Wilson E.B. & Hilferty M.M. (1931)
 * Proc. Natl. Acad. Sci. 17:684–688.
 */
export function gammaQuantile(tail: { readonly lower: number } | { readonly upper: number }, shape: number): number {
  const start = shape < 0.6 ? shape : Math.max(shape * (1 - 1 / (9 * shape)) ** 3, shape / 10);
  return invert(
    tail,
    (x) => gammaTails(x, shape),
    (x) => poissonForm(shape, x) * (shape / x),
    { start, low: 0, high: Infinity },
  );
}

/** Chance of at most k events where m are expected: k whole and ≥ 0, m ≥ 0. */
export const poissonAtMost = (k: number, m: number): number => (m === 0 ? 1 : gammaTails(m, k + 1).upper);
