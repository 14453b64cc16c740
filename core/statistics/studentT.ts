import betaCdf from '@stdlib/stats-base-dists-beta-cdf';
import betaQuantile from '@stdlib/stats-base-dists-beta-quantile';

/**
 * Two-sided p-value of Student's t.
 *
 * @param t   any number, ±Infinity included (then 0)
 * @param df  degrees of freedom, > 0
 * Source: the incomplete beta form of the distribution (Abramowitz & Stegun 1964, 26.7.1 with 26.5.27).
 */
export function tTwoSidedP(t: number, df: number): number {
  return Number.isFinite(t) ? betaCdf(df / (df + t * t), df / 2, 0.5) : 0;
}

/** The t that leaves `tail` (0 < tail < 0.5) above it; df > 0. Source: as above, turned round. */
export function tUpperQuantile(tail: number, df: number): number {
  const x = betaQuantile(2 * tail, df / 2, 0.5);
  return Math.sqrt((df * (1 - x)) / x);
}
