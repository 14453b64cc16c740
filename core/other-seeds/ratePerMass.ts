import { poissonLimits } from '../statistics/poissonLimits.ts';
import { aboveZero } from '../units/argument.ts';
import { GRAMS_PER } from '../units/gramsPer.ts';
import type { WorkingStep } from '../verdict/verdict.ts';
import { threeFigures } from './noneFound.ts';

export interface Rate {
  readonly estimate: number;
  readonly lower: number;
  readonly upper: number;
}

export interface OtherSeedsRate {
  readonly countLower: number;
  readonly countUpper: number;
  readonly countOneSidedUpper: number;
  readonly perKg: Rate;
  readonly perLb: Rate;
  readonly perOz: Rate;
  /** One-sided: no more than so many, which is what a zero says. */
  readonly atMost: { readonly perKg: number; readonly perLb: number; readonly perOz: number };
  readonly steps: readonly WorkingStep[];
}

/**
 * Other seeds per kg, lb and oz from a count in a stated mass, with exact Poisson limits. A zero
 * found is not a zero present: its upper limit says how many may still be there.
 *
 * @param count       seeds found (integer 0..1e7)
 * @param massG       mass examined, g, > 0
 * @param confidence  0 < confidence < 1
 * @throws {RangeError} if an argument leaves its range
 *
 * Source: Garwood (1936), see `poissonLimits`; pound and ounce as in `units/mass`.
 */
export function ratePerMass(count: number, massG: number, confidence: number): OtherSeedsRate {
  aboveZero('massG', massG);
  const limits = poissonLimits(count, confidence);
  const per = (unit: 'kg' | 'lb' | 'oz'): Rate => {
    const factor = Number(GRAMS_PER[unit]) / massG;
    return { estimate: count * factor, lower: limits.lower * factor, upper: limits.upper * factor };
  };
  const rates = { kg: per('kg'), lb: per('lb'), oz: per('oz') };
  const percent = Number((confidence * 100).toFixed(4));
  return {
    countLower: limits.lower,
    countUpper: limits.upper,
    countOneSidedUpper: limits.oneSidedUpper,
    perKg: rates.kg,
    perLb: rates.lb,
    perOz: rates.oz,
    atMost: {
      perKg: (limits.oneSidedUpper * Number(GRAMS_PER.kg)) / massG,
      perLb: (limits.oneSidedUpper * Number(GRAMS_PER.lb)) / massG,
      perOz: (limits.oneSidedUpper * Number(GRAMS_PER.oz)) / massG,
    },
    steps: [
      { label: 'seeds found', result: String(count) },
      { label: 'mass searched', result: String(massG), unit: 'g' },
      {
        label: `exact Poisson limits, ${percent} %`,
        result: `${threeFigures(limits.lower)} to ${threeFigures(limits.upper)}`,
      },
      ...(['kg', 'lb', 'oz'] as const).flatMap((unit) => [
        {
          label: `per ${unit}`,
          expression: `${count} × ${GRAMS_PER[unit]} / ${massG}`,
          result: threeFigures(rates[unit].estimate),
        },
        {
          label: 'limits',
          result: `${threeFigures(rates[unit].lower)} to ${threeFigures(rates[unit].upper)}`,
        },
      ]),
    ],
  };
}
