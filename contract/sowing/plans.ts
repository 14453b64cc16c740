import Joi from 'joi';
import type { SowingCalendar } from '@mercato/core/sowing/window';
import { type BodyOf, form, objectOf, orNull } from '../http/body.ts';
import { dayCount, isoDate, text, wholeNumber, why } from '../http/fields.ts';

/** What is to be sown, when, and what has to be over before. */
export type NewSowingPlan = BodyOf<typeof newSowingPlanKeys>;
const newSowingPlanKeys = {
  kind: text(80).required().messages({ 'string.empty': 'say what is sown, such as leek' }),
  species: text(120, 0).required(),
  /** The packet that it is to come from; null = not chosen yet. */
  packetId: orNull(Joi.string().uuid({ separator: '-' })),
  note: text(300, 0).required(),
  /** First and last day of sowing; with frosts given, they follow from these. */
  from: isoDate('the first day of sowing', 'coming'),
  to: isoDate('the last day of sowing', 'coming'),
  testDays: dayCount(1, 400).messages({ 'number.base': 'write the days that a test takes' }),
  buyDays: dayCount(0, 400).messages({ 'number.base': 'write the days until other seed is here' }),
  sowings: wholeNumber(1, 60).messages({ 'number.base': 'write how many sowings' }),
  everyDays: dayCount(0, 400).messages({ 'number.base': 'write the days between two sowings' }),
  oneChance: Joi.boolean().required(),
};
export const newSowingPlanSchema = form('newSowingPlan', newSowingPlanKeys)
  .custom((value: NewSowingPlan, helpers) =>
    value.to < value.from
      ? helpers.message({ custom: 'to must not lie before the first day of sowing' })
      : value.sowings > 1 && value.everyDays < 1
        ? helpers.message({ custom: 'everyDays must be 1 at least where there are several sowings' })
        : value,
  )
  .required();

export const dropPlanSchema = objectOf({
  reason: why('say why it is deleted'),
});

/** What is to be done next, by when, and why. */
export type SowingNext = { by: string } &
  /** for-the-last: too late for the first sowing, not for the last. */
  (
    | { what: 'test'; why: 'in-time' | 'for-the-last' }
    | { what: 'order'; why: 'tested-poor'; sprouted: number; seeds: number }
    | { what: 'order'; why: 'too-late-to-test' | 'too-late-to-test-again' }
    | { what: 'sow'; how: 'as-usual' | 'thickly' | 'untested' }
  );

export interface SowingPlanView extends NewSowingPlan {
  id: string;
  version: number;
  by: string;
  calendar: SowingCalendar;
  /** How its packet was tested last; null where it was not, or no packet is chosen. */
  tested: { on: string; sprouted: number; seeds: number } | null;
  packet: { id: string; name: string } | null;
  /** What is to be done next and by when; null when the season is over. */
  next: SowingNext | null;
}
export interface SowingPlans {
  today: string;
  plans: SowingPlanView[];
}
