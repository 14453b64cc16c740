import { Exact } from '../units/mass.ts';

/**
 * Pure live seed, percent: pure seed × (germination + hard + dormant) / 100, not rounded.
 * @param purityPercent, germinationPercent, hardPercent, dormantPercent  0..100; the last three add to at most 100
 * @throws {RangeError} if one leaves its range
 *
 * Source: AOSA custom and 7 CFR 201.64 (from memory); dormant seed is counted by trade custom.
 */
export function pureLiveSeed(p: {
  readonly purityPercent: number;
  readonly germinationPercent: number;
  readonly hardPercent: number;
  readonly dormantPercent: number;
}): number {
  for (const name of ['purityPercent', 'germinationPercent', 'hardPercent', 'dormantPercent'] as const)
    if (!(p[name] >= 0 && p[name] <= 100)) throw new RangeError(`${name} must be a percentage 0..100, got ${p[name]}`);
  const live = new Exact(p.germinationPercent).plus(p.hardPercent).plus(p.dormantPercent);
  if (live.gt(100))
    throw new RangeError(`germinationPercent, hardPercent and dormantPercent add to ${live.toString()}, more than 100`);
  return live.times(p.purityPercent).div(100).toNumber();
}
