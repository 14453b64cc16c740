import Joi from 'joi';
import {
  acceptancePoint,
  acceptanceSteps,
  acceptFromLot,
  acceptProbability,
  designPlan,
} from '@mercato/core/sampling/acceptance';
import { poolAcceptance, poolEstimate, poolSteps } from '@mercato/core/sampling/pools';
import { oneOf, optional } from '../http/body.ts';
import { define } from './calculation.ts';
import { confidence, count, number } from './inputs.ts';

const SOURCE = 'the distributions themselves; check values from R 4.2.2';
const spread = () => oneOf(['binomial', 'poisson']);
const sample = () => number().integer().min(1).max(1e7);
const share = () => number().min(0).max(1);
const risk = () => confidence();
const pools = () => number().integer().min(1).max(1e6);
const onlyFromLot = (schema: Joi.NumberSchema) =>
  optional(schema.when('dist', { is: 'hypergeometric', then: Joi.required(), otherwise: Joi.forbidden() }));

export const acceptanceCalculations = [
  define({
    id: 'sampling.acceptance-probability',
    title: 'How often is a lot accepted?',
    description: 'chance that a sample holds at most c marked seeds, for a true share or from a finite lot',
    source: SOURCE,
    asks: {
      dist: oneOf(['binomial', 'poisson', 'hypergeometric']),
      n: sample().when('dist', {
        is: 'hypergeometric',
        then: Joi.number().max(
          Joi.ref('lotSize', { adjust: (size: unknown) => (typeof size === 'number' ? size : 1e7) }),
        ),
      }),
      c: count(1e7),
      p: optional(share().when('dist', { is: 'hypergeometric', then: Joi.forbidden(), otherwise: Joi.required() })),
      lotSize: onlyFromLot(Joi.number().integer().min(1).max(1e9)),
      defectivesInLot: onlyFromLot(
        Joi.number()
          .integer()
          .min(0)
          .max(Joi.ref('lotSize', { adjust: (size: unknown) => (typeof size === 'number' ? size : 1e9) })),
      ),
    },
    run: ({ dist, n, c, p = 0, lotSize = 0, defectivesInLot = 0 }) => {
      const pAccept =
        dist === 'hypergeometric' ? acceptFromLot(n, c, lotSize, defectivesInLot) : acceptProbability(dist, n, c, p);
      return {
        pAccept,
        pReject: 1 - pAccept,
        steps: acceptanceSteps(dist, n, c, dist === 'hypergeometric' ? defectivesInLot / lotSize : p, pAccept),
      };
    },
    example: {
      story: '3 000 seeds, 10 accepted, 5 in a thousand marked',
      input: { dist: 'binomial', n: 3000, c: 10, p: 0.005 },
    },
  }),
  define({
    id: 'sampling.acceptance-point',
    title: 'Which quality passes so often?',
    description: 'true share of marked seeds at which a plan accepts with a given chance',
    source: SOURCE,
    asks: { dist: spread(), n: sample(), c: count(1e7), pAccept: risk() },
    run: ({ dist, n, c, pAccept }) => {
      const p = acceptancePoint(dist, n, c, pAccept);
      return { p, steps: acceptanceSteps(dist, n, c, p, pAccept) };
    },
    example: {
      story: 'The share that 3 000 seeds with 10 accepted lets through once in ten',
      input: { dist: 'binomial', n: 3000, c: 10, pAccept: 0.1 },
    },
  }),
  define({
    id: 'sampling.acceptance-design',
    title: 'How many seeds tell good from bad?',
    description: 'smallest sample and limit that accept a good quality and refuse a bad one with given risks',
    source: SOURCE,
    asks: {
      dist: spread(),
      aql: number().min(0).less(1),
      alpha: risk(),
      lql: number().greater(Joi.ref('aql')).max(1),
      beta: risk(),
    },
    run: ({ dist, aql, alpha, lql, beta }) => {
      const plan = designPlan(dist, aql, alpha, lql, beta);
      return {
        ...plan,
        producerRisk: 1 - plan.pAcceptAtAql,
        consumerRisk: plan.pAcceptAtLql,
        steps: [
          ...acceptanceSteps(dist, plan.n, plan.c, aql, plan.pAcceptAtAql),
          ...acceptanceSteps(dist, plan.n, plan.c, lql, plan.pAcceptAtLql).slice(2),
        ],
      };
    },
    example: {
      story: 'One in a hundred is good, five in a hundred is bad',
      input: { dist: 'binomial', aql: 0.01, alpha: 0.05, lql: 0.05, beta: 0.1 },
    },
  }),
  define({
    id: 'sampling.pool-acceptance',
    title: 'How often do pools pass?',
    description: 'chance that at most c of m pools of k seeds are positive at a true share',
    source: 'group testing; check values from R 4.2.2',
    asks: {
      m: pools(),
      k: pools(),
      c: count().max(Joi.ref('m')),
      p: share(),
    },
    run: ({ m, k, c, p }) => {
      const answer = poolAcceptance(m, k, c, p);
      return { ...answer, steps: poolSteps(m, k, p, answer.pPoolPositive, c, answer.pAccept) };
    },
    example: { story: 'Ten pools of 300 seeds, one may be positive', input: { m: 10, k: 300, c: 1, p: 0.001 } },
  }),
  define({
    id: 'sampling.pool-estimate',
    title: 'What do positive pools say?',
    description: 'share of marked seeds from pools tested as one, with exact limits',
    source: 'group testing; Clopper & Pearson (1934); check values from R 4.2.2',
    asks: {
      m: pools(),
      k: pools(),
      x: count().max(Joi.ref('m')),
      confidence: confidence(),
    },
    run: ({ m, k, x, confidence: sure }) => {
      const answer = poolEstimate(m, k, x, sure);
      return {
        ...answer,
        steps: [
          {
            label: 'positive pools',
            expression: `${x} / ${m}`,
            result: String(Number(answer.poolFraction.toPrecision(6))),
          },
          {
            label: 'share of seeds',
            expression: `1 − (1 − ${Number(answer.poolFraction.toPrecision(6))})^(1/${k})`,
            result: answer.pHat.toPrecision(5),
          },
          { label: 'exact limits', result: `${answer.lower.toPrecision(5)} to ${answer.upper.toPrecision(5)}` },
          { label: 'at most, one-sided', result: answer.oneSidedUpper.toPrecision(5) },
        ],
      };
    },
    example: { story: 'Two of ten pools of 300 seeds were positive', input: { m: 10, k: 300, x: 2, confidence: 0.95 } },
  }),
];
