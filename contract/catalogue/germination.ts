import Joi from 'joi';
import { judgeTwoTests } from '@mercato/core/germination/combineTests';
import { judgeClaim } from '@mercato/core/germination/judgeClaim';
import { judgeReplicates } from '@mercato/core/germination/judgeReplicates';
import { roundTo100 } from '@mercato/core/germination/roundTo100';
import { theoreticalRange } from '@mercato/core/germination/theoreticalRange';
import { type Counts, NO_COUNTS, perClass, totalOf } from '@mercato/core/units/seedCounts';
import { define } from './calculation.ts';
import { book, confidence, count, number, percent } from './inputs.ts';
export const germinationCalculations = [
  define({
    id: 'germination.replicate-range',
    title: 'Do the four replicates agree?',
    description: 'range of four replicates of 100 against the largest that the rule book allows at their average',
    source: 'ISTA Table 5B; 7 CFR 201.55 (from memory)',
    asks: {
      book: book(),
      replicates: Joi.array().items(percent()).length(4).required(),
    },
    run: (input, books) => {
      const verdict = judgeReplicates(books[input.book], input.replicates);
      return { ...verdict, within: verdict.outcome !== 'outside' };
    },
    example: { story: 'Four dishes of red clover', input: { book: 'ista', replicates: [88, 91, 90, 86] } },
  }),
  define({
    id: 'germination.round-to-100',
    title: 'Averages that total 100',
    description: 'averages of the five seed classes rounded to whole percents that total 100',
    source: 'ISTA, germination, expression of results (from memory)',
    asks: {
      counts: Joi.object<Counts, true>(perClass(() => count())).required(),
      seeds: number().integer().min(1).max(1e6),
    },
    check: ({ counts, seeds }) =>
      totalOf(counts) === seeds
        ? null
        : { path: 'counts', message: `counts add to ${totalOf(counts)}, expected the ${seeds} seeds set` },
    run: (input) => ({ ...roundTo100(input.counts, input.seeds), total: 100 }),
    example: {
      story: 'A test of 400 seeds',
      input: { counts: { ...NO_COUNTS, normal: 362, abnormal: 14, hard: 3, fresh: 6, dead: 15 }, seeds: 400 },
    },
  }),
  define({
    id: 'germination.two-tests',
    title: 'Do two tests agree?',
    description: 'difference of two tests of 400 seeds against the tolerance at their average',
    source: 'ISTA Table 5C (from memory; recomputed)',
    asks: { book: book(), firstPercent: percent(), secondPercent: percent() },
    run: (input, books) => judgeTwoTests(books[input.book], input.firstPercent, input.secondPercent),
    example: { story: 'A retest', input: { book: 'ista', firstPercent: 84, secondPercent: 88 } },
  }),
  define({
    id: 'germination.label-tolerance',
    title: 'Does the label stand?',
    description: 'germination found against germination labelled, under the Federal Seed Act',
    source: '7 CFR 201.63 (from memory)',
    asks: {
      labelledPercent: percent(),
      foundPercent: percent(),
      seeds: number().valid(200, 400) as Joi.NumberSchema<200 | 400>,
    },
    run: (input, books) => judgeClaim(books.aosa, input.labelledPercent, input.foundPercent, input.seeds),
    example: { story: 'Labelled 92, found 87', input: { labelledPercent: 92, foundPercent: 87, seeds: 400 } },
  }),
  define({
    id: 'germination.theoretical-range',
    title: 'How far may replicates differ by chance?',
    description: 'range between replicates that chance alone exceeds with a given probability, for any layout',
    source: 'studentized range with infinite degrees of freedom, by direct integration',
    asks: {
      k: number().integer().min(2).max(100),
      seedsPerReplicate: number().integer().min(1).max(1e6),
      meanPercent: percent(),
      prob: confidence(),
    },
    run: ({ k, seedsPerReplicate, meanPercent, prob }) => theoreticalRange(k, seedsPerReplicate, meanPercent, prob),
    example: {
      story: 'Eight replicates of 50',
      input: { k: 8, seedsPerReplicate: 50, meanPercent: 85, prob: 0.975 },
    },
  }),
];
