import Joi from 'joi';
import { form, oneOf, optional, orNull, takes, type ValueOf } from '../http/body.ts';
import { decimalText, isoDate, reason, text } from '../http/fields.ts';
import { TEST_STEPS, type TestStep } from './steps.ts';

export const SAMPLED_BY = ['us', 'client'] as const;

/** What was asked for with a lot. */
export type Request = Omit<RequestChange, 'reason'>;

/** Where seed may be sold, by the noxious lists in use. */
export interface Jurisdictions {
  edition: { id: string; name: string };
  jurisdictions: string[];
}

export type RequestChange = ValueOf<typeof requestSchema>;

export interface RequestView extends Request {
  version: number;
  by: string;
  at: string;
}

/** Jurisdictions of the noxious lists in which the seed is to be sold; empty or absent = not said. */
export const soldIn = () => optional(Joi.array<string[]>().items(text(80)).max(60).unique());

export const requestSchema = form('request', {
  client: text(120).required().messages({ 'string.empty': 'say who asks' }),
  /** What the client calls it. */
  theirReference: text(80, 0).required(),
  tests: takes<TestStep[]>(
    Joi.array()
      .items(Joi.string().valid(...TEST_STEPS))
      .min(1)
      .unique()
      .required()
      .messages({ 'array.min': 'choose at least one test' }),
  ),
  dueOn: orNull(isoDate('dueOn')),
  /** `client`: the sample was drawn by others, and a report speaks for the sample alone. */
  sampledBy: oneOf(SAMPLED_BY),
  fee: orNull(
    form('request.fee', {
      text: decimalText('the fee'),
      currency: Joi.string()
        .pattern(/^[A-Z]{3}$/)
        .required()
        .messages({ 'string.pattern.base': 'a currency is written with three letters, such as EUR' }),
    }),
  ),
  soldIn: soldIn(),
  reason: optional(reason()),
});
