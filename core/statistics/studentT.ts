import { betaQuantile, betaTails } from './betaDistribution.ts';

/**
 * Two-sided p-value of Student's t.
 *
 * @param t   any number, ±Infinity included (then 0)
 * @param df  degrees of freedom, > 0
 * Source: the incomplete beta form of the distribution (Abramowitz & Stegun 1964, 26.7.1 with 26.5.27).
 */
export function tTwoSidedP(t: number, df: number): number {
  return Number.isFinite(t) ? betaTails(df / (df + t * t), df / 2, 0.5).lower : 0;
}

/** The t that leaves `tail` (0 < tail < 0.5) above it; df > 0. Source: as above, turned round. */
export function tUpperQuantile(tail: number, df: number): number {
  const x = betaQuantile({ lower: 2 * tail }, df / 2, 0.5);
  if (x < 0.5) return Math.sqrt((df * (1 - x)) / x);
  // Where x is nearly one, what is missing to one keeps the digits.
  const rest = betaQuantile({ upper: 2 * tail }, 0.5, df / 2);
  return Math.sqrt((df * rest) / (1 - rest));
}
