import { compareCounts } from '@mercato/core/other-seeds/compareCounts';
import { judgeNoxiousClaim } from '@mercato/core/other-seeds/noxiousClaim';
import { ratePerMass } from '@mercato/core/other-seeds/ratePerMass';
import { judgeSecondCount, judgeTwoCounts } from '@mercato/core/other-seeds/twoCounts';
import { GRAMS_PER } from '@mercato/core/units/gramsPer';
import { define } from './calculation.ts';
import { confidence, count, number } from './inputs.ts';
const searchedG = () => number().greater(0).max(1e9);

export const otherSeedsCalculations = [
  define({
    id: 'other-seeds.rate',
    title: 'Other seeds per kg, lb and oz',
    description: 'rates per kg, lb and oz of a count in a stated mass, with exact Poisson limits, also for zero found',
    source: 'Garwood (1936); R 4.2.2 qchisq',
    asks: {
      count: count(1e7),
      massG: number().greater(0).max(1e9),
      confidence: confidence(),
    },
    run: (input) => ratePerMass(input.count, input.massG, input.confidence),
    example: { story: '12 seeds of dock in 50 g', input: { count: 12, massG: 50, confidence: 0.95 } },
  }),
  define({
    id: 'other-seeds.two-counts',
    title: 'Two counts of other seeds',
    description: 'two counts in equal masses against the table of tolerances, two-way',
    source: 'ISTA Table 4A (from memory)',
    asks: { first: count(1e7), second: count(1e7) },
    run: ({ first, second }, { ista }) => judgeTwoCounts(ista, first, second),
    example: { story: 'Docks in two samples of 50 g', input: { first: 15, second: 22 } },
  }),
  define({
    id: 'other-seeds.second-count',
    title: 'Is the second count worse?',
    description: 'a second count in the same mass against the first: only more than the first counts, one-way',
    source: 'ISTA Table 4B (from memory)',
    asks: { first: count(1e7), second: count(1e7) },
    run: ({ first, second }, { ista }) => judgeSecondCount(ista, first, second),
    example: { story: 'A buyer counts again', input: { first: 8, second: 17 } },
  }),
  define({
    id: 'other-seeds.compare-counts',
    title: 'Two counts in different masses',
    description: 'exact test of two counts in two masses, and the ratio of their rates with exact limits',
    source: 'conditional binomial test; R 4.2.2 binom.test and poisson.test',
    asks: {
      count1: count(),
      mass1G: searchedG(),
      count2: count(),
      mass2G: searchedG(),
    },
    run: (input) => compareCounts(input.count1, input.mass1G, input.count2, input.mass2G),
    example: {
      story: '10 in 500 g before cleaning, 4 in 300 g after',
      input: { count1: 10, mass1G: 500, count2: 4, mass2G: 300 },
    },
  }),
  define({
    id: 'other-seeds.label-tolerance',
    title: 'Noxious weeds against a label',
    description: 'noxious-weed seeds found against the number per lb on a label, by the printed column and its formula',
    source: '7 CFR 201.65 (from memory)',
    asks: {
      labelledPerLb: number().min(0).max(1e6),
      found: count(),
      examinedG: searchedG(),
    },
    run: (input, { aosa }) =>
      judgeNoxiousClaim(aosa, input.labelledPerLb, Number(GRAMS_PER.lb), input.found, input.examinedG),
    example: { story: 'Labelled 36 per lb, ten found in 50 g', input: { labelledPerLb: 36, found: 10, examinedG: 50 } },
  }),
];
