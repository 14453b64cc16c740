import type { Due } from '@mercato/contract/today/today';
import { ROLES } from '@mercato/core/register/permissions';
import type { Reader } from '../database/connect.ts';

/** How far ahead one looks, in days. */
export const SOON_DAYS = 28;

/** When somebody looks: the instant, and the laboratory's day. */
export interface Looked {
  readonly now: Date;
  readonly today: string;
}

/** A day of the calendar that is written for other programs; its id stays the same from one to the next. */
export interface CalendarDay {
  readonly id: string;
  /** yyyy-mm-dd, or an instant where the hour matters. */
  readonly by: string;
  readonly says: string;
  readonly open: string;
}

/** What a room asks of somebody, and when. A room with something to do brings one, and `today` loops over all. */
export interface WhatIsDue {
  readonly due: (tx: Reader, looked: Looked) => Promise<Due[]>;
  /** What of it goes into a calendar besides; a thing without a day of its own goes into none. */
  readonly days?: (tx: Reader, looked: Looked) => Promise<CalendarDay[]>;
  /** What of the due things themselves goes into a calendar; left out = all. */
  readonly hasDay?: (one: Due) => boolean;
}

/** A thing of the store: anybody may do it. */
export const inStore = { at: 'store', room: null, roles: [...ROLES] } as const satisfies Partial<Due>;
