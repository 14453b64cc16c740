import type { KindMethod } from '../rule-books/edition.ts';
import { wholeIn } from '../units/argument.ts';
import { addDays } from '../units/days.ts';
import { type ClosedDays, isClosed } from '../units/closedDays.ts';
import { type MoveRules, movesOf, openDayNear } from './openDays.ts';

/** One day on the calendar of a test. */
export interface PlanEvent {
  readonly what: 'set-up' | 'end-of-prechill' | 'moisten' | 'first-count' | 'interim-count' | 'final-count';
  /** Day of the test; 0 is the day it goes to warmth. Pre-chill days are not counted. */
  readonly day: number;
  /** ISO date in the laboratory's own zone. */
  readonly date: string;
  /** The date that its day asks for, where the laboratory is closed then and the book lets it be moved; else null. */
  readonly movedFrom: string | null;
  /** Nobody is at the bench on that date, and the book does not let it be moved. */
  readonly closed: boolean;
}

/** Is something counted on that day? */
export const isCount = ({ what }: Pick<PlanEvent, 'what'>): boolean => what.endsWith('-count');

export interface PlanInput {
  readonly setUpDate: string;
  readonly firstCountDay: number;
  readonly finalCountDay: number;
  readonly prechillDays: number;
  /** So many days from one moistening to the next; left out or 0 = none is planned. */
  readonly moistenDays?: number;
}

/** When nobody is at the bench, and what counts may be moved by. */
export interface Bench {
  readonly closed: ClosedDays;
  readonly rules: MoveRules;
}

/** Dry paper waits for no rule: the day before or after. */
const ANY_DAY_BESIDE = { earlier: 1, later: 1 };
const LONGEST_DAYS = 400;
/** So many days on a better day to set a test up is looked for. */
const LOOKED_AHEAD = 7;

/**
 * The calendar of a germination test: set-up, end of pre-chill, counts. Between the first and the
 * final count one about every seven days.
 *
 * @param input  setUpDate ISO (yyyy-mm-dd); days: integers, 1 ≤ first ≤ final ≤ 400, prechill 0..400
 * @param bench  counts of days on which nobody is there are moved inside what the book permits; left out, none is
 * @throws {RangeError} naming the field that cannot be
 *
 * Source: ISTA, germination, duration of the test: treatments before are not counted, interim
 * counts about weekly (from memory); AOSA/FSA 201.58 count days.
 */
export function planCalendar(input: PlanInput, bench?: Bench): readonly PlanEvent[] {
  const { setUpDate, firstCountDay, finalCountDay, prechillDays, moistenDays = 0 } = input;
  wholeIn('prechillDays', prechillDays, 0, LONGEST_DAYS);
  wholeIn('firstCountDay', firstCountDay, 1, LONGEST_DAYS);
  wholeIn('finalCountDay', finalCountDay, firstCountDay, LONGEST_DAYS);
  wholeIn('moistenDays', moistenDays, 0, LONGEST_DAYS);
  const dateOf = (day: number) => addDays(setUpDate, prechillDays + day, 'setUpDate');
  const events: { what: PlanEvent['what']; day: number; date: string }[] = [
    { what: 'set-up', day: 0, date: addDays(setUpDate, 0, 'setUpDate') },
  ];
  if (prechillDays > 0) events.push({ what: 'end-of-prechill', day: 0, date: dateOf(0) });
  if (firstCountDay < finalCountDay) {
    events.push({ what: 'first-count', day: firstCountDay, date: dateOf(firstCountDay) });
    for (let day = firstCountDay + 7; finalCountDay - day >= 4; day += 7)
      events.push({ what: 'interim-count', day, date: dateOf(day) });
  }
  const last = dateOf(finalCountDay);
  events.push({ what: 'final-count', day: finalCountDay, date: last });
  // Whoever counts looks at the water too: a day with a count needs no moistening of its own.
  for (let day = moistenDays; moistenDays > 0 && day < finalCountDay; day += moistenDays)
    if (!events.some((one) => one.day === day && isCount(one)))
      events.push({ what: 'moisten', day, date: dateOf(day) });
  events.sort((a, b) => a.date.localeCompare(b.date));
  return events.map((event): PlanEvent => {
    const { what, date } = event;
    if (!bench || !isClosed(date, bench.closed)) return { ...event, movedFrom: null, closed: false };
    const moves =
      what === 'set-up' || what === 'end-of-prechill'
        ? null
        : what === 'moisten'
          ? ANY_DAY_BESIDE
          : movesOf(bench.rules, finalCountDay)[what];
    const open = moves && openDayNear(date, bench.closed, moves);
    // A count before the final one stays before it.
    return open && (what === 'final-count' || open < last)
      ? { ...event, date: open, movedFrom: date, closed: false }
      : { ...event, movedFrom: null, closed: true };
  });
}

/** Days within a week on which a test can be set up so that every day of it finds somebody at the bench, the next first. */
export function openSetUps(input: PlanInput, bench: Bench): readonly string[] {
  return Array.from({ length: LOOKED_AHEAD + 1 }, (_, i) => addDays(input.setUpDate, i, 'setUpDate')).filter(
    (setUpDate) => planCalendar({ ...input, setUpDate }, bench).every((event) => !event.closed),
  );
}

/**
 * Day 0 of a test: the day on which its seed comes into germination conditions, after any pre-chill.
 * Source: ISTA, germination, duration of the test: treatments before are not counted (from memory).
 */
export function dayZero({ setUpDate, prechillDays }: Pick<PlanInput, 'setUpDate' | 'prechillDays'>): string {
  return addDays(setUpDate, prechillDays, 'setUpDate');
}

/** The last day on which a test may end without a cause that has to be seen in its dishes. */
export const lastPermitted = (input: PlanInput, { rules }: Bench): string =>
  addDays(dayZero(input), input.finalCountDay + movesOf(rules, input.finalCountDay)['final-count'].later, 'setUpDate');

/** What a kind's row still lacks before a test can be planned. */
export function missingForPlan(method: KindMethod | undefined): readonly string[] {
  const needed = ['substrates', 'temperatures', 'firstCountDay', 'finalCountDay'] as const;
  return needed.filter((name) => method?.[name] === undefined);
}
