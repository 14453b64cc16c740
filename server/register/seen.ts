import type { SeenOn } from '@mercato/contract/http/seen';
import type { Happened } from '@mercato/contract/register/happened';
import { dayFault, LATE_DAYS } from '@mercato/core/units/days';
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
