import { rangeQuantile } from '../statistics/studentizedRange.ts';
import { percentIn, wholeIn } from '../units/argument.ts';
import type { WorkingStep } from '../verdict/verdict.ts';

export interface TheoreticalRange {
  readonly q: number;
  readonly sdPercent: number;
  /** Not rounded; the printed tables round in their own way. */
  readonly maxRange: number;
  readonly steps: readonly WorkingStep[];
}

/**
 * The range between replicates that honest counting exceeds with a chance of 1 − prob: q √(p (100 − p) / n).
 *
 * @param k                  replicates, integer 2..100
 * @param seedsPerReplicate  integer 1..1e6
 * @param meanPercent        0..100
 * @param prob               0 < prob < 1
 * @throws {RangeError} if an argument leaves its range
 *
 * Source: the studentized range under a normal approximation; the reasoning behind ISTA Table 5B.
 */
export function theoreticalRange(
  k: number,
  seedsPerReplicate: number,
  meanPercent: number,
  prob: number,
): TheoreticalRange {
  wholeIn('seedsPerReplicate', seedsPerReplicate, 1, 1e6);
  percentIn('meanPercent', meanPercent);
  const q = rangeQuantile(prob, k);
  const sdPercent = Math.sqrt((meanPercent * (100 - meanPercent)) / seedsPerReplicate);
  return {
    q,
    sdPercent,
    maxRange: q * sdPercent,
    steps: [
      { label: `q of ${k} replicates at ${prob}`, result: q.toFixed(4) },
      {
        label: 'standard deviation',
        expression: `√(${meanPercent} × ${Number((100 - meanPercent).toFixed(6))} / ${seedsPerReplicate})`,
        result: sdPercent.toFixed(4),
        unit: '%',
      },
      {
        label: 'largest range',
        expression: `${q.toFixed(4)} × ${sdPercent.toFixed(4)}`,
        result: (q * sdPercent).toFixed(2),
        unit: '%',
      },
    ],
  };
}
