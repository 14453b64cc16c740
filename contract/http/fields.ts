import Joi from 'joi';
import { degreesIn } from '@mercato/core/units/degrees';
import { MASS_UNITS } from '@mercato/core/units/gramsPer';
import { DECIMAL_TEXT, type EnteredMass } from '@mercato/core/units/mass';
import { typed } from './typed.ts';

/** Text that PostgreSQL can hold and people can see: no control characters, no half of a surrogate pair; blanks at the ends are refused so that nothing is changed silently. */
export function text(most: number, least = 1): Joi.StringSchema {
  const base = Joi.string()
    .min(least)
    .max(most)
    .custom((value: string, helpers) => {
      if (UNSEEN.test(value) || !value.isWellFormed())
        return helpers.message({ custom: '{{#label}} holds characters that cannot be stored' });
      if (value !== value.trim()) return helpers.message({ custom: '{{#label}} must not begin or end with a blank' });
      return value;
    });
  return least === 0 ? base.allow('') : base;
}

/** Characters that are not seen, or that turn round what stands beside them: C0, C1, and the bidirectional controls. */
// eslint-disable-next-line no-control-regex -- they are what is looked for
const UNSEEN = /[\u0000-\u0008\u000b\u000c\u000e-\u001f\u007f-\u009f\u202a-\u202e\u2066-\u2069]/;

/** Refuses with words that hold what somebody wrote: braces in it are no template. */
export const refusal = (helpers: Joi.CustomHelpers, words: string): Joi.ErrorReport =>
  helpers.message({ custom: '{{#words}}' }, { words });

/** Where a device is heard: the value as it is, or in words why it cannot be. Ports go from 1 to 65535. */
export const portOfAddress: Joi.CustomValidator<string> = (value, helpers) => {
  const port = Number(/^tcp:.*:(\d+)$/.exec(value)?.[1] ?? 1);
  return port >= 1 && port <= 65_535
    ? value
    : helpers.message({ custom: `{{#label}} names port ${port}: ports go from 1 to 65535` });
};

/** A figure as written: the digits are kept, because they say how exactly it was read. */
export function decimalText(label: string): Joi.StringSchema {
  return typed
    .figure()
    .pattern(DECIMAL_TEXT)
    .required()
    .messages({
      'string.pattern.base': `${label} must be a plain number such as 5.034, 0 or more, with at most nine digits after the point`,
      'string.empty': `${label} is missing`,
      'any.required': `${label} is missing`,
      'string.base': `${label} must be a number written as text`,
    });
}

export function mass(label: string): Joi.ObjectSchema<EnteredMass> {
  return Joi.object<EnteredMass, true>({
    text: decimalText(label),
    unit: Joi.string()
      .valid(...MASS_UNITS)
      .required(),
  }).required();
}

/** A calendar date; the impossible (30 February) is refused. One that is typed without a year is the last that was, or the next that comes. */
export function isoDate(label: string, without: 'past' | 'coming' = 'past'): Joi.StringSchema {
  return (without === 'past' ? typed.pastDay() : typed.comingDay()).required().custom((value: string, helpers) => {
    const time = /^\d{4}-\d{2}-\d{2}$/.test(value) ? Date.parse(`${value}T00:00:00Z`) : Number.NaN;
    const possible =
      !Number.isNaN(time) &&
      new Date(time).toISOString().startsWith(value) &&
      value >= '1900-01-01' &&
      value < '2200-01-01';
    return possible ? value : helpers.message({ custom: `${label} must be a date written yyyy-mm-dd` });
  });
}

/** Why something is done, in a few words at least; `words` ask for them. */
export const why = (words: string, most = 300): Joi.StringSchema =>
  text(most, 3).required().messages({ 'string.empty': words, 'string.min': words });

/** Why a recorded value is corrected; needed only when something recorded changes. */
export const reason = (): Joi.StringSchema => text(500).optional();

export function wholeNumber(least: number, most: number): Joi.NumberSchema {
  return typed.number().integer().min(least).max(most).required();
}

/** A temperature, °C. */
export function temperature(least: number, most: number): Joi.NumberSchema {
  const ends = (unit: 'C' | 'F') => [least, most].map((one) => Math.round(degreesIn(one, unit))).join(' and ');
  const words = `{{#label}} must lie between ${ends('C')} °C (${ends('F')} °F)`.replaceAll('-', '−');
  return typed.temperature().min(least).max(most).required().messages({
    'number.min': words,
    'number.max': words,
    'number.base': '{{#label}} must be a temperature such as 4.5',
  });
}

/** A whole number of days; weeks are days too. */
export function dayCount(least: number, most: number): Joi.NumberSchema {
  return typed.days().integer().min(least).max(most).required();
}

/** A body in which nothing is said. */
export const nothingSchema = Joi.object<Readonly<Record<string, never>>, true>({}).required();
/** A file that is sent as it is. */
export const fileSchema = Joi.string()
  .min(1)
  .required()
  .messages({ 'string.empty': 'the file is empty', 'string.base': 'send the file itself' });
