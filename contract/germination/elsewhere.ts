import Joi from 'joi';
import type { Verdict } from '@mercato/core/verdict/verdict';
import { form, oneOf, optional, takes, type ValueOf } from '../http/body.ts';
import { isoDate, reason, text, wholeNumber } from '../http/fields.ts';

/** What a figure from elsewhere is: of another laboratory, on a label, or the least that a contract asks. */
export const GERMINATION_WAYS = ['second-laboratory', 'label', 'specification'] as const;
export type GerminationWay = (typeof GERMINATION_WAYS)[number];

/** A germination figure that was not made here. */
export type OtherGermination = Omit<NewOtherGermination, 'corrects' | 'reason'>;
export type NewOtherGermination = ValueOf<typeof otherGerminationSchema>;
export const otherGerminationSchema = form('otherGermination', {
  source: text(120).required().messages({ 'string.empty': 'say where the figure comes from' }),
  way: oneOf(GERMINATION_WAYS),
  percent: wholeNumber(0, 100),
  on: optional(isoDate('the day')),
  corrects: optional(takes<number>(Joi.number().integer().min(1).max(1000))),
  reason: optional(reason()),
});

export interface OtherGerminationView extends OtherGermination {
  number: number;
  by: string;
  at: string;
  /** Null while nothing is reported here, or its seeds fit no table. */
  verdict: Verdict | null;
  earlier: (OtherGermination & { by: string; at: string; supersededBecause: string })[];
}
export interface OtherGerminations {
  others: OtherGerminationView[];
}
