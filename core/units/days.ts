import { ArgumentFault } from './argument.ts';
/** Calendar arithmetic on ISO dates (yyyy-mm-dd); no clock and no zone. */
const DAY_MS = 86_400_000;

function timeOf(isoDate: string, name: string): number {
  const time = Date.parse(`${isoDate}T00:00:00Z`);
  if (
    !/^\d{4}-\d{2}-\d{2}$/.test(isoDate) ||
    Number.isNaN(time) ||
    new Date(time).toISOString().slice(0, 10) !== isoDate
  )
    throw new ArgumentFault(name, { is: 'argument.date', got: isoDate });
  return time;
}

/**
 * The day after so many days.
 * @throws {RangeError} for what is no date; the message begins with `name`
 */
export function addDays(isoDate: string, days: number, name = 'date'): string {
  return new Date(timeOf(isoDate, name) + days * DAY_MS).toISOString().slice(0, 10);
}

/**
 * Whole days from one date to another; negative when the second lies before the first.
 * @throws {RangeError} for what is no date
 */
export function daysBetween(from: string, to: string): number {
  return Math.round((timeOf(to, 'to') - timeOf(from, 'from')) / DAY_MS);
}

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
