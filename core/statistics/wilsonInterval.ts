import { aboveZero, wholeIn } from '../units/argument.ts';
/** Bounds of a proportion, both fractions: 0 ≤ lower ≤ upper ≤ 1. */
export interface ProportionInterval {
  readonly lower: number;
  readonly upper: number;
}

/**
 * Wilson score interval for a proportion, without continuity correction.
 * Unlike p ± z·s.e. it stays inside 0..1 and keeps a width at 0 and at n.
 *
 * @param hits    items with the property (count, integer 0..trials), e.g. normal seedlings
 * @param trials  items examined (count, integer 1..1e9), e.g. seeds over all replicates
 * @param z       standard normal quantile (no unit, finite, > 0); 1.959964 = 95 % two-sided
 * @returns       bounds as fractions 0..1; not percent, not rounded
 * @throws {RangeError} if an argument leaves its range; the message names it and its value
 *
 * Source: Wilson E.B. (1927) J. Am. Stat. Assoc. 22:209–212. Check values: see the test.
 */
export function wilsonInterval(hits: number, trials: number, z: number): ProportionInterval {
  wholeIn('trials', trials, 1, 1e9);
  wholeIn('hits', hits, 0, trials);
  aboveZero('z', z);

  const p = hits / trials;
  const shrink = 1 + (z * z) / trials;
  const centre = (p + (z * z) / (2 * trials)) / shrink;
  const half = (z / shrink) * Math.sqrt((p * (1 - p)) / trials + (z * z) / (4 * trials * trials));
  // At 0 and n the bound is exact in theory; floating point would miss it by about 1e-17.
  return { lower: hits === 0 ? 0 : centre - half, upper: hits === trials ? 1 : centre + half };
}
