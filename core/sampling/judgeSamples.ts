import type { Edition, KindMethod } from '../rule-books/edition.ts';
import { Exact, type ExactNumber } from '../units/mass.ts';
import { judgeAtLeast } from '../verdict/atLeast.ts';
import type { Verdict } from '../verdict/verdict.ts';
import type { SamplingNext } from './next.ts';
import type { SamplingPlan } from './primarySamples.ts';

/** Were as many primary samples taken as the rule book asks for? */
export function judgePrimarySamples(taken: number, plan: SamplingPlan): Verdict<SamplingNext> {
  return judgeAtLeast('primary samples taken', '', new Exact(taken), plan.primarySamples, plan.rule, {
    enough: 'samples-enough',
    short: 'draw-more-samples',
  });
}

/** Mass of the lot against the largest the book allows for its kind, with its excess; null where it sets none. */
export function judgeLotMass(
  edition: Edition,
  massKg: ExactNumber,
  method: KindMethod | undefined,
): Verdict<SamplingNext> | null {
  const largest = method?.maxLotKg;
  if (!largest) return null;
  const excess = edition.parameter('sampling_max_lot_excess_percent').value;
  const limit = new Exact(largest.value).times(100 + excess).div(100);
  const outside = massKg.gt(limit);
  return {
    measured: massKg.toNumber(),
    limit: limit.toNumber(),
    unit: 'kg',
    outcome: outside ? 'outside' : 'within',
    rule: largest.rule,
    steps: [
      { label: 'mass of the lot', result: massKg.toString(), unit: 'kg' },
      {
        label: `largest lot and ${excess} %`,
        expression: `${largest.value} × ${(100 + excess) / 100}`,
        result: limit.toString(),
        unit: 'kg',
      },
    ],
    next: outside ? 'divide-lot' : 'lot-small-enough',
  };
}
