import { aboveUpTo, aboveZero } from '../units/argument.ts';
import { GRAMS_PER, type MassUnit } from '../units/gramsPer.ts';
import type { WorkingStep } from '../verdict/verdict.ts';

/** Square metres in one unit: are and hectare are decimal; foot 0.3048 m and acre 43 560 square feet, exactly (1959). */
export const SQUARE_METRES_PER = {
  'm²': 1,
  are: 100,
  ha: 10_000,
  'sq ft': 0.3048 ** 2,
  acre: 43_560 * 0.3048 ** 2,
} as const;
export type AreaUnit = keyof typeof SQUARE_METRES_PER;
/** Metres in one unit; an inch is 0.0254 m exactly (1959). */
export const METRES_PER = { m: 1, cm: 0.01, ft: 0.3048, in: 0.0254 } as const;
export type LengthUnit = keyof typeof METRES_PER;

export interface BedSeed {
  /** g, above 0; null = not known, and no mass is told. */
  readonly thousandSeedWeightG: number | null;
  /** Shares, percent, above 0 up to 100. */
  readonly purityPercent: number;
  readonly germinationPercent: number;
  readonly emergencePercent: number;
}

export interface BedSowing {
  /** Seeds to sow, and what they weigh as they lie in the bag. */
  readonly seeds: number;
  readonly massG: number | null;
  readonly steps: readonly WorkingStep[];
}

/** Packets of so many seeds that hold as many as are sown; at least one. */
export const packetsNeeded = (seeds: number, inPacket: number): number =>
  Math.max(1, Math.ceil(seeds / Math.max(1, inPacket)));

/** A mass on an area as a rate; the pound and the acre by their definitions of 1959. */
export function rateOn(massG: number, squareMetres: number): { readonly kgPerHa: number; readonly lbPerAcre: number } {
  const on = (mass: MassUnit, area: AreaUnit) => massIn(massG, mass) / (squareMetres / SQUARE_METRES_PER[area]);
  return { kgPerHa: on('kg', 'ha'), lbPerAcre: on('lb', 'acre') };
}

/**
 * Seeds for so many plants: plants over what comes up; and their mass with what is no seed among them.
 *
 * @param plants  plants wanted, > 0
 * @throws {RangeError} if a figure leaves its range
 * Source: the sowing rate formula of handbooks, kg/ha = plants per m² × TSW / 100 / (purity × germination × emergence).
 */
export function seedsForPlants(plants: number, seed: BedSeed): BedSowing {
  const { thousandSeedWeightG, purityPercent, germinationPercent, emergencePercent } = seed;
  aboveZero('plants', plants);
  for (const [name, value] of Object.entries({ purityPercent, germinationPercent, emergencePercent }))
    aboveUpTo(name, value, 0, 100);
  if (thousandSeedWeightG !== null) aboveZero('thousandSeedWeightG', thousandSeedWeightG);
  const seeds = plants / (germinationPercent / 100) / (emergencePercent / 100);
  const massG = thousandSeedWeightG === null ? null : (seeds * thousandSeedWeightG) / 1000 / (purityPercent / 100);
  return {
    seeds,
    massG,
    steps: [
      {
        label: 'seeds',
        expression: `${round(plants)} / (${round(germinationPercent)} % × ${emergencePercent} %)`,
        result: round(seeds),
      },
      ...(massG === null
        ? []
        : [
            {
              label: 'as they lie in the bag',
              expression: `${round(seeds)} × ${thousandSeedWeightG ?? ''} g / 1000 / ${purityPercent} %`,
              result: massG.toPrecision(3),
              unit: 'g',
            },
          ]),
    ],
  };
}
const round = (value: number) => (value < 100 ? Number(value.toPrecision(3)).toString() : value.toFixed(0));

/** Plants on an area at so many per square metre. */
export const plantsOnArea = (area: number, unit: AreaUnit, perSquareMetre: number) =>
  area * SQUARE_METRES_PER[unit] * perSquareMetre;

/** Plants in a row at a distance from one to the next; the first stands at its beginning. */
export function plantsInRow(length: number, unit: LengthUnit, spacing: number, spacingUnit: LengthUnit): number {
  const step = spacing * METRES_PER[spacingUnit];
  aboveZero('spacing', step);
  // A length that is a whole number of spacings must not lose a plant to rounding.
  return Math.floor((length * METRES_PER[unit]) / step + 1e-9) + 1;
}

/** A mass in a unit, as people read it. */
export const massIn = (grams: number, unit: MassUnit) => grams / Number(GRAMS_PER[unit]);
