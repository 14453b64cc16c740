import type { SeenOn } from '@mercato/contract/http/seen';
import { dayFault, LATE_DAYS } from '@mercato/core/units/days';
import { seenNow, type Hand, type Seen } from '../database/observations.ts';
import { fault } from '../http/fault.ts';

/** What something depends on: it cannot have been seen before. */
export interface After {
  /** Null where nobody knows the day. */
  readonly on: string | null;
  /** "the sample was drawn" */
  readonly what: string;
}

/**
 * The day that somebody states, or today where nobody does.
 * @throws {Fault} 422 for a day in the future, before what it depends on, or long ago without a word why
 */
export function seenOf(
  hand: Hand,
  { seenOn, lateReason }: SeenOn,
  after: After = { on: null, what: '' },
  path = 'seenOn',
): Seen {
  const on = seenOn ?? hand.today;
  checkDay(on, hand.today, after, lateReason !== undefined, path);
  if (seenOn === undefined) return hand.seen ?? seenNow(hand);
  return { on, from: 'stated', at: on === hand.today ? hand.at : null, lateReason: lateReason ?? null };
}

/** @throws {Fault} 422 naming what is wrong with a day */
export function checkDay(on: string, today: string, after: After, explained: boolean, path: string): void {
  switch (dayFault(on, today, after.on, explained)) {
    case 'future':
      throw fault('invalid', 'What was seen cannot lie in the future.', [{ path, message: 'lies in the future' }]);
    case 'before':
      throw fault('invalid', `This cannot be before ${after.what}.`, [
        { path, message: `lies before ${after.on ?? ''}, when ${after.what}` },
      ]);
    case 'late':
      throw fault('invalid', `More than ${LATE_DAYS} days have passed since.`, [
        { path: 'lateReason', message: `say why it is written down more than ${LATE_DAYS} days late` },
      ]);
    case null:
  }
}
