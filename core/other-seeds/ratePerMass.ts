import { poissonLimits } from '../statistics/poissonLimits.ts';
import { GRAMS_PER } from '../units/mass.ts';

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
  if (!(massG > 0 && massG < Infinity)) throw new RangeError(`massG must be above 0 and finite, got ${massG}`);
  const limits = poissonLimits(count, confidence);
  const per = (gramsOfUnit: string): Rate => {
    const factor = Number(gramsOfUnit) / massG;
    return { estimate: count * factor, lower: limits.lower * factor, upper: limits.upper * factor };
  };
  return {
    countLower: limits.lower,
    countUpper: limits.upper,
    countOneSidedUpper: limits.oneSidedUpper,
    perKg: per(GRAMS_PER.kg),
    perLb: per(GRAMS_PER.lb),
    perOz: per(GRAMS_PER.oz),
  };
}
