import { MM_PER_INCH } from './screen.ts';
import { aboveUpTo, aboveZero, ArgumentFault, numberIn, percentIn, zeroOrMore } from '../units/argument.ts';
import { GRAMS_PER } from '../units/gramsPer.ts';
import type { WorkingStep } from '../verdict/verdict.ts';

const KG_PER_LB = Number(GRAMS_PER.lb) / 1000;
/** A US bushel is 2 150.42 cubic inches; litres. */
export const LITRES_PER_BUSHEL = (2150.42 * MM_PER_INCH ** 3) / 1e6;

export interface TradeMass {
  readonly lb: number;
  readonly kg: number;
}

/**
 * A trade bushel is pounds divided by the pounds that a bushel of the kind counts: a unit of mass, whatever room it
 * takes.
 *
 * @param bushels         0 or more
 * @param poundsPerBushel  > 0
 * Source: US trade units; a pound is 0.45359237 kg.
 */
export function tradeBushels(bushels: number, poundsPerBushel: number): TradeMass {
  zeroOrMore('bushels', bushels);
  aboveZero('poundsPerBushel', poundsPerBushel);
  const lb = bushels * poundsPerBushel;
  return { lb, kg: lb * KG_PER_LB };
}
export const bushelsOf = (kg: number, poundsPerBushel: number): number => kg / KG_PER_LB / poundsPerBushel;

/** Pounds in a measured bushel, a quality, as kilograms in a hectolitre. Source: 1 bu = 2 150.42 cubic inches. */
export const testWeightKgHl = (poundsPerMeasuredBushel: number): number =>
  (poundsPerMeasuredBushel * KG_PER_LB * 100) / LITRES_PER_BUSHEL;
export const testWeightPounds = (kgHl: number): number => (kgHl * LITRES_PER_BUSHEL) / 100 / KG_PER_LB;

export interface Load {
  readonly grossKg: number;
  readonly dockagePercent: number;
  readonly moisturePercent: number | null;
  /** Moisture that is paid for in full; above it water is taken off. */
  readonly baseMoisturePercent: number | null;
  readonly poundsPerBushel: number | null;
  readonly pricePerBushel: number | null;
  /** Where it is not sold by the bushel. */
  readonly pricePerKg: number | null;
  readonly feePerKg: number;
}
export interface Settlement {
  readonly dockageKg: number;
  readonly shrinkKg: number;
  readonly netKg: number;
  readonly bushels: number | null;
  readonly fee: number;
  /** null where no price was named. */
  readonly pays: number | null;
  readonly steps: readonly WorkingStep[];
}

/**
 * What a load is paid for: dockage is taken off first, then the water above the base moisture; the fee goes by what came.
 *
 * @throws {RangeError} naming the figure that cannot be
 * Source: common practice, no source; shrink by dry matter, W₂ = W₁ (100 − M₁) / (100 − M₂).
 */
export function settle(load: Load): Settlement {
  const { grossKg, dockagePercent, moisturePercent, baseMoisturePercent, poundsPerBushel, feePerKg } = load;
  aboveZero('grossKg', grossKg);
  percentIn('dockagePercent', dockagePercent);
  zeroOrMore('feePerKg', feePerKg);
  for (const [name, value] of Object.entries({ moisturePercent, baseMoisturePercent }))
    if (value !== null && !(value >= 0 && value < 100))
      throw new ArgumentFault(name, { is: 'argument.percent', got: value });
  const dockageKg = (grossKg * dockagePercent) / 100;
  const clean = grossKg - dockageKg;
  const wet =
    moisturePercent !== null && baseMoisturePercent !== null && moisturePercent > baseMoisturePercent
      ? { at: moisturePercent, base: baseMoisturePercent }
      : null;
  const netKg = wet === null ? clean : (clean * (100 - wet.at)) / (100 - wet.base);
  const bushels = poundsPerBushel === null ? null : bushelsOf(netKg, poundsPerBushel);
  const fee = feePerKg * grossKg;
  const worth =
    load.pricePerBushel === null
      ? load.pricePerKg === null
        ? null
        : netKg * load.pricePerKg
      : bushels === null
        ? null
        : bushels * load.pricePerBushel;
  const pays = worth === null ? null : worth - fee;
  const shown = (value: number) => value.toFixed(1);
  return {
    dockageKg,
    shrinkKg: clean - netKg,
    netKg,
    bushels,
    fee,
    pays,
    steps: [
      { label: 'came', result: shown(grossKg), unit: 'kg' },
      { label: 'dockage', expression: `${grossKg} × ${dockagePercent} %`, result: shown(dockageKg), unit: 'kg' },
      ...(wet === null
        ? []
        : [
            {
              label: 'net of water',
              expression: `${shown(clean)} × (100 − ${wet.at}) / (100 − ${wet.base})`,
              result: shown(netKg),
              unit: 'kg',
            },
          ]),
      ...(bushels === null || poundsPerBushel === null
        ? []
        : [
            {
              label: 'trade bushels',
              expression: `${shown(netKg)} / ${KG_PER_LB} / ${poundsPerBushel}`,
              result: bushels.toFixed(2),
              unit: 'bu',
            },
          ]),
    ],
  };
}

export interface ExpectedBags {
  readonly cleanKg: number;
  readonly bags: number;
  /** Left over for a bag that is not full. */
  readonly restKg: number;
  /** What it sows at the rate; null without one. */
  readonly hectares: number | null;
}

/**
 * What a load will come to in bags, and what they sow.
 *
 * @param screeningsPercent  expected to leave; about a tenth of a cereal lot (common practice, no source)
 * @throws {RangeError} naming the figure that cannot be
 */
export function expectedBags(
  loadKg: number,
  screeningsPercent: number,
  bagKg: number,
  rateKgHa: number | null,
): ExpectedBags {
  aboveZero('loadKg', loadKg);
  percentIn('screeningsPercent', screeningsPercent);
  aboveZero('bagKg', bagKg);
  if (rateKgHa !== null) aboveUpTo('rateKgHa', rateKgHa, 0, 10_000);
  const cleanKg = (loadKg * (100 - screeningsPercent)) / 100;
  // A bag that is full to the last digit is full.
  const bags = Math.floor(cleanKg / bagKg + 1e-9);
  return {
    cleanKg,
    bags,
    restKg: Math.max(0, cleanKg - bags * bagKg),
    hectares: rateKgHa === null ? null : cleanKg / rateKgHa,
  };
}

/** Room that a truck needs, and that a pit has, m. */
export interface Room {
  readonly lengthM: number;
  readonly widthM: number;
  readonly heightM: number;
}
export type TooLarge = 'length' | 'width' | 'height' | 'mass';

/** Why a truck cannot be tipped at a pit; empty = it can. What nobody measured is not held against it. */
export function truckFits(
  truck: { readonly [K in keyof Room]: number | null } & { readonly massKg: number | null },
  pit: { readonly [K in keyof Room]: number | null } & { readonly massKg: number | null },
): TooLarge[] {
  const over = (a: number | null, b: number | null) => a !== null && b !== null && a > b;
  return [
    ...(over(truck.lengthM, pit.lengthM) ? (['length'] as const) : []),
    ...(over(truck.widthM, pit.widthM) ? (['width'] as const) : []),
    ...(over(truck.heightM, pit.heightM) ? (['height'] as const) : []),
    ...(over(truck.massKg, pit.massKg) ? (['mass'] as const) : []),
  ];
}

/** What rate a treatment came to: product used over seed treated, against the rate that was set, percent of it. */
export function treatmentRate(
  usedMl: number,
  seedKg: number,
  setMlPer100Kg: number,
): { mlPer100Kg: number; percentOfSet: number } {
  zeroOrMore('usedMl', usedMl);
  aboveZero('seedKg', seedKg);
  numberIn('setMlPer100Kg', setMlPer100Kg, 0.001, 1e6);
  const mlPer100Kg = (100 * usedMl) / seedKg;
  return { mlPer100Kg, percentOfSet: (100 * mlPer100Kg) / setMlPer100Kg };
}
