import type { SmallTestMethod } from '../rule-books/findKind.ts';
import { wholeIn } from '../units/argument.ts';

/** Where a bag stands in the time of its kind. */
export type BagState = 'too-early' | 'look-today' | 'under-way' | 'late' | 'last-day' | 'over';

/** Days since the start, and the first and last day of the kind; null = not known. */
export interface BagTime {
  readonly state: BagState;
  readonly day: number;
  readonly firstDay: number | null;
  readonly lastDay: number | null;
}

/**
 * Where a test stands, counted in days from its start (day 0).
 *
 * Late means late for its kind, never by a fixed fortnight: half of the way from the first look to the last day is
 * over and nothing at all has sprouted.
 *
 * @param method    of the kind
 * @param day       days since the start, integer ≥ 0
 * @param sprouted  seeds sprouted so far, ≥ 0
 * @throws {RangeError} for a day before the start
 * Source: first and last days by kind (names/crops.csv, from memory); "late" is our own reading.
 */
export function bagTime({ firstDay, lastDay }: SmallTestMethod, day: number, sprouted: number): BagTime {
  wholeIn('day', day, 0, 1e6);
  const at = (state: BagState): BagTime => ({ state, day, firstDay, lastDay });
  if (firstDay === null || lastDay === null) return at('under-way');
  if (day > lastDay) return at('over');
  if (day === lastDay) return at('last-day');
  if (day < firstDay) return at('too-early');
  if (sprouted === 0 && day >= (firstDay + lastDay) / 2) return at('late');
  return at(day === firstDay ? 'look-today' : 'under-way');
}
