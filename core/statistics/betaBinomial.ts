import { numberIn, wholeIn } from '../units/argument.ts';
/**
 * How many of `trials` succeed when the share of success is itself only known as a beta distribution: chances of
 * 0, 1, … trials successes.
 *
 * @param trials  integer 0..1e6
 * @param a, b    the parameters of the beta distribution, 1e-6..1e12
 * @returns       trials + 1 chances that add up to 1
 * @throws {RangeError} if an argument leaves its range
 *
 * Source: the definition of the beta-binomial distribution; each chance from its neighbour by their ratio, so that no
 * factorial of a large packet is ever formed.
 */
export function betaBinomialChances(trials: number, a: number, b: number): Float64Array {
  wholeIn('trials', trials, 0, 1e6);
  for (const [name, value] of Object.entries({ a, b })) numberIn(name, value, 1e-6, 1e12);
  const chances = new Float64Array(trials + 1);
  // Away from the mean by the ratio of neighbours, taken as 1 there; that all add up to 1 gives the scale.
  const mean = Math.min(trials, Math.floor((trials * a) / (a + b)));
  let sum = (chances[mean] = 1);
  for (let k = mean, term = 1; k < trials && term > 0; k += 1) {
    term *= ((trials - k) / (k + 1)) * ((k + a) / (trials - k - 1 + b));
    sum += chances[k + 1] = term;
  }
  for (let k = mean, term = 1; k > 0 && term > 0; k -= 1) {
    term *= (k / (trials - k + 1)) * ((trials - k + b) / (k - 1 + a));
    sum += chances[k - 1] = term;
  }
  for (let k = 0; k <= trials; k += 1) chances[k] = (chances[k] ?? 0) / sum;
  return chances;
}

/** The smallest count whose cumulative chance reaches `level` (0..1). */
export function quantileOf(chances: Float64Array, level: number): number {
  let sum = 0;
  for (let k = 0; k < chances.length; k += 1) {
    sum += chances[k] ?? 0;
    if (sum >= level) return k;
  }
  return chances.length - 1;
}
