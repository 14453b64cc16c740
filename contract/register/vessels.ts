import Joi from 'joi';
import { form, oneOf, optional, orNull, takes, type ValueOf } from '../http/body.ts';
import { mass, text, wholeNumber } from '../http/fields.ts';
import { seenKeys } from '../http/seen.ts';
import { TEST_STEPS } from './steps.ts';

/** A working sample to be drawn from the submitted sample, for one step. */
export type NewWorkingSample = ValueOf<typeof newWorkingSampleSchema>;

export const newWorkingSampleSchema = form('newWorkingSample', {
  purpose: oneOf(TEST_STEPS),
  /** Null where its seeds are counted: a germination test is set with seeds of the pure fraction. */
  mass: orNull(mass('the mass of the working sample')),
  /** How many seeds, where it is not weighed. */
  seeds: optional(
    takes<number>(
      wholeNumber(1, 100_000)
        .when('mass', {
          is: null,
          otherwise: Joi.forbidden().messages({ 'any.unknown': 'a sample is weighed or counted, not both' }),
        })
        .when('purpose', {
          not: 'germination',
          then: Joi.forbidden().messages({ 'any.unknown': 'only seeds for germination are counted out' }),
        }),
    ),
  ),
  /** One of two half working samples, drawn by itself: purity alone. */
  portion: optional(
    takes<'half'>(
      Joi.valid('half').when('purpose', {
        not: 'purity',
        then: Joi.forbidden().messages({ 'any.unknown': 'only purity is tested on half samples' }),
      }),
    ),
  ),
  /** Why it is lighter than its rule book asks. */
  why: optional(text(300, 3)),
  ...seenKeys,
});
