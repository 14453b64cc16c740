import { aboveZero, percentIn, zeroOrMore } from '../units/argument.ts';
import type { WorkingStep } from '../verdict/verdict.ts';

const POUND_KG = 0.45359237;
const ACRE_M2 = 4046.8564224;
/** A result without end stands as this word: nothing would come up, however much is sown. */
export type Endless = number | 'Inf';

export interface SowingRate {
  readonly pureLiveSeedPercent: number;
  readonly pureSeedsPerM2: Endless;
  readonly kgPerHa: Endless;
  readonly lbPerAcre: Endless;
  readonly gPerM2: Endless;
  readonly steps: readonly WorkingStep[];
}

export interface SownSeed {
  readonly thousandSeedWeightG: number;
  readonly purityPercent: number;
  readonly germinationPercent: number;
  /** Share of the germinable seeds that come up in this bed. */
  readonly fieldEmergencePercent: number;
}

const endless = (value: number): Endless => (Number.isFinite(value) ? value : 'Inf');

/**
 * How much seed to sow for so many plants.
 *
 * @param targetPlantsPerM2  plants wanted on a square metre, > 0
 * @param seed  thousand-seed weight in g, > 0; purity, germination and emergence 0..100 %
 * @throws {RangeError} if an argument leaves its range
 *
 * Source: plants × thousand-seed weight / 100 / (purity × germination × emergence); the pound and the acre by
 * their definitions. Check values: plain arithmetic.
 */
export function sowingRate(targetPlantsPerM2: number, seed: SownSeed): SowingRate {
  const { thousandSeedWeightG, purityPercent, germinationPercent, fieldEmergencePercent } = seed;
  for (const [name, value] of Object.entries({ targetPlantsPerM2, thousandSeedWeightG })) aboveZero(name, value);
  for (const [name, value] of Object.entries({ purityPercent, germinationPercent, fieldEmergencePercent }))
    percentIn(name, value);
  const coming = (germinationPercent / 100) * (fieldEmergencePercent / 100);
  const pureSeeds = targetPlantsPerM2 / coming;
  const kgPerHa = (targetPlantsPerM2 * thousandSeedWeightG) / 100 / ((purityPercent / 100) * coming);
  const show = (value: number, digits: number) => (Number.isFinite(value) ? value.toFixed(digits) : 'without end');
  return {
    pureLiveSeedPercent: (purityPercent * germinationPercent) / 100,
    pureSeedsPerM2: endless(pureSeeds),
    kgPerHa: endless(kgPerHa),
    lbPerAcre: endless((kgPerHa / POUND_KG) * (ACRE_M2 / 10_000)),
    gPerM2: endless(kgPerHa / 10),
    steps: [
      {
        label: 'seeds on a square metre',
        expression: `${targetPlantsPerM2} / (${germinationPercent} % × ${fieldEmergencePercent} %)`,
        result: show(pureSeeds, 1),
      },
      {
        label: 'mass',
        expression: `${targetPlantsPerM2} × ${thousandSeedWeightG} g / 100 / (${purityPercent} % × ${germinationPercent} % × ${fieldEmergencePercent} %)`,
        result: show(kgPerHa, 2),
        unit: 'kg/ha',
      },
    ],
  };
}

/**
 * Seed as it lies in the bag for a mass of pure live seed.
 *
 * @param pureLiveSeedKgWanted  kg, ≥ 0
 * @param purityPercent, germinationPercent  0..100
 * @throws {RangeError} if an argument leaves its range
 * Source: common trade arithmetic; pure live seed = purity × germination / 100.
 */
export function bulkForPureLiveSeed(
  pureLiveSeedKgWanted: number,
  purityPercent: number,
  germinationPercent: number,
): { readonly pureLiveSeedPercent: number; readonly bulkKg: Endless; readonly steps: readonly WorkingStep[] } {
  zeroOrMore('pureLiveSeedKgWanted', pureLiveSeedKgWanted);
  for (const [name, value] of Object.entries({ purityPercent, germinationPercent })) percentIn(name, value);
  const share = (purityPercent * germinationPercent) / 100;
  const bulk = pureLiveSeedKgWanted === 0 ? 0 : pureLiveSeedKgWanted / (share / 100);
  return {
    pureLiveSeedPercent: share,
    bulkKg: endless(bulk),
    steps: [
      {
        label: 'pure live seed',
        expression: `${purityPercent} × ${germinationPercent} / 100`,
        result: share.toFixed(2),
        unit: '%',
      },
      {
        label: 'seed as it lies in the bag',
        expression: `${pureLiveSeedKgWanted} kg / ${share.toFixed(2)} %`,
        result: Number.isFinite(bulk) ? bulk.toFixed(3) : 'without end',
        unit: 'kg',
      },
    ],
  };
}
