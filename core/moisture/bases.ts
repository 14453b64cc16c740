import { dryFromWet, wetFromDry } from '../drying/equilibrium.ts';
import { aboveZero, ArgumentFault, numberIn, zeroOrMore } from '../units/argument.ts';

/** Percent of the wet mass; all of it water has no dry basis. */
function wetBasis(name: string, value: number): void {
  if (!(value >= 0 && value < 100)) throw new ArgumentFault(name, { is: 'argument.percent', got: value });
}

/**
 * Moisture of the dry mass, from that of the wet mass.
 * @param wetBasisPercent  0 up to (not with) 100
 * Source: arithmetic, 100 w / (100 − w).
 */
export function wetToDry(wetBasisPercent: number): number {
  wetBasis('wetBasisPercent', wetBasisPercent);
  return dryFromWet(wetBasisPercent);
}

/** Moisture of the wet mass, from that of the dry mass, 0 or more. Source: arithmetic, 100 d / (100 + d). */
export function dryToWet(dryBasisPercent: number): number {
  zeroOrMore('dryBasisPercent', dryBasisPercent);
  return wetFromDry(dryBasisPercent);
}

/**
 * Moisture of seed that was dried in two steps: what it lost whole, and what of the rest it lost ground in the oven.
 *
 * @param stage1Percent, stage2Percent  lost in each, percent of what went in, 0..100
 * Source: ISTA, moisture, pre-drying, S₁ + S₂ − S₁ S₂ / 100 (from memory).
 */
export function preDriedMoisture(stage1Percent: number, stage2Percent: number): number {
  numberIn('stage1Percent', stage1Percent, 0, 100);
  numberIn('stage2Percent', stage2Percent, 0, 100);
  return stage1Percent + stage2Percent - (stage1Percent * stage2Percent) / 100;
}

/** Mass at another moisture, and the water that leaves for it; below 0 water has to come in. */
export interface MoistureTarget {
  readonly massAtTargetKg: number;
  readonly waterToRemoveKg: number;
}

/**
 * What seed weighs at another moisture, up or down: its dry matter stays.
 *
 * @param massKg                 > 0
 * @param fromPercent, toPercent  wet basis, 0 up to (not with) 100
 * Source: dry matter stays, W₂ = W₁ (100 − M₁) / (100 − M₂).
 */
export function massAtMoisture(massKg: number, fromPercent: number, toPercent: number): MoistureTarget {
  aboveZero('massKg', massKg);
  wetBasis('fromPercent', fromPercent);
  wetBasis('toPercent', toPercent);
  // Down to its dry matter: 0 % is a mass too.
  const massAtTargetKg = (massKg * (100 - fromPercent)) / (100 - toPercent);
  return { massAtTargetKg, waterToRemoveKg: massKg - massAtTargetKg };
}

/**
 * What a kg of seed is worth at its own moisture, where a price is named at a standard one: water is not paid for.
 *
 * @param pricePerKg  at the standard moisture, 0 or more
 * Source: dry matter, as in `massAtMoisture`.
 */
export function priceAtMoisture(pricePerKg: number, standardPercent: number, percent: number): number {
  zeroOrMore('pricePerKg', pricePerKg);
  wetBasis('standardPercent', standardPercent);
  wetBasis('percent', percent);
  return (pricePerKg * (100 - percent)) / (100 - standardPercent);
}
