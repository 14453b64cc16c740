import { wholeIn } from '../units/argument.ts';
/**
 * Whether two shares differ: Fisher's exact test, two-sided by the chances no larger than that of the table found.
 *
 * @param hits1, n1, hits2, n2  integers, 0 ≤ hits ≤ n, 1 ≤ n ≤ 1e5
 * @returns p, 0..1
 * @throws {RangeError} if a count is none
 * Source: Fisher R.A. (1935), The logic of inductive inference; two-sided as in R's fisher.test.
 */
export const fisherExact = (hits1: number, n1: number, hits2: number, n2: number): number =>
  fisherTails(hits1, n1, hits2, n2).twoSided;

/** The same, with both of its sides: chances that the first share is found so much above, or below, the second. */
export function fisherTails(
  hits1: number,
  n1: number,
  hits2: number,
  n2: number,
): { readonly twoSided: number; readonly greater: number; readonly less: number } {
  for (const [name, value, least, most] of [
    ['n1', n1, 1, 1e5],
    ['n2', n2, 1, 1e5],
    ['hits1', hits1, 0, n1],
    ['hits2', hits2, 0, n2],
  ] as const)
    wholeIn(name, value, least, most);
  const hits = hits1 + hits2;
  const [least, most] = [Math.max(0, hits - n2), Math.min(hits, n1)];
  // Each chance from the one before by their ratio, in logarithms; that all add up to 1 gives the scale.
  const logs: number[] = [0];
  for (let k = least; k < most; k += 1)
    logs.push((logs.at(-1) ?? 0) + Math.log(((hits - k) / (k + 1)) * ((n1 - k) / (n2 - hits + k + 1))));
  const largest = logs.reduce((a, b) => Math.max(a, b), -Infinity);
  const weights = logs.map((one) => Math.exp(one - largest));
  const sum = (list: readonly number[]) => list.reduce((a, b) => a + b, 0);
  // Chances that are equal but for rounding count as equal, as in R (relative 1e-7).
  const at = hits1 - least;
  const found = (weights[at] ?? 0) * (1 + 1e-7);
  const all = sum(weights);
  const share = (of: readonly number[]) => Math.min(1, sum(of) / all);
  return {
    twoSided: share(weights.filter((one) => one <= found)),
    greater: share(weights.slice(at)),
    less: share(weights.slice(0, at + 1)),
  };
}
