import type { SeenAt, SeenOn } from '@mercato/contract/http/seen';
import type { Happened } from '@mercato/contract/register/happened';
import { dayFault, LATE_DAYS } from '@mercato/core/units/days';
import { instantsOf } from '@mercato/core/units/wallTime';
import { type Hand, type Seen, seenNow } from '../database/observations.ts';
import { fault } from '../http/fault.ts';

/** What something depends on: it cannot have been seen before. */
export interface After {
  readonly on: string;
  readonly what: Happened;
}

/**
 * The day that somebody states, or today where nobody does.
 * @throws {Fault} 422 for a day in the future, before what it depends on, or long ago without a word why
 */
export function seenOf(hand: Hand, { seenOn, lateReason }: SeenOn, after: After | null = null, path = 'seenOn'): Seen {
  const on = seenOn ?? hand.today;
  checkDay(on, hand.today, after, lateReason !== undefined, path);
  if (seenOn === undefined) return hand.seen ?? seenNow(hand);
  return { on, from: 'stated', at: on === hand.today ? hand.at : null, lateReason: lateReason ?? null };
}

/** @throws {Fault} 422 naming what is wrong with a day */
export function checkDay(on: string, today: string, after: After | null, explained: boolean, path: string): void {
  switch (dayFault(on, today, after?.on ?? null, explained)) {
    case 'future':
      throw fault('invalid', 'http.lies-future', path);
    case 'before':
      if (!after) return;
      throw fault('invalid', { is: 'register.lies-before-when', on: after.on, what: after.what }, path);
    case 'late':
      throw fault('invalid', { is: 'register.say-why-written-down', lateDays: LATE_DAYS }, 'lateReason');
    case null:
  }
}

/**
 * The instant that somebody states by day and time, or now where nobody does.
 * @throws {Fault} 422 for a time in the future, one that the clocks left out, or long ago without a word why
 */
export function instantSeen(
  hand: Pick<Hand, 'at' | 'today' | 'zone'>,
  { seenOn, seenTime = '', lateReason }: SeenAt,
): Date {
  if (seenOn === undefined) return hand.at;
  checkDay(seenOn, hand.today, null, lateReason !== undefined, 'seenOn');
  const [year = 0, month = 0, day = 0] = seenOn.split('-').map(Number);
  const [hour = 0, minute = 0] = seenTime.split(':').map(Number);
  const [instant] = instantsOf(hand.zone, { year, month, day, hour, minute, second: 0 });
  if (instant === undefined) throw fault('invalid', 'storage.left-out-day-when', 'seenTime');
  if (instant > hand.at.getTime()) throw fault('invalid', 'http.lies-future', 'seenTime');
  return new Date(instant);
}
