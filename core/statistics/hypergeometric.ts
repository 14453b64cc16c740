import { wholeIn } from '../units/argument.ts';
/**
 * Chance of at most c marked items in a sample drawn without putting back.
 *
 * The first term is a product of min(n, D) (or N − D) ratios, the others follow by their ratio, all in
 * logarithms: factorials of large lots would cancel the digits away.
 *
 * @param c  marked items in the sample, integer ≥ 0
 * @param N  items in the lot, integer 1..1e9
 * @param D  marked items in the lot, integer 0..N
 * @param n  items drawn, integer 1..N, at most 1e7
 * @throws {RangeError} if an argument leaves its range
 *
 * Source: the definition of the hypergeometric distribution.
 */
export function hypergeometricCdf(c: number, N: number, D: number, n: number): number {
  wholeIn('lotSize', N, 1, 1e9);
  wholeIn('defectivesInLot', D, 0, N);
  wholeIn('n', n, 1, Math.min(N, 1e7));
  wholeIn('c', c, 0, 1e9);
  const least = Math.max(0, n - (N - D));
  const most = Math.min(n, D);
  if (c < least) return 0;
  if (c >= most) return 1;
  let term = least === 0 ? logNone(N, D, n) : logAllGood(N, N - D, n);
  const terms = [term];
  for (let k = least; k < c; k += 1) {
    term += Math.log(((D - k) / (k + 1)) * ((n - k) / (N - D - n + k + 1)));
    terms.push(term);
  }
  const largest = Math.max(...chunked(terms));
  return Math.min(1, Math.exp(largest) * terms.reduce((sum, one) => sum + Math.exp(one - largest), 0));
}

/** ln P(none marked): the shorter of two equal products. */
function logNone(N: number, D: number, n: number): number {
  const [few, many] = n < D ? [n, D] : [D, n];
  let sum = 0;
  for (let i = 0; i < few; i += 1) sum += Math.log1p(-many / (N - i));
  return sum;
}

/** ln P(every one of the `good` unmarked items is in the sample). */
function logAllGood(N: number, good: number, n: number): number {
  let sum = 0;
  for (let i = 0; i < good; i += 1) sum += Math.log((n - i) / (N - i));
  return sum;
}

/** Maxima of pieces, because a call takes only so many arguments. */
function* chunked(values: readonly number[]): Generator<number> {
  for (let i = 0; i < values.length; i += 1000) yield Math.max(...values.slice(i, i + 1000));
}
