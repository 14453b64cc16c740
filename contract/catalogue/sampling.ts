import Joi from 'joi';
import type { Book } from '@mercato/core/rule-books/edition';
import { planPrimarySamples } from '@mercato/core/sampling/primarySamples';
import { define } from './calculation.ts';
import { book } from './inputs.ts';

interface PrimarySamplesInput {
  book: Book;
  containers?: number;
  containerMassKg?: number;
  bulkMassKg?: number;
}

export const samplingCalculations = [
  define<PrimarySamplesInput>({
    id: 'sampling.primary-samples',
    title: 'How many primary samples?',
    description: 'primary samples that a rule book asks for, by containers or by mass of a heap or stream',
    source: 'ISTA, minimum sampling intensity; 7 CFR 201.40–201.42 (from memory)',
    schema: Joi.object<PrimarySamplesInput, true>({
      book: book(),
      containers: Joi.number().integer().min(1).max(1e6),
      containerMassKg: Joi.number().greater(0).max(1e6),
      bulkMassKg: Joi.number().greater(0).max(1e8),
    }),
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
