import type { Counts, SeedClass } from './seedCounts.ts';

/**
 * What a class may be told apart into, by the key of its part: kinds of abnormal seedlings, and why seed is dead. They
 * stand within their class, so that the five classes total what was set.
 *
 * Source: ISTA, germination, categories of abnormal seedlings (from memory, high); empty, embryoless and insect-damaged
 * seed, reported on request (from memory, medium).
 */
export const PARTS = {
  damaged: 'abnormal',
  deformed: 'abnormal',
  decayed: 'abnormal',
  empty: 'dead',
  embryoless: 'dead',
  insect: 'dead',
} as const satisfies Readonly<Record<string, SeedClass>>;

export type SeedPart = keyof typeof PARTS;
export const SEED_PARTS = Object.keys(PARTS) as SeedPart[];
/** Classes that have parts. */
export const DIVIDED = ['abnormal', 'dead'] as const satisfies readonly SeedClass[];
export type Divided = (typeof DIVIDED)[number];

/** How deep a laboratory counts: which classes it tells apart. */
export const COUNT_DEPTHS = ['classes', 'abnormal', 'dead', 'both'] as const;
export type CountDepth = (typeof COUNT_DEPTHS)[number];
export const dividedAt = (depth: CountDepth): readonly Divided[] =>
  DIVIDED.filter((one) => depth === 'both' || depth === one);

export const partsOf = (one: SeedClass): SeedPart[] => SEED_PARTS.filter((part) => PARTS[part] === one);

/** Seeds by part; a part that is missing was not told apart: unknown, not 0. */
export type Parts = Readonly<Partial<Record<SeedPart, number>>>;

/** The class whose parts hold more seeds than it has; undefined where none does. */
export const partsOver = (counts: Counts, parts: Parts): Divided | undefined =>
  DIVIDED.find((one) => partsOf(one).reduce((sum, part) => sum + (parts[part] ?? 0), 0) > counts[one]);

interface Told {
  readonly counts: Counts;
  readonly parts: Parts;
}

/** Parts of several counts together. One that a count did not tell apart stays unknown, unless its class held no seed there. */
export function addParts(all: readonly Told[]): Parts {
  const sum: Partial<Record<SeedPart, number>> = {};
  for (const part of SEED_PARTS) {
    const told = all.filter(({ counts }) => counts[PARTS[part]] > 0);
    if (all.some(({ parts }) => parts[part] !== undefined) && told.every(({ parts }) => parts[part] !== undefined))
      sum[part] = all.reduce((seeds, { parts }) => seeds + (parts[part] ?? 0), 0);
  }
  return sum;
}
