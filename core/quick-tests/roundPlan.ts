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

/** What does not suit a kind where the round stands, in plain words; empty when all is well or nothing is known. */
export function unsuited({ temperatureC, light }: SmallTestMethod, place: RoundPlace): string[] {
  const words: string[] = [];
  if (temperatureC && place.warmthC) {
    const [low, high] = temperatureC;
    const band = `${low} to ${high} °C suit this kind`;
    if (place.warmthC.high > high + 2) words.push(`too warm: ${band}, and cool kinds wait when it is warmer`);
    else if (place.warmthC.low < low - 2) words.push(`too cool: ${band}; it will take longer`);
  }
  if (light === 'helps' && place.light === 'dark') words.push('give it light: this kind sprouts better in light');
  if (light === 'dark' && place.light === 'light') words.push('keep it dark: light holds some of this kind back');
  return words;
}
