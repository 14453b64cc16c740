import { wholeIn } from '../units/argument.ts';
import type { SmallTestMethod } from '../rule-books/findKind.ts';

/** Where a bag stands in the time of its kind. */
export type BagState = 'too early' | 'look today' | 'under way' | 'late for this kind' | 'last day' | 'over';

export interface BagTime {
  readonly state: BagState;
  readonly day: number;
  readonly words: string;
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
  const at = (state: BagState, words: string): BagTime => ({ state, day, words });
  if (firstDay === null || lastDay === null)
    return at('under way', `day ${day}; how long this kind takes is not known here`);
  if (day > lastDay) return at('over', `day ${day}: the kind's last day was day ${lastDay}`);
  if (day === lastDay) return at('last day', `day ${day} is the last for this kind`);
  if (day < firstDay) return at('too early', `day ${day}; nothing is expected before day ${firstDay}`);
  const middle = (firstDay + lastDay) / 2;
  if (sprouted === 0 && day >= middle)
    return at(
      'late for this kind',
      `day ${day} and none sprouted: most of this kind show by day ${Math.floor(middle)}`,
    );
  if (day === firstDay) return at('look today', `day ${day}: the first may show`);
  return at('under way', `day ${day} of ${lastDay}`);
}
