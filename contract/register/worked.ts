import { form, objectOf, oneOf, type ValueOf } from '../http/body.ts';
import { isoDate, text, why } from '../http/fields.ts';

/** What can be done to a lot so that a sample drawn before no longer has its moisture. */
export const WORKED = ['dried', 'dampened', 'blended'] as const;
export type Worked = (typeof WORKED)[number];

export type NewWork = ValueOf<typeof newWorkSchema>;
export const newWorkSchema = form('lotWork', {
  what: oneOf(WORKED),
  on: isoDate('on'),
  /** Whether samples of that very day were drawn before it, or from the seed as it is now. */
  sampled: oneOf(['before', 'after']),
  note: text(300, 0).required(),
});
export const workStruckSchema = objectOf({ reason: why('say why it is crossed out') });

/** What was done to a lot, as it is written down; crossed out it counts no longer, and stays to be read. */
export interface LotWork extends NewWork {
  id: string;
  by: string;
  at: string;
  struck: { by: string; at: string; reason: string } | null;
}
/** Why the moisture of a sample is void. */
export type Voided = Pick<LotWork, 'what' | 'on'>;
