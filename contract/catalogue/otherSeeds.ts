import Joi from 'joi';
import { ratePerMass } from '@mercato/core/other-seeds/ratePerMass';
import { define } from './calculation.ts';
import { confidence, count, number } from './inputs.ts';

interface RateInput {
  count: number;
  massG: number;
  confidence: number;
}

export const otherSeedsCalculations = [
  define<RateInput>({
    id: 'other-seeds.rate',
    title: 'Other seeds per kg, lb and oz',
    description: 'rates per kg, lb and oz of a count in a stated mass, with exact Poisson limits, also for zero found',
    source: 'Garwood (1936); R 4.2.2 qchisq',
    schema: Joi.object<RateInput, true>({
      count: count(1e7),
      massG: number().greater(0).max(1e9),
      confidence: confidence(),
    }),
    run: (input) => ratePerMass(input.count, input.massG, input.confidence),
    example: { story: '12 seeds of dock in 50 g', input: { count: 12, massG: 50, confidence: 0.95 } },
  }),
];
