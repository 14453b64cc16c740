/**
 * How many of `trials` succeed when the share of success is itself only known as a beta distribution: chances of
 * 0, 1, … trials successes.
 *
 * @param trials  integer 0..1e6
 * @param a, b    the parameters of the beta distribution, > 0
 * @returns       trials + 1 chances that add up to 1
 * @throws {RangeError} if an argument leaves its range
 *
 * Source: the definition of the beta-binomial distribution; each chance from the one before by their ratio, in
 * logarithms, so that no factorial of a large packet is ever formed.
 */
export function betaBinomialChances(trials: number, a: number, b: number): Float64Array {
  if (!Number.isInteger(trials) || trials < 0 || trials > 1e6)
    throw new RangeError(`trials must be an integer 0..1000000, got ${trials}`);
  for (const [name, value] of Object.entries({ a, b }))
    if (!(value > 0 && value < Infinity)) throw new RangeError(`${name} must be above 0 and finite, got ${value}`);
  const chances = new Float64Array(trials + 1);
  let largest = 0;
  for (let k = 0, term = 0; k <= trials; k += 1) {
    chances[k] = term;
    largest = Math.max(largest, term);
    term += Math.log(((trials - k) / (k + 1)) * ((k + a) / (trials - k - 1 + b)));
  }
  // The first term was taken as 1; that all add up to 1 gives the scale.
  let sum = 0;
  for (let k = 0; k <= trials; k += 1) {
    chances[k] = Math.exp((chances[k] ?? 0) - largest);
    sum += chances[k] ?? 0;
  }
  return chances.map((one) => one / sum);
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
