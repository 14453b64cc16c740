import type { SmallTestMethod } from '../rule-books/findKind.ts';

/**
 * How many seeds to take blind out of a packet that holds so many: a fifth of it, from 10 to 50, and never more than
 * half of what there is.
 *
 * @param left  seeds in the packet, integer ≥ 1
 * Source: common practice, no source (10, 20 or 50 seeds are what people test); the shares are our reading.
 */
export function seedsToTake(left: number): number {
  const most = Math.max(1, Math.floor(left / 2));
  return Math.min(most, 50, Math.max(10, Math.round(left / 5)));
}

/** Where a round stands: warmth as a band, °C, and whether light reaches it. */
export interface RoundPlace {
  readonly warmthC: { readonly low: number; readonly high: number } | null;
  readonly light: 'light' | 'dark';
}

/** What does not suit a kind where the round stands. */
export type Unsuited = 'too-hot' | 'too-cold' | 'no-light' | 'in-light';

/** A place may be so many degrees off what suits a kind. Common practice, no source. */
const OFF_C = 2;

/** What does not suit a kind where the round stands; empty when all is well or nothing is known. */
export function unsuited({ temperatureC, light }: SmallTestMethod, place: RoundPlace): Unsuited[] {
  const found: Unsuited[] = [];
  if (temperatureC && place.warmthC) {
    const [low, high] = temperatureC;
    if (place.warmthC.high > high + OFF_C) found.push('too-hot');
    else if (place.warmthC.low < low - OFF_C) found.push('too-cold');
  }
  if (light === 'helps' && place.light === 'dark') found.push('no-light');
  if (light === 'dark' && place.light === 'light') found.push('in-light');
  return found;
}
