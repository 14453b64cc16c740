import { weekdayOf } from './days.ts';

/** Days of the week on which nobody is at the bench. */
export const CLOSED_WEEKS = ['none', 'sun', 'sat-sun', 'fri-sat'] as const;
export type ClosedWeek = (typeof CLOSED_WEEKS)[number];
const WEEKDAYS: Readonly<Record<ClosedWeek, readonly number[]>> = {
  none: [],
  sun: [0],
  'sat-sun': [6, 0],
  'fri-sat': [5, 6],
};

/** When the laboratory is closed. */
export interface ClosedDays {
  readonly week: ClosedWeek;
  /** Single days, ISO. */
  readonly days: readonly string[];
}

export const isClosed = (date: string, { week, days }: ClosedDays): boolean =>
  WEEKDAYS[week].includes(weekdayOf(date)) || days.includes(date);
