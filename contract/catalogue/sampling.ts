import Joi from 'joi';
import { criticalH, heterogeneityOfCounts, heterogeneityOfPercents } from '@mercato/core/sampling/heterogeneity';
import { planPrimarySamples } from '@mercato/core/sampling/primarySamples';
import { listOf, optional } from '../http/body.ts';
import { define } from './calculation.ts';
import { book, count, number, percent } from './inputs.ts';
const H_SOURCE = 'ISTA, heterogeneity testing (from memory); critical values recomputed';
const allowance = () => number().greater(0).max(1e5);

export const heterogeneityCalculations = [
  define({
    id: 'sampling.heterogeneity-percents',
    title: 'Is the lot uniform? (percentages)',
    description: 'H value of percentages over container samples against the value that a uniform lot rarely exceeds',
    source: H_SOURCE,
    asks: {
      percents: listOf(percent(), 2, 1000),
      n: number().integer().min(1).max(1e6),
      f: allowance(),
    },
    run: (input) => heterogeneityOfPercents(input.percents, input.n, input.f),
    example: {
      story: 'Germination of eight containers, 100 seeds each, non-chaffy',
      input: { percents: [92, 95, 88, 97, 90, 93, 85, 96], n: 100, f: 1.1 },
    },
  }),
  define({
    id: 'sampling.heterogeneity-counts',
    title: 'Is the lot uniform? (counts)',
    description:
      'H value of other-seed counts over container samples against the value that a uniform lot rarely exceeds',
    source: H_SOURCE,
    asks: {
      counts: listOf(count(1e7), 2, 1000),
      f: allowance(),
    },
    run: (input) => heterogeneityOfCounts(input.counts, input.f),
    example: { story: 'Other seeds in six containers', input: { counts: [3, 7, 2, 11, 5, 6], f: 1.4 } },
  }),
  define({
    id: 'sampling.heterogeneity-critical',
    title: 'Which H is too high?',
    description: 'the H value that a uniform lot exceeds once in a hundred',
    source: H_SOURCE,
    asks: { N: number().integer().min(2).max(1000), f: allowance() },
    run: ({ N, f }) => {
      const critical = criticalH(N, f);
      return {
        critical,
        steps: [
          {
            label: 'critical H',
            expression: `${f} × (χ²(0.99; ${N - 1}) / ${N - 1} − 1)`,
            result: String(Number(critical.toPrecision(6))),
          },
        ],
      };
    },
    example: { story: 'Ten containers, non-chaffy', input: { N: 10, f: 1.1 } },
  }),
];

export const samplingCalculations = [
  define({
    id: 'sampling.primary-samples',
    title: 'How many primary samples?',
    description: 'primary samples that a rule book asks for, by containers or by mass of a heap or stream',
    source: 'ISTA, minimum sampling intensity; 7 CFR 201.40–201.42 (from memory)',
    asks: {
      book: book(),
      containers: optional(Joi.number().integer().min(1).max(1e6)),
      containerMassKg: optional(Joi.number().greater(0).max(1e6)),
      bulkMassKg: optional(Joi.number().greater(0).max(1e8)),
    },
    check: (input) => {
      if (input.bulkMassKg !== undefined && (input.containers !== undefined || input.containerMassKg !== undefined))
        return {
          path: 'bulkMassKg',
          message: 'bulkMassKg stands alone: give containers and containerMassKg, or bulkMassKg',
        };
      if (input.bulkMassKg !== undefined) return null;
      if (input.containers === undefined)
        return { path: 'containers', message: 'containers is required (or bulkMassKg for a heap or stream)' };
      if (input.containerMassKg === undefined && input.book === 'ista')
        return { path: 'containerMassKg', message: 'containerMassKg is required: the ISTA table depends on it' };
      return null;
    },
    run: (input, books) => {
      const edition = books[input.book];
      const plan = planPrimarySamples(
        edition,
        input.bulkMassKg === undefined
          ? {
              containers: input.containers ?? 0,
              containerMassKg: input.containerMassKg ?? edition.parameter('sampling_customary_bag_kg').value,
            }
          : { bulkMassKg: input.bulkMassKg },
      );
      const { containersToSample, ...rest } = plan;
      return containersToSample === null ? rest : plan;
    },
    example: { story: '84 bags of 50 kg under ISTA', input: { book: 'ista', containers: 84, containerMassKg: 50 } },
  }),
];
