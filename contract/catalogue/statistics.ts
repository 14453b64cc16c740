import Joi from 'joi';
import { binomialIntervals } from '@mercato/core/statistics/binomialInterval';
import { rangeProbability, rangeQuantile } from '@mercato/core/statistics/studentizedRange';
import { define } from './calculation.ts';
import { confidence, count, number } from './inputs.ts';

const RANGE_SOURCE = 'Tippett (1925), Hartley (1942), by direct integration; second route @stdlib';
const groups = () => number().integer().min(2).max(1000);

export const statisticsCalculations = [
  define({
    id: 'statistics.binomial-interval',
    title: 'How sure is a proportion?',
    description: 'exact, Wilson and Jeffreys interval of x in n, two-sided and as lower bounds',
    source: 'Clopper & Pearson (1934); Wilson (1927); Brown, Cai & DasGupta (2001); R 4.2.2',
    asks: {
      x: count(1e9).max(Joi.ref('n')),
      n: number().integer().min(1).max(1e9),
      confidence: confidence(),
    },
    run: (input) => binomialIntervals(input.x, input.n, input.confidence),
    example: { story: '43 of 50', input: { x: 43, n: 50, confidence: 0.95 } },
  }),
  define({
    id: 'statistics.studentized-range-probability',
    title: 'How often is a range so wide?',
    description: 'chance that the range of k standard normal values stays within q',
    source: RANGE_SOURCE,
    asks: { q: number().min(0).max(1e6), k: groups() },
    run: ({ q, k }) => {
      const p = rangeProbability(q, k);
      return {
        p,
        pUpper: 1 - p,
        steps: [
          {
            label: `range of ${k} values within ${q}`,
            expression: 'k ∫ φ(z) (Φ(z) − Φ(z − q))^(k−1) dz',
            result: p.toFixed(8),
          },
        ],
      };
    },
    example: { story: 'Four values within three standard deviations', input: { q: 3, k: 4 } },
  }),
  define({
    id: 'statistics.studentized-range-quantile',
    title: 'Which range is exceeded so rarely?',
    description: 'range that k standard normal values stay within with a given chance',
    source: RANGE_SOURCE,
    asks: { prob: confidence(), k: groups() },
    run: ({ prob, k }) => {
      const q = rangeQuantile(prob, k);
      return {
        q,
        steps: [{ label: `q(${prob}; ${k}, ∞)`, expression: 'where the probability is met', result: q.toFixed(8) }],
      };
    },
    example: { story: 'Four replicates, exceeded once in forty', input: { prob: 0.975, k: 4 } },
  }),
];
