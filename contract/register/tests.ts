import Joi from 'joi';
import { objectOf, type ValueOf } from '../http/body.ts';

/** Starts a test on a working sample that was drawn for it. */
export type NewTest = ValueOf<typeof newTestSchema>;
export const newTestSchema = objectOf({ vesselId: Joi.string().guid().required() });
