import { normalChance } from '../statistics/normalDistribution.ts';
import { aboveZero } from '../units/argument.ts';

/** Length, width and thickness of one seed, mm: the longest, the middle and the shortest way through it. */
export interface Size {
  readonly lengthMm: number;
  readonly widthMm: number;
  readonly thicknessMm: number;
}

/**
 * A screen by its hole, mm. A round hole parts by width, a slot by thickness; a triangle is known by the circle that
 * fits inside, a mesh by its clear opening (25.4 / n less the wire, never 25.4 / n).
 */
export type Screen =
  | { readonly shape: 'round'; readonly holeMm: number }
  | { readonly shape: 'slot'; readonly holeMm: number; readonly lengthMm: number }
  | { readonly shape: 'triangle'; readonly holeMm: number }
  | { readonly shape: 'mesh'; readonly holeMm: number; readonly lengthMm: number; readonly wireMm: number };

export const MM_PER_INCH = 25.4;
/** Circle inside an equal-sided triangle, from its side. */
export const circleInside = (sideMm: number): number => sideMm / Math.sqrt(3);

/**
 * Mean caliper of an elliptic section over the three sides of a triangle, at its best turn: it goes through where this
 * is less than the circle inside the hole.
 *
 * The sum of the three widths repeats every 60° and is even, so that it is least at 0° or at 30°.
 * Source: geometry of an ellipse's widths, derived.
 */
export function triangleCaliper({ widthMm: w, thicknessMm: t }: Size): number {
  const caliper = (degrees: number) => {
    const a = (degrees * Math.PI) / 180;
    return Math.hypot(w * Math.cos(a), t * Math.sin(a));
  };
  const around = (turn: number) => (caliper(turn) + caliper(turn + 120) + caliper(turn + 240)) / 3;
  return Math.min(around(0), around(30));
}

/** What a hole of this shape measures of a seed, mm, to be held against its opening; length is apart. */
export function measureFor(shape: Screen['shape'], size: Size): number {
  switch (shape) {
    case 'round':
      return size.widthMm;
    case 'slot':
      return size.thicknessMm;
    case 'triangle':
      return triangleCaliper(size);
    case 'mesh':
      return Math.sqrt((size.widthMm ** 2 + size.thicknessMm ** 2) / 2);
  }
}

/** Whether a seed goes through, tried for ever. */
export function fits(screen: Screen, size: Size): boolean {
  const measured = measureFor(screen.shape, size);
  if (screen.shape === 'slot') return measured < screen.holeMm && size.lengthMm < screen.lengthMm;
  // An oblong mesh lets pass on edge, as a slot does.
  if (screen.shape === 'mesh' && screen.lengthMm > screen.holeMm)
    return size.thicknessMm < screen.holeMm && size.lengthMm < screen.lengthMm;
  return measured < screen.holeMm;
}

/** A round hole is met on end by seed longer than this many holes: most of it lies across. */
const LONG_HOLES = 2;
const LONG_SHARE = 0.2;

/**
 * Chance to go through at one try.
 *
 * @param openArea  share of the screen that is hole, 0..1
 * Source: free area around a seed that falls plumb, (1 − size / hole)², from memory; the fifth of long seed before a
 * round hole, and the triangle (taken as a hole of its circle), are guesses.
 */
export function oneTry(screen: Screen, size: Size, openArea: number): number {
  if (!fits(screen, size)) return 0;
  const measured = measureFor(screen.shape, size);
  const { holeMm } = screen;
  switch (screen.shape) {
    case 'round': {
      const free = openArea * (1 - measured / holeMm) ** 2;
      return size.lengthMm > LONG_HOLES * holeMm ? free * LONG_SHARE : free;
    }
    case 'triangle':
      return openArea * (1 - measured / holeMm) ** 2;
    case 'slot':
      return openArea * (1 - measured / holeMm) * (1 - size.lengthMm / screen.lengthMm);
    case 'mesh':
      return screen.lengthMm > holeMm
        ? openArea * (1 - size.thicknessMm / holeMm) * (1 - size.lengthMm / screen.lengthMm)
        : ((holeMm - measured) / (holeMm + screen.wireMm)) ** 2;
  }
}

/** How a screen is fed: tries on its way over it, the share that is hole, and how deep it is loaded (1 = its usual load). */
export interface Feeding {
  readonly tries: number;
  readonly openArea: number;
  readonly load: number;
}

/** Chance to be through at the end of the screen, 0..1: 1 − (1 − p)ⁿ, less where it is loaded deep. */
export function passChance(screen: Screen, size: Size, { tries, openArea, load }: Feeding): number {
  return (1 - (1 - oneTry(screen, size, openArea)) ** tries) / (1 + load);
}

/** Sizes that stick in a hole rather than pass or lie on it, as shares of it. From memory. */
const STICKS = [0.95, 1.05] as const;
export const sticks = (screen: Screen, size: Size): boolean => {
  const share = measureFor(screen.shape, size) / screen.holeMm;
  return share >= STICKS[0] && share <= STICKS[1];
};

export interface ScreenShare {
  readonly passesPercent: number;
  readonly heldPercent: number;
}

/**
 * What of a kind goes through a hole in the end, by number, with sizes taken as normal.
 *
 * @param meanMm     > 0, of width before a round hole, of thickness before a slot, of length before an indent
 * @param sdMm       > 0
 * @param openingMm  > 0
 * @throws {RangeError} if a figure leaves its range
 * Source: Φ((opening − mean) / sd); R 4.2.2 pnorm.
 */
export function screenShare(meanMm: number, sdMm: number, openingMm: number): ScreenShare {
  aboveZero('meanMm', meanMm);
  aboveZero('sdMm', sdMm);
  aboveZero('openingMm', openingMm);
  const z = (openingMm - meanMm) / sdMm;
  return { passesPercent: 100 * normalChance(z), heldPercent: 100 * normalChance(-z) };
}
