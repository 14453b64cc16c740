import Joi from 'joi';
import { DECIMAL_TEXT, MASS_UNITS, type EnteredMass } from '@mercato/core/units/mass';

/** Text that PostgreSQL can hold: no NUL, no half of a surrogate pair; blanks at the ends are refused so that nothing is changed silently. */
export function text(most: number, least = 1): Joi.StringSchema {
  const base = Joi.string()
    .min(least)
    .max(most)
    .custom((value: string, helpers) => {
      if (value.includes('\u0000') || !value.isWellFormed())
        return helpers.message({ custom: '{{#label}} holds characters that cannot be stored' });
      if (value !== value.trim()) return helpers.message({ custom: '{{#label}} must not begin or end with a blank' });
      return value;
    });
  return least === 0 ? base.allow('') : base;
}

/** A figure as written: the digits are kept, because they say how exactly it was read. */
export function decimalText(label: string): Joi.StringSchema {
  return Joi.string()
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

/** A calendar date; the impossible (30 February) is refused. */
export function isoDate(label: string): Joi.StringSchema {
  return Joi.string()
    .required()
    .custom((value: string, helpers) => {
      const time = /^\d{4}-\d{2}-\d{2}$/.test(value) ? Date.parse(`${value}T00:00:00Z`) : Number.NaN;
      const possible =
        !Number.isNaN(time) &&
        new Date(time).toISOString().startsWith(value) &&
        value >= '1900-01-01' &&
        value < '2200-01-01';
      return possible ? value : helpers.message({ custom: `${label} must be a date written yyyy-mm-dd` });
    });
}

/** Why a recorded value is corrected; needed only when something recorded changes. */
export const reason = (): Joi.StringSchema => text(500).optional();

export function wholeNumber(least: number, most: number): Joi.NumberSchema {
  return Joi.number().integer().min(least).max(most).required();
}
