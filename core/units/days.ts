import { utc } from '@date-fns/utc';
import {
  addDays as daysAfter,
  addMonths,
  differenceInCalendarDays,
  formatISO,
  isValid,
  lastDayOfMonth,
  parseISO,
} from 'date-fns';
import { ArgumentFault } from './argument.ts';

/** Calendar arithmetic on ISO dates (yyyy-mm-dd); no clock and no zone: a machine's own has days that never were. */
function dayOf(isoDate: string, name: string): Date {
  const known = KNOWN.get(isoDate);
  if (known) return known;
  const day = parseISO(isoDate, { in: utc });
  if (!/^\d{4}-\d{2}-\d{2}$/.test(isoDate) || !isValid(day))
    throw new ArgumentFault(name, { is: 'argument.date', got: isoDate });
  if (KNOWN.size >= MOST_KNOWN) KNOWN.clear();
  KNOWN.set(isoDate, day);
  return day;
}
/** Days that were read before: a store has many tests of few days, and reading one costs ten times what counting does. */
const KNOWN = new Map<string, Date>();
const MOST_KNOWN = 10_000;

/**
 * The day after so many days.
 * @throws {RangeError} for what is no date; the message begins with `name`
 */
export const addDays = (isoDate: string, days: number, name = 'date'): string =>
  formatISO(daysAfter(dayOf(isoDate, name), days), { representation: 'date' });

/**
 * Whole days from one date to another; negative when the second lies before the first.
 * @throws {RangeError} for what is no date
 */
export const daysBetween = (from: string, to: string): number =>
  differenceInCalendarDays(dayOf(to, 'to'), dayOf(from, 'from'));

/**
 * The last day of the month so many months later.
 * @throws {RangeError} for what is no date
 */
export const lastDayAfter = (isoDate: string, months: number): string =>
  formatISO(lastDayOfMonth(addMonths(dayOf(isoDate, 'date'), months)), { representation: 'date' });

/** So many days may pass between seeing and writing down before somebody has to say why. Common practice, no source. */
export const LATE_DAYS = 3;

/** Why a day cannot be the one on which something was seen; `late` can, once somebody says why. */
export type DayFault = 'future' | 'before' | 'late';

/**
 * Whether something can have been seen on a day.
 *
 * @param seenOn     the day as it was stated
 * @param today      the day in the laboratory's zone
 * @param notBefore  the day of what it depends on, itself allowed; null = nothing known
 * @param explained  whether somebody said why it is written down so late
 * @returns          null when it can
 * @throws {RangeError} for what is no date
 */
export function dayFault(seenOn: string, today: string, notBefore: string | null, explained: boolean): DayFault | null {
  if (daysBetween(today, seenOn) > 0) return 'future';
  if (notBefore !== null && daysBetween(notBefore, seenOn) < 0) return 'before';
  return daysBetween(seenOn, today) > LATE_DAYS && !explained ? 'late' : null;
}

/** Day of the week of a date: 0 Sunday to 6 Saturday. */
export const weekdayOf = (isoDate: string): number => dayOf(isoDate, 'date').getUTCDay();
