import Joi from 'joi';
import { quickAnswer } from '@mercato/core/quick-tests/quickAnswer';
import { define } from './calculation.ts';
import { count, number } from './inputs.ts';

interface QuickInput {
  seeds: number;
  sprouted: number;
  standardPercent?: number;
}

export const quickTestsCalculations = [
  define<QuickInput>({
    id: 'quick-tests.answer',
    title: 'So many seeds, so many sprouted',
    description:
      'the exact interval of a small test, what each rule of thumb would do, its chance to be wrong, how much thicker to sow',
    source: 'Clopper & Pearson (1934); Brown, Cai & DasGupta (2001); rules of thumb: common practice, no source',
    schema: Joi.object<QuickInput, true>({
      seeds: number().integer().min(1).max(1e6),
      sprouted: count().max(Joi.ref('seeds')),
      standardPercent: Joi.number().min(1).max(100),
    }),
    run: (input) => quickAnswer(input.sprouted, input.seeds, input.standardPercent),
    example: { story: '17 of 25 in a towel', input: { seeds: 25, sprouted: 17 } },
  }),
];
