import { between, wholeIn, zeroOrMore } from '../units/argument.ts';
import { normalChance } from './normalDistribution.ts';

/** Beyond this many standard deviations the normal density adds nothing to a double. */
const FAR = 9;
const STEP = 0.02;
const density = (z: number) => Math.exp((-z * z) / 2) / Math.sqrt(2 * Math.PI);

/**
 * Chance that the range of k independent standard normal values does not exceed q: the studentized
 * range with infinite degrees of freedom, k ∫ φ(z) (Φ(z) − Φ(z − q))^(k−1) dz, by the trapezoid rule,
 * which for so smooth an integrand is exact to about 1e-14.
 *
 * @param q  range in standard deviations, 0 ≤ q < ∞
 * @param k  values, integer 2..1000
 * @throws {RangeError} if an argument leaves its range
 *
 * Source: Tippett L.H.C. (1925) Biometrika 17:364–387; Hartley H.O. (1942) Biometrika 32:309–310.
 */
export function rangeProbability(q: number, k: number): number {
  zeroOrMore('q', q);
  checkValues(k);
  return Math.min(1, k * integral((z) => density(z) * (normalChance(z) - normalChance(z - q)) ** (k - 1)));
}

/**
 * The q that `rangeProbability` gives the chance `prob`, by Newton's method kept inside a bracket.
 *
 * @param prob  0 < prob < 1
 * @param k     values, integer 2..1000
 * @throws {RangeError} if an argument leaves its range
 */
export function rangeQuantile(prob: number, k: number): number {
  between('prob', prob, 0, 1);
  checkValues(k);
  let low = 0;
  let high = 2 * FAR;
  let q = 3;
  for (let tries = 0; tries < 200; tries += 1) {
    const miss = rangeProbability(q, k) - prob;
    if (miss > 0) high = q;
    else low = q;
    const slope = k * (k - 1) * integral((z) => slopeAt(z, q, k));
    const next = q - miss / slope;
    const better = next > low && next < high ? next : (low + high) / 2;
    if (Math.abs(better - q) <= 1e-13 * Math.max(1, q)) return better;
    q = better;
  }
  return q;
}

const slopeAt = (z: number, q: number, k: number) =>
  density(z) * density(z - q) * (normalChance(z) - normalChance(z - q)) ** (k - 2);

function integral(height: (z: number) => number): number {
  let sum = 0;
  for (let i = Math.round(-FAR / STEP); i <= Math.round(FAR / STEP); i += 1) sum += height(i * STEP);
  return sum * STEP;
}

function checkValues(k: number): void {
  wholeIn('k', k, 2, 1000);
}
