import Joi from 'joi';
import { worded } from './fieldWords.ts';
import { isoDate, text } from './fields.ts';

/** On which day something was seen, where that is not today; and why it is written down more than three days late. */
export interface SeenOn {
  seenOn?: string;
  lateReason?: string;
}
export const lateReason = (): Joi.StringSchema =>
  text(300, 3).messages({
    'string.empty': 'say why it is written down so late',
    'string.min': 'say why it is written down so late',
  });
export const seenKeys = {
  seenOn: isoDate('the day').optional(),
  lateReason: lateReason().optional(),
};

/** Corrects the day on which fields of a test were seen; the figures stay as they are. */
export interface DayCorrection {
  fields: string[];
  seenOn: string;
  lateReason?: string;
  reason: string;
}
export const dayCorrectionSchema = Joi.object<DayCorrection>(
  worded('dayCorrection', {
    fields: Joi.array().items(text(200)).min(1).max(400).unique().required(),
    seenOn: isoDate('the day'),
    lateReason: lateReason().optional(),
    reason: text(500, 3)
      .required()
      .messages({ 'string.empty': 'say why the day is corrected', 'string.min': 'say why the day is corrected' }),
  }),
).required();
