import { aboveUpTo, aboveZero, ArgumentFault, between } from '../units/argument.ts';
import { massAfterDrying } from './forecast.ts';
import type { WorkingStep } from '../verdict/verdict.ts';

export interface DesiccantNeed {
  readonly waterG: number;
  readonly desiccantG: number;
  readonly massWhenDryG: number;
  readonly steps: readonly WorkingStep[];
}

/**
 * How much water has to leave seed to dry it to a target, and about how much desiccant takes it up.
 *
 * @param massG              seed as it is, g, > 0
 * @param moisturePercent    its moisture now, wet basis, above 0 and below 100
 * @param targetPercent      moisture wanted, above 0 and not above the present one
 * @param uptake             water taken up, g per g of desiccant, above 0 and at most 1
 * @throws {RangeError} naming the argument; a target above the present moisture says that such seed is dry enough
 * Source: dry matter stays, W₂ = W₁ (100 − M₁) / (100 − M₂); uptake from memory.
 */
export function desiccantNeeded(
  massG: number,
  moisturePercent: number,
  targetPercent: number,
  uptake: number,
): DesiccantNeed {
  aboveZero('massG', massG);
  between('moisturePercent', moisturePercent, 0, 100);
  if (!(targetPercent > 0))
    throw new ArgumentFault('targetPercent', { is: 'argument.above', low: 0, got: targetPercent });
  if (targetPercent > moisturePercent)
    throw new ArgumentFault('targetPercent', { is: 'argument.already-drier', moisturePercent, got: targetPercent });
  aboveUpTo('uptake', uptake, 0, 1);
  const massWhenDryG = massAfterDrying(massG, moisturePercent, targetPercent);
  const waterG = massG - massWhenDryG;
  const desiccantG = waterG / uptake;
  return {
    waterG,
    desiccantG,
    massWhenDryG,
    steps: [
      {
        label: 'it will weigh',
        expression: `${massG} × (100 − ${moisturePercent}) / (100 − ${targetPercent})`,
        result: massWhenDryG.toFixed(2),
        unit: 'g',
      },
      {
        label: 'water to take out',
        expression: `${massG} − ${massWhenDryG.toFixed(2)}`,
        result: waterG.toFixed(2),
        unit: 'g',
      },
      { label: 'desiccant', expression: `${waterG.toFixed(2)} / ${uptake}`, result: desiccantG.toFixed(1), unit: 'g' },
    ],
  };
}
