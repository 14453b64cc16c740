import { MONTHS } from '@mercato/core/units/monthNames';
import type { DateOrder } from '@mercato/core/units/writtenDate';

const month = (isoDay: string) => (MONTHS[Number(isoDay.slice(5, 7)) - 1] ?? '').slice(0, 3);
const day = (isoDay: string) => String(Number(isoDay.slice(8, 10)));

/**
 * A day as its reader writes one: "24 Nov", or "Nov 24" where the month comes first.
 * @param isoDay  yyyy-mm-dd
 */
export const shortDayOf = (isoDay: string, order: DateOrder | null = null): string =>
  order === null || order === 'day first' ? `${day(isoDay)} ${month(isoDay)}` : `${month(isoDay)} ${day(isoDay)}`;

/** As `shortDayOf`, with its year: "24 Nov 2026", "Nov 24, 2026". */
export const wholeDayOf = (isoDay: string, order: DateOrder | null = null): string =>
  `${shortDayOf(isoDay, order)}${order === null || order === 'day first' ? '' : ','} ${isoDay.slice(0, 4)}`;
