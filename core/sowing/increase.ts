import { aboveUpTo, ArgumentFault, between, numberIn, wholeIn } from '../units/argument.ts';
import type { WorkingStep } from '../verdict/verdict.ts';

/** What a season does to seed of a kind, per year. */
export interface Season {
  /** Plants that come of a seed, 0..1: from what is known of its germination, the two ends of its range. */
  readonly plantsPerSeed: readonly [low: number, high: number];
  /** Plants that are kept for seed, share above 0 up to 1: off-types and weak ones go. */
  readonly keptShare: number;
  /** Clean seeds that a kept plant gives, > 0. */
  readonly seedsPerPlant: number;
  /** Plants that the ground holds; null = as many as there are. */
  readonly room: number | null;
  /** Share of the seed that goes back into the ground, above 0 up to 1; the rest is eaten, sold or kept. */
  readonly resownShare: number;
}

export interface Increase {
  /** By season, from 0: seeds at its beginning, plants kept, seeds harvested; each as a range. */
  readonly seasons: readonly {
    readonly season: number;
    readonly sown: readonly [low: number, high: number];
    readonly plants: readonly [low: number, high: number];
    readonly harvested: readonly [low: number, high: number];
  }[];
  /** Seasons until as many seeds are harvested as are wanted, by the high and by the low end; null = not within 30. */
  readonly reached: readonly [soonest: number | null, latest: number | null];
  readonly steps: readonly WorkingStep[];
}

const MOST_SEASONS = 30;

/**
 * How seed grows in number over seasons: sown, come up, kept, harvested, sown again, until there is enough or the
 * ground is full.
 *
 * @param seeds   seeds at the beginning, integer 1..1e9
 * @param wanted  seeds that are wanted, integer 1..1e15
 * @throws {RangeError} if a figure leaves its range
 * Source: multiplication season by season; no source but arithmetic.
 */
export function seedIncrease(seeds: number, wanted: number, season: Season): Increase {
  const { plantsPerSeed, keptShare, seedsPerPlant, room, resownShare } = season;
  wholeIn('seeds', seeds, 1, 1e9);
  numberIn('wanted', wanted, 1, 1e15);
  const [low, high] = plantsPerSeed;
  if (!(low >= 0 && low <= high && high <= 1))
    throw new ArgumentFault('plantsPerSeed', { is: 'argument.pair-between', low: 0, high: 1, got: `${low}, ${high}` });
  for (const [name, value] of Object.entries({ keptShare, resownShare })) aboveUpTo(name, value, 0, 1);
  between('seedsPerPlant', seedsPerPlant, 0, 1e9);
  if (room !== null && !(room >= 1))
    throw new ArgumentFault('room', { is: 'argument.so-many', least: 1, most: null, got: room });
  const grow = (sown: number, share: number) => {
    const plants = Math.min(room ?? Infinity, Math.floor(sown * share * keptShare));
    return { plants, harvested: plants * seedsPerPlant };
  };
  const seasons: Increase['seasons'][number][] = [];
  let sown: [number, number] = [seeds, seeds];
  const reached: [number | null, number | null] = [null, null];
  for (let n = 1; n <= MOST_SEASONS && reached[1] === null; n += 1) {
    const [slow, fast] = [grow(sown[0], low), grow(sown[1], high)];
    seasons.push({
      season: n,
      sown,
      plants: [slow.plants, fast.plants],
      harvested: [slow.harvested, fast.harvested],
    });
    if (fast.harvested >= wanted) reached[0] ??= n;
    if (slow.harvested >= wanted) reached[1] ??= n;
    // What no longer grows will not reach it in any number of seasons.
    const next: [number, number] = [Math.floor(slow.harvested * resownShare), Math.floor(fast.harvested * resownShare)];
    if (next[0] === sown[0] && next[1] === sown[1]) break;
    sown = next;
  }
  const perSeed = (share: number) => share * keptShare * seedsPerPlant * resownShare;
  return {
    seasons,
    reached,
    steps: [
      {
        label: 'sown again for one that was sown',
        expression: `${low} to ${high} × ${keptShare} × ${seedsPerPlant} × ${resownShare}`,
        result: `${perSeed(low).toPrecision(3)} to ${perSeed(high).toPrecision(3)}`,
      },
    ],
  };
}
