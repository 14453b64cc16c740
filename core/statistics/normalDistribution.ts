import libraryCdf from '@stdlib/stats-base-dists-normal-cdf';
import libraryQuantile from '@stdlib/stats-base-dists-normal-quantile';
import { between } from '../units/argument.ts';
import { gammaQuantile } from './gammaDistribution.ts';

/** Φ(z): chance that a standard normal value does not exceed z. */
export const normalChance = (z: number): number => libraryCdf(z, 0, 1);

/** Below this the library's quantile has run out of digits. */
const FAR = 1e-10;

/**
 * The z that a standard normal value stays at or below with chance p, 0 < p < 1.
 * @throws {RangeError} if p leaves its range
 *
 * Source: the library; in the far tails z² / 2 is the gamma quantile with shape ½.
 */
export function normalQuantile(p: number): number {
  between('p', p, 0, 1);
  return p < FAR ? -Math.sqrt(2 * gammaQuantile({ upper: 2 * p }, 0.5)) : libraryQuantile(p, 0, 1);
}
