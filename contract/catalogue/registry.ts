import { acceptanceCalculations } from './acceptance.ts';
import type { Calculation } from './calculation.ts';
import { cleaningCalculations } from './cleaning.ts';
import { dividingCalculations } from './dividing.ts';
import { germinationCalculations } from './germination.ts';
import { courseCalculations } from './courses.ts';
import { dryingCalculations } from './drying.ts';
import { moistureCalculations } from './moisture.ts';
import { otherSeedsCalculations } from './otherSeeds.ts';
import { purityCalculations } from './purity.ts';
import { quickTestsCalculations } from './quickTests.ts';
import { releaseCalculations } from './release.ts';
import { heterogeneityCalculations, samplingCalculations } from './sampling.ts';
import { sowingCalculations } from './sowing.ts';
import { statisticsCalculations } from './statistics.ts';
import { storageCalculations } from './storage.ts';
import { weightCalculations } from './weight.ts';

/** Every calculation, in the order of the work. */
export const CATALOGUE: readonly Calculation[] = [
  ...cleaningCalculations,
  ...samplingCalculations,
  ...dividingCalculations,
  ...heterogeneityCalculations,
  ...acceptanceCalculations,
  ...purityCalculations,
  ...otherSeedsCalculations,
  ...moistureCalculations,
  ...dryingCalculations,
  ...weightCalculations,
  ...germinationCalculations,
  ...courseCalculations,
  ...quickTestsCalculations,
  ...releaseCalculations,
  ...storageCalculations,
  ...sowingCalculations,
  ...statisticsCalculations,
];

export function findCalculation(id: string): Calculation | undefined {
  return CATALOGUE.find((one) => one.id === id);
}
