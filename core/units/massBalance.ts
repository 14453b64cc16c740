import type { WorkingStep } from '../verdict/verdict.ts';
import { ArgumentFault } from './argument.ts';
import { GRAMS_PER } from './gramsPer.ts';
import { type EnteredMass, Exact, type ExactNumber, toGrams, writtenDecimals } from './mass.ts';

export interface MassBalance {
  /** The whole less its parts, g; below 0 where the parts weigh more than the whole. */
  readonly differenceG: ExactNumber;
  /** What rounding of the written figures alone can explain, g. */
  readonly roundingG: ExactNumber;
  /** `missing`: more is gone than was stated as lost. `gained`: the parts weigh more than the whole. */
  readonly outcome: 'balanced' | 'missing' | 'gained';
  readonly steps: readonly WorkingStep[];
}

/**
 * Does what was divided, or poured together, still weigh what it weighed? Seed may be lost up to the stated
 * loss; seed that was gained came from somewhere else. Both are forgiven as much as the last written digit
 * of each figure leaves open (half a unit of it).
 *
 * @param whole       what was there before it was divided, or after it was poured together
 * @param parts       what it was divided into, or poured together from; in any units
 * @param statedLossG  g, 0 or more
 * @throws {RangeError} if a text is no plain decimal number, or the loss is negative
 *
 * Source: conservation of mass; rounding as half of the last digit written, common practice, no source.
 */
export function balanceMasses(
  whole: EnteredMass,
  parts: readonly EnteredMass[],
  statedLossG: ExactNumber,
): MassBalance {
  if (!statedLossG.gte(0))
    throw new ArgumentFault('statedLossG', { is: 'argument.zero-or-more', got: statedLossG.toNumber() });
  const wholeG = toGrams(whole);
  const partsG = parts.reduce((sum, one) => sum.plus(toGrams(one)), new Exact(0));
  const differenceG = wholeG.minus(partsG);
  const roundingG = [whole, ...parts].reduce((sum, one) => sum.plus(halfOfLastDigit(one)), new Exact(0));
  return {
    differenceG,
    roundingG,
    outcome: differenceG.gt(statedLossG.plus(roundingG))
      ? 'missing'
      : differenceG.lt(roundingG.neg())
        ? 'gained'
        : 'balanced',
    steps: [
      { label: 'the whole', result: wholeG.toString(), unit: 'g' },
      { label: `its ${parts.length} parts together`, result: partsG.toString(), unit: 'g' },
      {
        label: 'difference',
        expression: `${wholeG.toString()} − ${partsG.toString()}`,
        result: differenceG.toString(),
        unit: 'g',
      },
      { label: 'stated as lost', result: statedLossG.toString(), unit: 'g' },
      { label: 'left open by rounding', result: roundingG.toString(), unit: 'g' },
    ],
  };
}

function halfOfLastDigit(mass: EnteredMass): ExactNumber {
  return new Exact(10).pow(-writtenDecimals(mass.text)).times(GRAMS_PER[mass.unit]).div(2);
}
