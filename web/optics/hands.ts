import { polygonContains } from 'd3-polygon';
import type { FoundSeed } from '@mercato/core/optics/countSeeds';

/** What hands changed of what was found. */
export interface Changes {
  /** By the place of a seed among those found: as how many it counts, where that is not what was proposed. */
  readonly as: Readonly<Record<number, number>>;
  /** Seeds that only the eye saw, pixels. */
  readonly marks: readonly (readonly [x: number, y: number])[];
}
export const NO_CHANGES: Changes = { as: {}, marks: [] };
/** What hides as one may be two or three. */
export const MOST_AS_ONE = 3;

const proposed = (seeds: readonly FoundSeed[], i: number) => (seeds[i]?.counted ? 1 : 0);

/** As how many seeds one of those found counts now. */
export const countsAs = (seeds: readonly FoundSeed[], { as }: Changes, i: number): number =>
  as[i] ?? proposed(seeds, i);

/** How many there are now. */
export const total = (seeds: readonly FoundSeed[], changes: Changes): number =>
  seeds.reduce((sum, _, i) => sum + countsAs(seeds, changes, i), changes.marks.length);

/** How many were put right by hand. */
export const handled = ({ as, marks }: Changes): number => Object.keys(as).length + marks.length;

export function setAs(seeds: readonly FoundSeed[], changes: Changes, i: number, many: number): Changes {
  const { [i]: _gone, ...rest } = changes.as;
  return { ...changes, as: many === proposed(seeds, i) ? rest : { ...rest, [i]: many } };
}

/** What a press on the picture does: a mark goes, a seed counts or does not, and where nothing was found a mark comes. */
export function press(seeds: readonly FoundSeed[], changes: Changes, x: number, y: number, reach: number): Changes {
  const mark = changes.marks.findIndex(([u, v]) => Math.hypot(u - x, v - y) <= reach);
  if (mark >= 0) return { ...changes, marks: changes.marks.filter((_, i) => i !== mark) };
  const seed = seeds.findIndex((one) => polygonContains(one.outline as [number, number][], [x, y]));
  return seed >= 0
    ? setAs(seeds, changes, seed, countsAs(seeds, changes, seed) > 0 ? 0 : 1)
    : { ...changes, marks: [...changes.marks, [x, y]] };
}

/** Those to be looked at, the oddest kinds first. */
export const toLookAt = (seeds: readonly FoundSeed[]): number[] => {
  const order = ['shape', 'large', 'small', 'at-the-edge'];
  return seeds
    .flatMap((one, i) => (one.odd ? [i] : []))
    .sort((a, b) => order.indexOf(seeds[a]?.odd ?? '') - order.indexOf(seeds[b]?.odd ?? '') || a - b);
};
