import gammaln from '@stdlib/math-base-special-gammaln';

/**
 * What is left of ln Γ(n + 1) when Stirling's formula is taken away: 1/(12 n) − 1/(360 n³) + …
 *
 * @param n  > 0, need not be whole
 * Source: Loader C. (2000) "Fast and accurate computation of binomial probabilities"; the series: NIST Digital Library
 * of Mathematical Functions 5.11.1.
 */
export function stirlingRest(n: number): number {
  if (n < 15) return gammaln(n + 1) - (n + 0.5) * Math.log(n) + n - 0.5 * Math.log(2 * Math.PI);
  const nn = n * n;
  return (1 / 12 - (1 / 360 - (1 / 1260 - (1 / 1680 - (1 / 1188 - 691 / 360_360 / nn) / nn) / nn) / nn) / nn) / n;
}

/**
 * The deviance x ln(x/m) + m − x without its cancellation near x = m.
 *
 * @param x     > 0
 * @param m     > 0
 * @param away  x − m, where the caller knows it better than by the difference
 * Source: Loader (2000), as above.
 */
export function deviance(x: number, m: number, away = x - m): number {
  if (Math.abs(away) >= 0.1 * (x + m)) return x * Math.log(x / m) - away;
  const v = away / (x + m);
  let sum = away * v;
  let term = 2 * x * v;
  for (let j = 1; j < 1000; j += 1) {
    term *= v * v;
    const next = sum + term / (2 * j + 1);
    if (next === sum) return next;
    sum = next;
  }
  return sum;
}

/** Density of the Poisson form e^(−m) m^x / Γ(x + 1), x > 0 and not necessarily whole; right to about 1e-14 at any size. */
export const poissonForm = (x: number, m: number): number =>
  Math.exp(-stirlingRest(x) - deviance(x, m)) / Math.sqrt(2 * Math.PI * x);

/**
 * The binomial form Γ(n + 1) / (Γ(x + 1) Γ(y + 1)) p^x q^y with n = x + y and q = 1 − p, of x, y > 0 that need not be
 * whole. Both p and q are asked for, so that the smaller one keeps its digits.
 */
export function binomialForm(x: number, y: number, p: number, q: number): number {
  const n = x + y;
  // x − n p = −(y − n q): taken from the smaller chance, which has the digits.
  const away = p <= q ? x - n * p : n * q - y;
  const rest =
    stirlingRest(n) - stirlingRest(x) - stirlingRest(y) - deviance(x, n * p, away) - deviance(y, n * q, -away);
  return Math.exp(rest) * Math.sqrt(n / (2 * Math.PI * x * y));
}
