import Joi from 'joi';
import {
  type Attribute,
  ATTRIBUTES,
  type HeterogeneityVerdict,
  LEAST_CONTAINERS,
} from '@mercato/core/sampling/judgeHeterogeneity';
import { form, oneOf, optional, type ValueOf } from '../http/body.ts';
import { decimalText, reason, text, wholeNumber } from '../http/fields.ts';
import { seenKeys } from '../http/seen.ts';
import type { DecisionView, FieldView } from '../register/lots.ts';

export interface ContainerResult {
  container: number;
  /** Percent, or seeds, as written. */
  text: string;
}

/** A heterogeneity test, asked for when somebody doubts that a lot is one. */
export type NewHeterogeneityTest = ValueOf<typeof newHeterogeneityTestSchema>;

const results = () =>
  Joi.array()
    .items(Joi.object<ContainerResult, true>({ container: wholeNumber(1, 1_000_000), text: decimalText('the result') }))
    .min(LEAST_CONTAINERS)
    .max(200)
    .unique('container')
    .required()
    .messages({
      'array.min': `results of at least ${LEAST_CONTAINERS} containers are needed`,
      'array.unique': 'container {{#value.container}} stands there twice',
    });

export const newHeterogeneityTestSchema = form('newHeterogeneityTest', {
  attribute: oneOf(ATTRIBUTES),
  /** Which component, or which seed was counted. */
  part: text(120, 0).required(),
  seedsEach: wholeNumber(1, 100_000),
  results: results(),
  ...seenKeys,
});

/** Corrects results of containers; what is not named stays. */
export type HeterogeneityCorrection = ValueOf<typeof heterogeneityCorrectionSchema>;
export const heterogeneityCorrectionSchema = form('heterogeneityCorrection', {
  results: results().min(1),
  reason: optional(reason()),
});

export interface HeterogeneityView {
  id: string;
  number: number;
  attribute: Attribute;
  part: string;
  seedsEach: number;
  edition: string;
  results: { container: number; field: FieldView; value: number }[];
  verdict: HeterogeneityVerdict;
  /** Container samples that the rule book asks for, for a lot of so many. */
  asked: number | null;
  f: number;
  decision: DecisionView | null;
  by: string;
  at: string;
}
