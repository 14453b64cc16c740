import { MONTHS } from '@mercato/core/units/monthNames';
import type { DateOrder } from '@mercato/core/units/writtenDate';

const month = (isoDay: string) => (MONTHS[Number(isoDay.slice(5, 7)) - 1] ?? '').slice(0, 3);
const day = (isoDay: string) => String(Number(isoDay.slice(8, 10)));

/**
 * A day as its reader writes one: "24 Nov", "Nov 24" where the month comes first, "2026-11-24" where the year does.
 * @param isoDay  yyyy-mm-dd
 */
export const shortDayOf = (isoDay: string, order: DateOrder | null = null): string =>
  order === 'year first'
    ? isoDay.slice(0, 10)
    : order === 'month first'
      ? `${month(isoDay)} ${day(isoDay)}`
      : `${day(isoDay)} ${month(isoDay)}`;

/** As `shortDayOf`, with its year: "24 Nov 2026", "Nov 24, 2026". */
export const wholeDayOf = (isoDay: string, order: DateOrder | null = null): string =>
  order === 'year first'
    ? isoDay.slice(0, 10)
    : `${shortDayOf(isoDay, order)}${order === 'month first' ? ',' : ''} ${isoDay.slice(0, 4)}`;
