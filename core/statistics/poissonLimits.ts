import { between, wholeIn } from '../units/argument.ts';
import { gammaQuantile } from './gammaDistribution.ts';

export interface PoissonLimits {
  readonly lower: number;
  readonly upper: number;
  /** Upper bound when only "how many at most?" is asked. */
  readonly oneSidedUpper: number;
}

/**
 * Exact limits of a Poisson mean from one count. The chi-square quantile q(p; 2k)/2 is the gamma
 * quantile with shape k and rate 1.
 *
 * @param count       items found (integer 0..1e7)
 * @param confidence  0 < confidence < 1
 * @returns           limits of the expected count, not rounded
 * @throws {RangeError} if an argument leaves its range
 *
 * Source: Garwood F. (1936) Biometrika 28:437–442.
 */
export function poissonLimits(count: number, confidence: number): PoissonLimits {
  wholeIn('count', count, 0, 1e7);
  between('confidence', confidence, 0, 1);
  const tail = (1 - confidence) / 2;
  return {
    lower: count === 0 ? 0 : gammaQuantile({ lower: tail }, count),
    upper: gammaQuantile({ upper: tail }, count + 1),
    oneSidedUpper: gammaQuantile({ lower: confidence }, count + 1),
  };
}
