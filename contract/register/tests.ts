import Joi from 'joi';

/** Starts a test on a working sample that was drawn for it. */
export interface NewTest {
  vesselId: string;
}
export const newTestSchema = Joi.object<NewTest, true>({ vesselId: Joi.string().guid().required() }).required();
