import Joi from 'joi';
import { type BodyOf, form, optional, type ValueOf } from './body.ts';
import { isoDate, text, why } from './fields.ts';

/** On which day something was seen, where that is not today; and why it is written down more than three days late. */
export type SeenOn = BodyOf<typeof seenKeys>;
export const lateReason = (): Joi.StringSchema => why('say why it is entered so late').optional();
export const seenKeys = {
  seenOn: optional(isoDate('the day')),
  lateReason: optional(lateReason()),
};

/** When something was seen, where that is not now: what goes by the hour is told with its time. */
export type SeenAt = BodyOf<typeof seenAtKeys>;
export const seenAtKeys = {
  ...seenKeys,
  /** "18:30" by the clock of the laboratory. */
  seenTime: optional(
    Joi.string()
      .pattern(/^([01]\d|2[0-3]):[0-5]\d$/)
      .messages({ 'string.pattern.base': 'write the time as 18:30', 'string.empty': 'say at what time' })
      .when('seenOn', { is: Joi.exist(), then: Joi.required(), otherwise: Joi.forbidden() })
      .messages({ 'any.required': 'say at what time', 'any.unknown': 'say on which day' }),
  ),
};

/** Corrects the day on which fields of a test were seen; the figures stay as they are. */
export type DayCorrection = ValueOf<typeof dayCorrectionSchema>;
export const dayCorrectionSchema = form('dayCorrection', {
  fields: Joi.array().items(text(200)).min(1).max(400).unique().required(),
  seenOn: isoDate('the day'),
  lateReason: optional(lateReason()),
  reason: why('say why the day is corrected', 500),
});
