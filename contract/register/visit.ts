import { ROLES } from '@mercato/core/register/permissions';
import { form, oneOf, orNull, type ValueOf } from '../http/body.ts';

export type Visit = ValueOf<typeof visitSchema>;
/** As whom the example is visited; null = no longer. */
export const visitSchema = form('visit', { as: orNull(oneOf(ROLES)) });

/** How the example stands for who asks. */
export interface ExampleView {
  there: boolean;
  inside: boolean;
}
