import type { KindMethod } from '../rule-books/edition.ts';
import { wholeIn } from '../units/argument.ts';
import { addDays } from '../units/days.ts';

/** One day on the calendar of a test. */
export interface PlanEvent {
  readonly what: 'set-up' | 'end-of-prechill' | 'first-count' | 'interim-count' | 'final-count';
  /** Day of the test; 0 is the day it goes to warmth. Pre-chill days are not counted. */
  readonly day: number;
  /** ISO date in the laboratory's own zone. */
  readonly date: string;
}

/** Is something counted on that day? */
export const isCount = ({ what }: Pick<PlanEvent, 'what'>): boolean => what !== 'set-up' && what !== 'end-of-prechill';

export interface PlanInput {
  readonly setUpDate: string;
  readonly firstCountDay: number;
  readonly finalCountDay: number;
  readonly prechillDays: number;
}

const LONGEST_DAYS = 400;

/**
 * The calendar of a germination test: set-up, end of pre-chill, counts. Between the first and the
 * final count one about every seven days.
 *
 * @param input  setUpDate ISO (yyyy-mm-dd); days: integers, 1 ≤ first ≤ final ≤ 400, prechill 0..400
 * @throws {RangeError} naming the field that cannot be
 *
 * Source: ISTA, germination, duration of the test: treatments before are not counted, interim
 * counts about weekly (from memory); AOSA/FSA 201.58 count days.
 */
export function planCalendar(input: PlanInput): readonly PlanEvent[] {
  const { setUpDate, firstCountDay, finalCountDay, prechillDays } = input;
  wholeIn('prechillDays', prechillDays, 0, LONGEST_DAYS);
  wholeIn('firstCountDay', firstCountDay, 1, LONGEST_DAYS);
  wholeIn('finalCountDay', finalCountDay, firstCountDay, LONGEST_DAYS);
  const dateOf = (day: number) => addDays(setUpDate, prechillDays + day, 'setUpDate');
  const events: PlanEvent[] = [{ what: 'set-up', day: 0, date: addDays(setUpDate, 0, 'setUpDate') }];
  if (prechillDays > 0) events.push({ what: 'end-of-prechill', day: 0, date: dateOf(0) });
  if (firstCountDay < finalCountDay) {
    events.push({ what: 'first-count', day: firstCountDay, date: dateOf(firstCountDay) });
    for (let day = firstCountDay + 7; finalCountDay - day >= 4; day += 7)
      events.push({ what: 'interim-count', day, date: dateOf(day) });
  }
  events.push({ what: 'final-count', day: finalCountDay, date: dateOf(finalCountDay) });
  return events;
}

/**
 * Day 0 of a test: the day on which its seed comes into germination conditions, after any pre-chill.
 * Source: ISTA, germination, duration of the test: treatments before are not counted (from memory).
 */
export function dayZero({ setUpDate, prechillDays }: Pick<PlanInput, 'setUpDate' | 'prechillDays'>): string {
  return addDays(setUpDate, prechillDays, 'setUpDate');
}

/** What a kind's row still lacks before a test can be planned. */
export function missingForPlan(method: KindMethod | undefined): readonly string[] {
  const needed = ['substrates', 'temperatures', 'firstCountDay', 'finalCountDay'] as const;
  return needed.filter((name) => method?.[name] === undefined);
}
