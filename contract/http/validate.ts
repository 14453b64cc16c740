import type Joi from 'joi';
import type { FieldFault } from './problem.ts';

export type Checked<T> =
  { readonly ok: true; readonly value: T } | { readonly ok: false; readonly faults: readonly FieldFault[] };

/** Checks unknown input; from here on only the returned value exists. Every fault is named, paths are dotted. */
export function validate<T>(schema: Joi.Schema<T>, input: unknown): Checked<T> {
  const checked: Joi.ValidationResult<unknown> = schema.validate(input, {
    abortEarly: false,
    convert: false,
    errors: { wrap: { label: false } },
  });
  if (!checked.error) return { ok: true, value: checked.value as T };
  return {
    ok: false,
    faults: checked.error.details.map((one) => ({ path: one.path.join('.'), message: one.message })),
  };
}
