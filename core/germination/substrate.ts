import type { Edition } from '../rule-books/edition.ts';
import { numberIn } from '../units/argument.ts';
import { Exact } from '../units/mass.ts';
import type { Verdict, WorkingStep } from '../verdict/verdict.ts';
import type { GerminationNext } from './next.ts';

/** What was measured of a batch of paper, sand or compost; null = it was not. */
export interface SubstrateMeasured {
  readonly ph: number | null;
  /** mS/m. */
  readonly conductivity: number | null;
}

/**
 * Whether a substrate lies within what its book asks of it.
 *
 * @param measured  pH 0..14; conductivity 0..999 mS/m
 * @returns null where nothing was measured, or the edition names no limits
 * @throws {RangeError} if a figure leaves its range
 * Source: ISTA, germination, substrates: pH 6.0 to 7.5 (from memory, high), at most 40 mS/m (from memory, medium).
 */
export function judgeSubstrate(
  edition: Edition,
  { ph, conductivity }: SubstrateMeasured,
): Verdict<GerminationNext> | null {
  if (ph !== null) numberIn('ph', ph, 0, 14);
  if (conductivity !== null) numberIn('conductivity', conductivity, 0, 999);
  const least = edition.parameterIfAny('germination_substrate_ph_least');
  const most = edition.parameterIfAny('germination_substrate_ph_most');
  const salt = edition.parameterIfAny('germination_substrate_conductivity_most');
  if (!least || !most || !salt || (ph === null && conductivity === null)) return null;
  const sour = ph !== null && new Exact(ph).lt(least.value);
  const alkaline = ph !== null && new Exact(ph).gt(most.value);
  const salty = conductivity !== null && new Exact(conductivity).gt(salt.value);
  const steps: WorkingStep[] = [
    ...(ph === null ? [] : [{ label: `pH, ${least.value} to ${most.value} allowed`, result: String(ph) }]),
    ...(conductivity === null
      ? []
      : [{ label: `conductivity, ${salt.value} allowed`, result: String(conductivity), unit: 'mS/m' }]),
  ];
  return {
    measured: salty ? conductivity : ph,
    limit: salty ? salt.value : sour ? least.value : most.value,
    unit: salty ? 'mS/m' : '',
    outcome: sour || alkaline || salty ? 'outside' : 'within',
    rule: salty ? salt.rule : least.rule,
    steps,
    next: sour || alkaline || salty ? 'take-another-substrate' : 'substrate-is-sound',
  };
}
