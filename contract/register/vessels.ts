import Joi from 'joi';
import { worded } from '../http/fieldWords.ts';
import type { EnteredMass } from '@mercato/core/units/mass';
import { mass, text } from '../http/fields.ts';
import { seenKeys, type SeenOn } from '../http/seen.ts';
import { TEST_STEPS, type TestStep } from './steps.ts';

/** A working sample to be drawn from the submitted sample, for one step. */
export interface NewWorkingSample extends SeenOn {
  purpose: TestStep;
  mass: EnteredMass;
  /** One of two half working samples, drawn by itself: purity alone. */
  portion?: 'half';
  /** Why it is lighter than its rule book asks. */
  why?: string;
}

export const newWorkingSampleSchema = Joi.object<NewWorkingSample, true>(
  worded('newWorkingSample', {
    purpose: Joi.string()
      .valid(...TEST_STEPS)
      .required(),
    mass: mass('the mass of the working sample'),
    portion: Joi.string()
      .valid('half')
      .when('purpose', {
        not: 'purity',
        then: Joi.forbidden().messages({ 'any.unknown': 'only purity is tested on half samples' }),
      })
      .optional(),
    why: text(300, 3).optional(),
    ...seenKeys,
  }),
).required();
