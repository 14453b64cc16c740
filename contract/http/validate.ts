import type Joi from 'joi';
import type { Reader } from '@mercato/core/units/typed';
import { PLAIN_MESSAGES, plainWords } from './plainMessages.ts';
import type { FieldFault } from './problem.ts';

export type Checked<T> =
  { readonly ok: true; readonly value: T } | { readonly ok: false; readonly faults: readonly FieldFault[] };

/**
 * Checks unknown input; from here on only the returned value exists. Every fault is named, paths are dotted.
 * @param reader  who typed it, in the browser; without one canonical values alone are taken
 */
export function validate<T>(schema: Joi.Schema<T>, input: unknown, reader?: Reader): Checked<T> {
  const checked: Joi.ValidationResult<unknown> = schema.validate(input, {
    abortEarly: false,
    convert: reader !== undefined,
    ...(reader ? { context: { reader } } : {}),
    errors: { wrap: { label: false } },
    messages: PLAIN_MESSAGES,
  });
  if (!checked.error) return { ok: true, value: checked.value as T };
  return {
    ok: false,
    faults: checked.error.details.map((one) => ({ path: one.path.join('.'), message: plainWords(one.message) })),
  };
}
