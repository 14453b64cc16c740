import type { Expects } from '../register/expects.ts';
import type { BatchBook } from './bookState.ts';
import type { Method } from './entries.ts';

const OPENS_FRUIT: readonly Method[] = ['free', 'wash', 'float', 'ferment', 'crush', 'stomp'];
const DAY = 86_400_000;

/** What is to be expected of the seed of a batch, by what was noted of it; what was not noted is not guessed. */
export function expectsOf(book: BatchBook): readonly Expects[] {
  const found: Expects[] = [];
  const unripe = book.pickings.filter(({ entry }) => entry.unripe.length > 0 || entry.keptUnripe);
  if (unripe.length > 0) found.push({ is: 'unripe', knowingly: unripe.some(({ entry }) => entry.keptUnripe) });
  const passes = [...book.passes.values()];
  const opened = passes.filter((one) => OPENS_FRUIT.includes(one.method)).map((one) => one.startedAt);
  const wet = passes.some((one) => one.method === 'free' || one.soak.length > 0);
  const picked = book.pickings.map((one) => one.at);
  if (wet && opened.length > 0 && picked.length > 0) {
    const days = Math.floor((Math.min(...opened) - Math.max(...picked)) / DAY);
    if (days > 0) found.push({ is: 'fruit-lay', days });
  }
  const counted = passes
    .flatMap((one) => one.soak)
    .filter(({ entry }) => entry.sinkers !== null && entry.floaters !== null)
    .at(-1)?.entry;
  if (counted?.sinkers != null && counted.floaters != null && counted.floaters > 0)
    found.push({ is: 'floated', floaters: counted.floaters, of: counted.sinkers + counted.floaters });
  if (passes.some((one) => one.soak.some(({ entry }) => entry.did === 'mould'))) found.push({ is: 'mould' });
  return found;
}

/** Seed that a plant gave, beside what its grower says. */
export interface PerPlant {
  readonly plants: number;
  /** Seeds a plant, as claimed; null = nobody did. */
  readonly claimed: number | null;
  /** Counted by the weight of the clean seed; null while it is not weighed. */
  readonly counted: number | null;
  /** g that a hundred seeds weigh, by which it was counted. */
  readonly hundredSeedsG: number | null;
}

/**
 * Seeds that a plant gave: clean seed by the weight of a hundred, over the plants that were picked.
 *
 * @param cleanG    clean seed of the batch, g
 * @param kindTswG  thousand-seed weight of the kind, where no hundred was weighed; null = not known
 * @returns         null where not every picking says of how many plants it is
 * Source: arithmetic.
 */
export function seedPerPlant(book: BatchBook, cleanG: number, kindTswG: number | null): PerPlant | null {
  const of = book.pickings.map(({ entry }) => entry);
  if (of.length === 0 || of.some((one) => one.plants === null)) return null;
  const plants = of.reduce((sum, one) => sum + (one.plants ?? 0), 0);
  const claims = of.filter((one) => one.claimPerPlant !== null);
  const claimedPlants = claims.reduce((sum, one) => sum + (one.plants ?? 0), 0);
  const claimed =
    claims.length === 0
      ? null
      : claims.reduce((sum, one) => sum + (one.claimPerPlant ?? 0) * (one.plants ?? 0), 0) / claimedPlants;
  const clean = [...book.vessels.values()].filter((one) => one.outlet === 'clean').map((one) => one.seed.sample);
  const weighed = clean.findLast((one) => one.hundredSeedsG !== null)?.hundredSeedsG ?? null;
  const hundredSeedsG = weighed ?? (kindTswG === null ? null : kindTswG / 10);
  const pure = clean.findLast((one) => one.pure !== null)?.pure;
  const share = pure ? pure.part / pure.of : 1;
  return {
    plants,
    claimed,
    counted: hundredSeedsG === null || !(cleanG > 0) ? null : (cleanG * share * 100) / hundredSeedsG / plants,
    hundredSeedsG,
  };
}
