import Joi from 'joi';
import { analysePurity, shareSteps } from '@mercato/core/purity/analysePurity';
import { sortingRate } from '@mercato/core/purity/handSorting';
import { judgeDuplicate, judgePurityClaim, judgeSecondSample } from '@mercato/core/purity/tolerances';
import type { Book } from '@mercato/core/rule-books/edition';
import { type Component, COMPONENT_NAMES, COMPONENTS } from '@mercato/core/units/components';
import { Exact } from '@mercato/core/units/mass';
import { oneOf, optional, yesNo } from '../http/body.ts';
import { define } from './calculation.ts';
import { book, massG, number, percent } from './inputs.ts';
const component = () => oneOf(Object.keys(COMPONENT_NAMES) as Component[]);

const only = (name: Book) =>
  optional(massG().when('book', { is: name, then: Joi.required(), otherwise: Joi.forbidden() }));

export const purityCalculations = [
  define({
    id: 'purity.analysis',
    title: 'Percents of a purity analysis',
    description: 'component percents of the sum that total 100, decimals, gain or loss, traces',
    source: 'ISTA, purity analysis; 7 CFR 201.47–201.51 (from memory)',
    asks: {
      book: book(),
      workingSampleG: number().greater(0).max(1e9),
      pureSeedG: massG(),
      inertMatterG: massG(),
      otherSeedsG: only('ista'),
      otherCropSeedG: only('aosa'),
      weedSeedG: only('aosa'),
    },
    run: (input, books) => {
      const masses: Partial<Record<Component, InstanceType<typeof Exact>>> = {};
      for (const component of COMPONENTS[input.book]) masses[component] = new Exact(input[`${component}G`] ?? 0);
      const analysis = analysePurity(books[input.book], new Exact(input.workingSampleG), masses);
      return {
        decimals: analysis.decimals,
        sumG: Number(analysis.sumG),
        changePercent: analysis.changePercent,
        percents: Object.fromEntries(analysis.shares.map((one) => [one.component, one.percent])),
        retest: analysis.retest,
        traces: analysis.shares.filter((one) => one.trace).map((one) => one.component),
        adjusted: analysis.adjusted,
        adjustedBy: analysis.adjustedBy,
        verdict: analysis.verdict,
        steps: [
          ...analysis.shares.flatMap(({ component }) =>
            shareSteps(analysis, component).map((step, i) =>
              i === 0 ? { ...step, label: COMPONENT_NAMES[component] } : step,
            ),
          ),
          ...analysis.verdict.steps.slice(-3),
        ],
      };
    },
    example: {
      story: 'Perennial ryegrass, three components',
      input: { book: 'ista', workingSampleG: 3.012, pureSeedG: 2.914, otherSeedsG: 0.018, inertMatterG: 0.074 },
    },
  }),
  define({
    id: 'purity.duplicate-tolerance',
    title: 'Two purity tests of one sample',
    description: 'difference of one component between two half or whole working samples against its tolerance',
    source: 'ISTA Table 3B (from memory)',
    asks: {
      firstPercent: percent(),
      secondPercent: percent(),
      basis: oneOf(['half', 'whole']),
      chaffy: yesNo(),
    },
    run: ({ firstPercent, secondPercent, basis, chaffy: wide }, { ista }) =>
      judgeDuplicate(ista, firstPercent, secondPercent, basis, wide),
    example: {
      story: 'Pure seed of two half samples of red clover',
      input: { firstPercent: 97.38, secondPercent: 96.12, basis: 'half', chaffy: false },
    },
  }),
  define({
    id: 'purity.two-samples',
    title: 'A second sample, or a second laboratory',
    description: 'one component of two submitted samples or laboratories against its tolerance, one-way or two-way',
    source: 'ISTA Tables 3C and 3D (from memory)',
    asks: {
      component: component(),
      firstPercent: percent(),
      secondPercent: percent(),
      way: oneOf(['one-way', 'two-way']),
      chaffy: yesNo(),
    },
    run: (input, { ista }) =>
      judgeSecondSample(ista, input.component, input.firstPercent, input.secondPercent, input.way, input.chaffy),
    example: {
      story: 'Pure seed found by another laboratory',
      input: { component: 'pureSeed', firstPercent: 98.2, secondPercent: 97.1, way: 'two-way', chaffy: false },
    },
  }),
  define({
    id: 'purity.label-tolerance',
    title: 'Purity against a label',
    description: 'component found against component labelled: only less pure seed, or more of the rest, counts',
    source: '7 CFR 201.60 (from memory, rebuilt)',
    asks: {
      component: component(),
      labelledPercent: percent(),
      foundPercent: percent(),
      chaffy: yesNo(),
    },
    run: (input, { aosa }) =>
      judgePurityClaim(aosa, input.component, input.labelledPercent, input.foundPercent, input.chaffy),
    example: {
      story: 'Lucerne labelled 99.00 % pure, 97.60 % found',
      input: { component: 'pureSeed', labelledPercent: 99, foundPercent: 97.6, chaffy: false },
    },
  }),
  define({
    id: 'purity.hand-sorting',
    title: 'Parting seed by hand',
    description: 'grams an hour from one timed sample, and hours of one person for the whole lot with rests',
    source: 'plain arithmetic; the rests are common practice, no source',
    asks: {
      massG: number().greater(0).max(1e6),
      minutes: number().greater(0).max(1e5),
      lotKg: number().greater(0).max(1e7),
    },
    run: ({ massG: parted, minutes, lotKg }) => sortingRate(parted, minutes * 60, lotKg),
    example: {
      story: 'Twelve grams of beans in four minutes, 40 kg to do',
      input: { massG: 12, minutes: 4, lotKg: 40 },
    },
  }),
];
