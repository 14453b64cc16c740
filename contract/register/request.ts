import Joi from 'joi';
import { worded } from '../http/fieldWords.ts';
import { decimalText, isoDate, reason, text } from '../http/fields.ts';
import { TEST_STEPS, type TestStep } from './steps.ts';

export const SAMPLED_BY = ['us', 'client'] as const;
export type SampledBy = (typeof SAMPLED_BY)[number];

/** What was asked for with a lot. */
export interface Request {
  client: string;
  /** What the client calls it. */
  theirReference: string;
  tests: TestStep[];
  dueOn: string | null;
  /** `client`: the sample was drawn by others, and a report speaks for the sample alone. */
  sampledBy: SampledBy;
  fee: { text: string; currency: string } | null;
  /** Jurisdictions of the noxious lists in which the seed is to be sold; empty or absent = not said. */
  soldIn?: string[];
}

/** Where seed may be sold, by the noxious lists in use. */
export interface Jurisdictions {
  edition: { id: string; name: string };
  jurisdictions: string[];
}

export interface RequestChange extends Request {
  reason?: string;
}

export interface RequestView extends Request {
  version: number;
  by: string;
  at: string;
}

export const requestSchema = Joi.object<RequestChange>(
  worded('request', {
    client: text(120).required().messages({ 'string.empty': 'say who asks' }),
    theirReference: text(80, 0).required(),
    tests: Joi.array()
      .items(Joi.string().valid(...TEST_STEPS))
      .min(1)
      .unique()
      .required()
      .messages({ 'array.min': 'choose at least one test' }),
    dueOn: isoDate('dueOn').optional().allow(null).required(),
    sampledBy: Joi.string()
      .valid(...SAMPLED_BY)
      .required(),
    fee: Joi.object(
      worded('request.fee', {
        text: decimalText('the fee'),
        currency: Joi.string()
          .pattern(/^[A-Z]{3}$/)
          .required()
          .messages({ 'string.pattern.base': 'a currency is written with three letters, such as EUR' }),
      }),
    )
      .allow(null)
      .required(),
    soldIn: Joi.array().items(text(80)).max(60).unique().optional(),
    reason: reason(),
  }),
).required();
