import Joi from 'joi';
import {
  analysePurity,
  COMPONENT_NAMES,
  COMPONENTS,
  shareSteps,
  type Component,
} from '@mercato/core/purity/analysePurity';
import type { Book } from '@mercato/core/rule-books/edition';
import { Exact } from '@mercato/core/units/mass';
import { define } from './calculation.ts';
import { book, massG, number } from './inputs.ts';

interface PurityInput {
  book: Book;
  workingSampleG: number;
  pureSeedG: number;
  inertMatterG: number;
  otherSeedsG?: number;
  otherCropSeedG?: number;
  weedSeedG?: number;
}

const only = (name: Book) =>
  Joi.number().min(0).max(1e9).when('book', { is: name, then: Joi.required(), otherwise: Joi.forbidden() });

export const purityCalculations = [
  define<PurityInput>({
    id: 'purity.analysis',
    title: 'Percents of a purity analysis',
    description: 'component percents of the sum that total 100, decimals, gain or loss, traces',
    source: 'ISTA, purity analysis; 7 CFR 201.47–201.51 (from memory)',
    schema: Joi.object<PurityInput, true>({
      book: book(),
      workingSampleG: number().greater(0).max(1e9),
      pureSeedG: massG(),
      inertMatterG: massG(),
      otherSeedsG: only('ista'),
      otherCropSeedG: only('aosa'),
      weedSeedG: only('aosa'),
    }),
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
];
