import Joi from 'joi';
import { DIVIDERS, judgeDivider, planDivision, USUAL_DIFFERENCE_PERCENT } from '@mercato/core/sampling/dividers';
import { judgeHeterogeneity, LEAST_CONTAINERS } from '@mercato/core/sampling/judgeHeterogeneity';
import { Exact } from '@mercato/core/units/mass';
import { balanceMasses } from '@mercato/core/units/massBalance';
import { listOf, oneOf, optional } from '../http/body.ts';
import { define } from './calculation.ts';
import { book, number, percent } from './inputs.ts';
const grams = () => number().greater(0).less(1e9);

export const dividingCalculations = [
  define({
    id: 'sampling.divider-plan',
    title: 'How many halvings?',
    description: 'passes of a divider that reach a least mass without falling below it, with the mass after each',
    source: 'repeated halving: ISTA and 7 CFR 201.43 (from memory); jars run again: common practice, no source',
    asks: {
      divider: oneOf(DIVIDERS),
      massG: grams(),
      targetG: grams(),
      jars: optional(Joi.number().integer().min(2).max(16)),
      spoonG: optional(Joi.number().greater(0).less(1e6)),
    },
    run: ({ divider, ...task }) => planDivision(divider, task),
    example: {
      story: '1 kg halved to a working sample of at least 60 g',
      input: { divider: 'riffle', massG: 1000, targetG: 60 },
    },
  }),
  define({
    id: 'sampling.divider-halves',
    title: 'Does the divider halve well?',
    description: 'difference of the two halves of a divider against the usual share of both',
    source: 'common practice, no source',
    asks: {
      firstG: number().min(0).max(1e9),
      secondG: number().min(0).max(1e9),
      limitPercent: optional(Joi.number().greater(0).max(100)),
    },
    check: ({ firstG, secondG }) =>
      firstG + secondG > 0 ? null : { path: 'firstG', message: 'firstG and secondG must not both be 0' },
    run: ({ firstG, secondG, limitPercent = USUAL_DIFFERENCE_PERCENT }) => judgeDivider(firstG, secondG, limitPercent),
    example: { story: 'Halves of 52.1 and 47.9 g', input: { firstG: 52.1, secondG: 47.9 } },
  }),
  define({
    id: 'sampling.mass-balance',
    title: 'Do the masses balance?',
    description: 'a whole against its parts and the stated loss, with what the last written digits leave open',
    source: 'conservation of mass; half of the last digit, common practice, no source',
    asks: {
      wholeG: grams(),
      partsG: listOf(number().min(0).less(1e9), 1, 1000),
      lossG: number().min(0).less(1e9),
      decimals: number().integer().min(0).max(6),
    },
    run: ({ wholeG, partsG, lossG, decimals }) => {
      const written = (value: number) => ({ text: value.toFixed(decimals), unit: 'g' as const });
      const { differenceG, roundingG, outcome, steps } = balanceMasses(
        written(wholeG),
        partsG.map(written),
        new Exact(lossG),
      );
      return { differenceG: differenceG.toNumber(), roundingG: roundingG.toNumber(), balance: outcome, steps };
    },
    example: {
      story: 'A composite of 598.0 g, 300.0 g submitted, 290.0 g kept, 7.5 g returned, half a gram lost',
      input: { wholeG: 598, partsG: [300, 290, 7.5], lossG: 0.5, decimals: 1 },
    },
  }),
  define({
    id: 'sampling.heterogeneity-range',
    title: 'Does one container lie too far off?',
    description: 'range R between containers against the largest that the rule book allows at their average',
    source: 'ISTA, heterogeneity testing, R value (from memory)',
    asks: {
      book: book(),
      attribute: oneOf(['purity', 'germination']),
      percents: listOf(percent(), LEAST_CONTAINERS, 1000),
    },
    // The seeds in each decide H alone; R does not ask for them.
    run: ({ book: of, attribute, percents }, books) =>
      judgeHeterogeneity(books[of], { attribute, chaffy: false, values: percents, seedsEach: 100 }).r,
    example: {
      story: 'Germination of eight containers',
      input: { book: 'ista', attribute: 'germination', percents: [92, 95, 88, 97, 90, 93, 85, 96] },
    },
  }),
];
