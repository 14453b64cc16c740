import Joi from 'joi';
import { binomialIntervals } from '@mercato/core/statistics/binomialInterval';
import { define } from './calculation.ts';
import { confidence, count, number } from './inputs.ts';

interface BinomialInput {
  x: number;
  n: number;
  confidence: number;
}

export const statisticsCalculations = [
  define<BinomialInput>({
    id: 'statistics.binomial-interval',
    title: 'How sure is a proportion?',
    description: 'exact, Wilson and Jeffreys interval of x in n, two-sided and as lower bounds',
    source: 'Clopper & Pearson (1934); Wilson (1927); Brown, Cai & DasGupta (2001); R 4.2.2',
    schema: Joi.object<BinomialInput, true>({
      x: count(1e9).max(Joi.ref('n')),
      n: number().integer().min(1).max(1e9),
      confidence: confidence(),
    }),
    run: (input) => binomialIntervals(input.x, input.n, input.confidence),
    example: { story: '43 of 50', input: { x: 43, n: 50, confidence: 0.95 } },
  }),
];
