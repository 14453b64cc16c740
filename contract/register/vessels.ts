import Joi from 'joi';
import { form, oneOf, optional, takes, type ValueOf } from '../http/body.ts';
import { mass, text } from '../http/fields.ts';
import { seenKeys } from '../http/seen.ts';
import { TEST_STEPS } from './steps.ts';

/** A working sample to be drawn from the submitted sample, for one step. */
export type NewWorkingSample = ValueOf<typeof newWorkingSampleSchema>;

export const newWorkingSampleSchema = form('newWorkingSample', {
  purpose: oneOf(TEST_STEPS),
  mass: mass('the mass of the working sample'),
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
