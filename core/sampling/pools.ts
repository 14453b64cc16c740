import { binomialAtMost } from '../statistics/betaDistribution.ts';
import { binomialIntervals, clopperPearson } from '../statistics/binomialInterval.ts';
import { numberIn, wholeIn } from '../units/argument.ts';
import type { WorkingStep } from '../verdict/verdict.ts';

/** Share of pools that show the mark when the share of seeds is p: 1 − (1 − p)^k, without cancellation. */
export function poolShare(p: number, k: number): number {
  return p === 1 ? 1 : -Math.expm1(k * Math.log1p(-p));
}

/** Share of seeds behind a share of pools: the inverse of `poolShare`. */
export function seedShare(theta: number, k: number): number {
  return theta === 1 ? 1 : -Math.expm1(Math.log1p(-theta) / k);
}

export interface PoolEstimate {
  readonly poolFraction: number;
  readonly pHat: number;
  readonly lower: number;
  readonly upper: number;
  readonly oneSidedUpper: number;
}

/**
 * Share of marked seeds from pools that were tested as one: exact limits of the pools, carried over.
 *
 * @param m  pools, integer 1..1e6; k seeds in each, integer 1..1e6; x of them positive, integer 0..m
 * @param confidence  0 < confidence < 1
 * @throws {RangeError} if an argument leaves its range
 *
 * Source: group testing; limits of the pools by Clopper & Pearson (1934).
 */
export function poolEstimate(m: number, k: number, x: number, confidence: number): PoolEstimate {
  checkPools(m, k);
  wholeIn('x', x, 0, m);
  const pools = clopperPearson(x, m, confidence);
  // The one-sided upper limit of x is one minus the lower limit of what is not marked.
  const oneSided = 1 - binomialIntervals(m - x, m, confidence).oneSidedLower.clopperPearson;
  return {
    poolFraction: x / m,
    pHat: seedShare(x / m, k),
    lower: seedShare(pools.lower, k),
    upper: seedShare(pools.upper, k),
    oneSidedUpper: seedShare(oneSided, k),
  };
}

/**
 * Chance that at most c of m pools are positive.
 * @param c  integer 0..m
 * @param p  true share of marked seeds, 0..1
 * @throws {RangeError} if an argument leaves its range
 */
export function poolAcceptance(
  m: number,
  k: number,
  c: number,
  p: number,
): { readonly pPoolPositive: number; readonly pAccept: number } {
  checkPools(m, k);
  wholeIn('c', c, 0, m);
  numberIn('p', p, 0, 1);
  const pPoolPositive = poolShare(p, k);
  return { pPoolPositive, pAccept: binomialAtMost(c, m, pPoolPositive) };
}

function checkPools(m: number, k: number): void {
  wholeIn('m', m, 1, 1e6);
  wholeIn('k', k, 1, 1e6);
}

/** The arithmetic of `poolAcceptance`, as a slip shows it. */
export function poolSteps(
  m: number,
  k: number,
  p: number,
  pPoolPositive: number,
  c: number,
  pAccept: number,
): readonly WorkingStep[] {
  return [
    { label: 'a pool is positive', expression: `1 − (1 − ${p})^${k}`, result: pPoolPositive.toPrecision(5) },
    { label: `at most ${c} of ${m} are`, expression: `binomial P(X ≤ ${c})`, result: pAccept.toPrecision(5) },
  ];
}
