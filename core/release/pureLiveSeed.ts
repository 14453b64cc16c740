import { ArgumentFault, percentIn } from '../units/argument.ts';
import { Exact } from '../units/mass.ts';
import type { Counts } from '../units/seedCounts.ts';
import type { WorkingStep } from '../verdict/verdict.ts';

export interface LiveShares {
  readonly purityPercent: number;
  readonly germinationPercent: number;
  readonly hardPercent: number;
  readonly dormantPercent: number;
}

/**
 * Pure live seed, percent: pure seed × (germination + hard + dormant) / 100, not rounded.
 * @param purityPercent, germinationPercent, hardPercent, dormantPercent  0..100; the last three add to at most 100
 * @throws {RangeError} if one leaves its range
 *
 * Source: AOSA custom and 7 CFR 201.64 (from memory); dormant seed is counted by trade custom.
 */
export function pureLiveSeed(p: LiveShares): number {
  for (const name of ['purityPercent', 'germinationPercent', 'hardPercent', 'dormantPercent'] as const)
    percentIn(name, p[name]);
  const live = new Exact(p.germinationPercent).plus(p.hardPercent).plus(p.dormantPercent);
  if (live.gt(100))
    throw new ArgumentFault('germinationPercent', { is: 'argument.live-over-hundred', live: live.toNumber() });
  return live.times(p.purityPercent).div(100).toNumber();
}

/** The arithmetic of `pureLiveSeed`, as a slip shows it. */
export function pureLiveSeedSteps(p: LiveShares): readonly WorkingStep[] {
  return [
    { label: 'pure seed', result: String(p.purityPercent), unit: '%' },
    {
      label: 'germination + hard + dormant',
      expression: `${p.germinationPercent} + ${p.hardPercent} + ${p.dormantPercent}`,
      result: new Exact(p.germinationPercent).plus(p.hardPercent).plus(p.dormantPercent).toString(),
      unit: '%',
    },
    {
      label: 'pure live seed',
      expression: `${p.purityPercent} × (${p.germinationPercent} + ${p.hardPercent} + ${p.dormantPercent}) / 100`,
      result: String(pureLiveSeed(p)),
      unit: '%',
    },
  ];
}

/** What counts as live seed by the scheme's setting. */
export function liveShares(purityPercent: number, counts: Counts, countsDormant: boolean): LiveShares {
  return {
    purityPercent,
    germinationPercent: counts.normal,
    hardPercent: counts.hard,
    dormantPercent: countsDormant ? counts.fresh : 0,
  };
}
