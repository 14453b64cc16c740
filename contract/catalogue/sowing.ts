import Joi from 'joi';
import { seedsForPlants } from '@mercato/core/sowing/bed';
import { fillCells, seedsPerCell } from '@mercato/core/sowing/cells';
import { seedIncrease } from '@mercato/core/sowing/increase';
import { bulkForPureLiveSeed, sowingRate } from '@mercato/core/sowing/rate';
import { gainOfPairs, gainOfShares } from '@mercato/core/sowing/sortedTrial';
import { sowForStand } from '@mercato/core/sowing/sowForStand';
import { expectedStand, standFromTest } from '@mercato/core/sowing/stand';
import { listOf, optional } from '../http/body.ts';
import { define } from './calculation.ts';
import { count, number, percent } from './inputs.ts';
const above = () => number().greater(0).max(100);
const yields = () => listOf(Joi.number().min(0).max(1e9), 2, 1000);

const share = () => number().min(0).max(1);
const seeds = (most = 1e6) => number().integer().min(1).max(most);

export const sowingCalculations = [
  define({
    id: 'sowing.rate',
    title: 'How much to sow on an area',
    description: 'mass of seed per area for a wanted number of plants, in kg/ha, lb/acre and g/m²',
    source: 'plants × thousand-seed weight / (purity × germination × emergence): plain arithmetic',
    asks: {
      targetPlantsPerM2: number().greater(0).max(1e6),
      thousandSeedWeightG: number().greater(0).max(1e5),
      purityPercent: percent(),
      germinationPercent: percent(),
      fieldEmergencePercent: percent(),
    },
    run: ({ targetPlantsPerM2, ...seed }) => sowingRate(targetPlantsPerM2, seed),
    example: {
      story: 'Wheat at 300 plants on a square metre',
      input: {
        targetPlantsPerM2: 300,
        thousandSeedWeightG: 45,
        purityPercent: 98.5,
        germinationPercent: 92,
        fieldEmergencePercent: 85,
      },
    },
  }),
  define({
    id: 'sowing.bulk-rate',
    title: 'Seed in the bag for pure live seed',
    description: 'mass of seed as it lies in the bag that holds a wanted mass of pure live seed',
    source: 'pure live seed = purity × germination / 100: trade arithmetic',
    asks: {
      pureLiveSeedKgWanted: number().min(0).max(1e9),
      purityPercent: percent(),
      germinationPercent: percent(),
    },
    run: (input) => bulkForPureLiveSeed(input.pureLiveSeedKgWanted, input.purityPercent, input.germinationPercent),
    example: {
      story: '100 kg of pure live seed',
      input: { pureLiveSeedKgWanted: 100, purityPercent: 98, germinationPercent: 85 },
    },
  }),
  define({
    id: 'sowing.stand',
    title: 'Plants to expect from a known share',
    description: 'expected plants of a sowing with their spread, and the chance of as many as are needed',
    source: 'binomial distribution; R 4.2.2 qbinom, pbinom',
    asks: {
      seedsSown: seeds(),
      germination: share(),
      wanted: optional(Joi.number().integer().min(0).max(1e6)),
    },
    run: (input) => expectedStand(input.seedsSown, input.germination, input.wanted),
    example: { story: '100 seeds, 80 plants needed', input: { seedsSown: 100, germination: 0.85, wanted: 80 } },
  }),
  define({
    id: 'sowing.stand-from-test',
    title: 'Plants to expect after a small test',
    description:
      'expected plants when the share is known only from a small test: the uncertainty of the test is in the range',
    source: 'Clopper & Pearson (1934); beta-binomial quantiles with the Jeffreys prior',
    asks: {
      germinated: count().max(Joi.ref('tested')),
      tested: seeds(),
      seedsSown: seeds(),
    },
    run: (input) => standFromTest(input.germinated, input.tested, input.seedsSown),
    example: { story: '200 seeds after 43 of 50', input: { germinated: 43, tested: 50, seedsSown: 200 } },
  }),
  define({
    id: 'sowing.for-stand',
    title: 'How many seeds for so many plants',
    description: 'seeds to sow for a wanted number of plants with a wanted chance, after a small test',
    source: 'binomial stand over the beta distribution of the share (Jeffreys prior)',
    asks: {
      wantedPlants: seeds(1e5),
      sprouted: count().max(Joi.ref('tested')),
      tested: seeds(),
      chancePercent: number().greater(0).less(100),
      emergencePercent: number().greater(0).max(100),
    },
    run: ({ wantedPlants, sprouted, tested, chancePercent, emergencePercent }) =>
      sowForStand(wantedPlants, { sprouted, tested }, chancePercent, emergencePercent),
    example: {
      story: '40 plants, after 8 of 10, nine times in ten',
      input: { wantedPlants: 40, sprouted: 8, tested: 10, chancePercent: 90, emergencePercent: 100 },
    },
  }),
  define({
    id: 'sowing.cells',
    title: 'A tray of cells',
    description: 'cells with a plant, and the chance of none empty, for so many seeds in each',
    source: '1 − (1 − share)^seeds',
    asks: {
      germination: share(),
      seedsPerCell: seeds(1000),
      cells: seeds(),
    },
    run: (input) => fillCells(input.germination, input.seedsPerCell, input.cells),
    example: { story: '72 cells, two seeds each', input: { germination: 0.8, seedsPerCell: 2, cells: 72 } },
  }),
  define({
    id: 'sowing.seeds-per-cell',
    title: 'Seeds in each cell',
    description: 'the fewest seeds in a cell for a wanted chance of at least one plant',
    source: 'smallest k with (1 − g)^k ≤ 1 − w, in whole numbers; R 4.2.2 with gmp',
    asks: {
      germinationPercent: number().greater(0).max(100),
      wantedPercent: number().greater(0).less(100),
    },
    run: (input) => seedsPerCell(input.germinationPercent, input.wantedPercent),
    example: { story: '80 % alive, 95 cells of 100 filled', input: { germinationPercent: 80, wantedPercent: 95 } },
  }),
  define({
    id: 'sowing.seeds-for-plants',
    title: 'Seeds for so many plants, and their mass',
    description: 'seeds and mass of seed for a number of plants on a bed or in rows',
    source: 'plants / (germination × emergence); mass by thousand-seed weight and purity: plain arithmetic',
    asks: {
      plants: number().greater(0).max(1e12),
      thousandSeedWeightG: number().greater(0).max(1e5),
      purityPercent: above(),
      germinationPercent: above(),
      emergencePercent: above(),
    },
    run: ({ plants, ...seed }) => seedsForPlants(plants, seed),
    example: {
      story: '400 plants of a seed of 3 g a thousand, 17 of 20 alive',
      input: { plants: 400, thousandSeedWeightG: 3, purityPercent: 98, germinationPercent: 85, emergencePercent: 70 },
    },
  }),
  define({
    id: 'sowing.seed-increase',
    title: 'Seed increase over seasons',
    description: 'how many seasons seed takes to grow to a wanted number, as a range',
    source: 'multiplication season by season: plain arithmetic',
    asks: {
      seeds: seeds(1e9),
      wanted: number().min(1).max(1e15),
      lowPlantsPerSeed: share(),
      highPlantsPerSeed: share().min(Joi.ref('lowPlantsPerSeed')),
      keptPercent: above(),
      seedsPerPlant: number().greater(0).less(1e9),
      room: optional(Joi.number().min(1).max(1e12)),
      resownPercent: above(),
    },
    run: ({
      seeds: have,
      wanted,
      lowPlantsPerSeed,
      highPlantsPerSeed,
      keptPercent,
      seedsPerPlant,
      room,
      resownPercent,
    }) =>
      seedIncrease(have, wanted, {
        plantsPerSeed: [lowPlantsPerSeed, highPlantsPerSeed],
        keptShare: keptPercent / 100,
        seedsPerPlant,
        room: room ?? null,
        resownShare: resownPercent / 100,
      }),
    example: {
      story: '20 seeds to ten thousand',
      input: {
        seeds: 20,
        wanted: 10_000,
        lowPlantsPerSeed: 0.5,
        highPlantsPerSeed: 0.8,
        keptPercent: 50,
        seedsPerPlant: 100,
        resownPercent: 100,
      },
    },
  }),
  define({
    id: 'sowing.gain-of-pairs',
    title: 'What sorting gained, in pairs of plots',
    description: 'mean difference of paired plots with its 95 % limits',
    source: 'Student (1908)',
    asks: { sorted: yields(), unsorted: yields() },
    check: ({ sorted, unsorted }) =>
      sorted.length === unsorted.length
        ? null
        : {
            path: 'unsorted',
            message: `unsorted must have as many plots as sorted (${sorted.length}), it has ${unsorted.length}`,
          },
    run: ({ sorted, unsorted }) => gainOfPairs(sorted, unsorted),
    example: {
      story: 'Five pairs of plots',
      input: { sorted: [4.1, 3.8, 4.4, 4.0, 4.6], unsorted: [3.6, 3.7, 3.9, 3.5, 4.1] },
    },
  }),
  define({
    id: 'sowing.gain-of-shares',
    title: 'What sorting gained, in seeds that came up',
    description: 'difference of two shares with its 95 % limits',
    source: 'Newcombe (1998), method 10',
    asks: {
      sortedHits: count().max(Joi.ref('sortedSeeds')),
      sortedSeeds: seeds(),
      unsortedHits: count().max(Joi.ref('unsortedSeeds')),
      unsortedSeeds: seeds(),
    },
    run: (one) => gainOfShares(one.sortedHits, one.sortedSeeds, one.unsortedHits, one.unsortedSeeds),
    example: {
      story: '46 of 50 sorted, 39 of 50 unsorted',
      input: { sortedHits: 46, sortedSeeds: 50, unsortedHits: 39, unsortedSeeds: 50 },
    },
  }),
];
