import { clockIn } from '@mercato/core/units/wallTime';

/** The calendar day in the laboratory's zone. */
export const todayIn = (now: Date, zone: string): string => clockIn(zone, now).slice(0, 10);
