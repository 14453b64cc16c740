import { clopperPearson } from '../statistics/binomialInterval.ts';
import { oneSided } from '../statistics/oneSided.ts';
import { zeroOrMore } from '../units/argument.ts';
import type { OwnWord } from './ownRecord.ts';

export const NEXTS = ['discard', 'renew', 'sow-first', 'test', 'exchange', 'keep'] as const;
export type Next = (typeof NEXTS)[number];

/** What is known of a packet when somebody asks what to do with it next. */
export interface StoredSeed {
  /** Years since its harvest, ≥ 0. */
  readonly ageYears: number;
  readonly longevity: 'short' | 'medium' | 'long' | null;
  /** About so many seeds are left; null = not known. */
  readonly seedsLeft: number | null;
  /** Plants that are needed to keep a variety of the kind, ≥ 1. */
  readonly plantsToKeep: number;
  /** Whether the variety can be had again; null = nobody knows. */
  readonly replaceable: boolean | null;
  /** Its next sowing that is planned: days until its first day, below 0 when that is over; null = none is planned. */
  readonly sowing: { readonly inDays: number; readonly oneChance: boolean } | null;
  readonly test: {
    readonly sprouted: number;
    readonly seeds: number;
    readonly verdict: 'sprouted' | 'dead' | 'dormant';
    /** Years since it ended. */
    readonly yearsAgo: number;
  } | null;
  /** A bag that says nothing of it yet, or never will; null = there is none. */
  readonly unsettled: {
    readonly state: 'running' | 'said-nothing';
    readonly sprouted: number;
    readonly seeds: number;
  } | null;
  /** Whether it was tried in any way, as a treated arm or in water too. */
  readonly tried: boolean;
  /** Whether its owner lets it go. */
  readonly mayBeExchanged: boolean;
  /** sensitive: dies when it dries, so that it cannot be kept at all. */
  readonly desiccation: 'orthodox' | 'sensitive' | 'unknown';
  /** What the store's own tests of this kind say of seed of this age; null or left out where they say nothing. */
  readonly own?: OwnWord | null;
}

/** What can be done with seed of which none sprouted. */
export type Offer = 'discard' | 'keep-a-sample' | 'rescue';

/** Why; `upTo`, `lower` and `upper` are shares of living seed. */
export type Because =
  | { readonly is: 'cannot-be-kept' }
  | { readonly is: 'running' | 'said-nothing'; readonly sprouted: number; readonly seeds: number }
  | { readonly is: 'tested'; readonly sprouted: number; readonly seeds: number; readonly yearsAgo: number }
  | { readonly is: 'none-sprouted'; readonly seeds: number; readonly yearsAgo: number; readonly upTo: number }
  | { readonly is: 'test-too-old'; readonly holdsYears: number }
  | { readonly is: 'hopeless' | 'others-waited' | 'sow-and-save' | 'too-few-to-judge' | 'never-tested' }
  | {
      readonly is: 'own-record';
      readonly ageYears: number;
      readonly lower: number;
      readonly upper: number;
      readonly tests: number;
    }
  | { readonly is: 'shelf-life'; readonly ageYears: number; readonly failsYears: number; readonly goneYears: number }
  | { readonly is: 'shelf-life-unknown' }
  | { readonly is: 'few-left'; readonly seedsLeft: number; readonly plantsToKeep: number }
  | { readonly is: 'more-than-needed'; readonly seedsLeft: number }
  | { readonly is: 'sowing'; readonly inDays: number; readonly oneChance: boolean };

export interface NextStep {
  readonly next: Next;
  readonly reasons: readonly Because[];
  /** Choices, where it is not for a rule to say. */
  readonly offers: readonly Offer[];
  /** What is lost by waiting, larger is more: an order within its group, without a unit. */
  readonly urgency: number;
}

/**
 * How long seed keeps dry and cool at home, years: from when it begins to fail to when most of it has. Common
 * practice, no source; a store's own tests come before it.
 */
export const SHELF_YEARS: Readonly<Record<'short' | 'medium' | 'long', readonly [fails: number, gone: number]>> = {
  short: [1, 3],
  medium: [3, 6],
  long: [5, 10],
};
/** A test speaks for so many years. Common practice, no source. */
const TEST_HOLDS: Readonly<Record<'short' | 'medium' | 'long', number>> = { short: 1, medium: 2, long: 3 };
const WORTH_SOWING = 0.5;
const HOPELESS = 0.25;
const TO_SPARE = 200;
/** None sprouted settles something once at best a third is alive: with eight seeds and more. Our own reading. */
const NONE_SETTLES = 1 / 3;
/** A share of living seed that is reckoned with where nothing was tested. Common practice, no source. */
const USUALLY_ALIVE = 0.7;
/** So many days before it is sown a season is at hand: room for a test of a slow kind and for ordering. Our own reading. */
const SEASON_DAYS = 60;

/**
 * What to do with a packet next, with the reasons: its own test first, then what the store's tests of its kind say of
 * its age, then the shelf life of its kind.
 *
 * @param seed  numbers ≥ 0; a test with 1 seed at least
 * @throws {RangeError} if a number leaves its range
 * Source: common practice, no source; a test is read by its exact 95 % limits (Clopper & Pearson 1934), so that a packet
 * is thrown away only when even the better end of its range is hopeless; of none sprouted by the one-sided limit,
 * 1 − 0.05^(1/n).
 */
export function whatNext(seed: StoredSeed): NextStep {
  const { ageYears, longevity, seedsLeft, test } = seed;
  zeroOrMore('ageYears', ageYears);
  if (test) zeroOrMore('test.yearsAgo', test.yearsAgo);
  const shelf = longevity === null ? null : SHELF_YEARS[longevity];
  const season = seasonOf(seed);
  const say = (next: Next, ...reasons: Because[]): NextStep => ({
    next,
    reasons: [...reasons, ...season],
    offers: [],
    urgency: urgencyOf(seed),
  });
  if (seed.desiccation === 'sensitive') return say('sow-first', { is: 'cannot-be-kept' });
  const { unsettled } = seed;
  const bag = unsettled && ({ is: unsettled.state, sprouted: unsettled.sprouted, seeds: unsettled.seeds } as const);
  if (bag?.is === 'running') return say('test', bag);
  const own = seed.own ?? null;
  const aging: Because = own
    ? { is: 'own-record', ageYears, lower: own.lower, upper: own.upper, tests: own.tests }
    : shelf
      ? { is: 'shelf-life', ageYears, failsYears: shelf[0], goneYears: shelf[1] }
      : { is: 'shelf-life-unknown' };
  // The store's own record comes before what is said of the kind.
  const old = own ? own.upper < WORTH_SOWING : shelf !== null && ageYears >= shelf[1];
  const ageing = own ? own.lower < WORTH_SOWING : shelf !== null && ageYears >= shelf[0];
  const alive = test ? test.sprouted / test.seeds : USUALLY_ALIVE;
  const few: Because | null =
    seedsLeft !== null && seedsLeft * alive < seed.plantsToKeep
      ? { is: 'few-left', seedsLeft, plantsToKeep: seed.plantsToKeep }
      : null;
  if (test) {
    // The exact limits are dear, and thousands of packets are asked at once: reckoned only where they decide.
    const limits = () => clopperPearson(test.sprouted, test.seeds, 0.95);
    const share = test.sprouted / test.seeds;
    const told = { is: 'tested', sprouted: test.sprouted, seeds: test.seeds, yearsAgo: test.yearsAgo } as const;
    const holdsYears = TEST_HOLDS[longevity ?? 'medium'];
    const stale = test.yearsAgo > holdsYears;
    if (test.verdict !== 'dormant' && test.sprouted === 0) return noneSprouted(seed, test, say);
    if (test.verdict !== 'dormant' && share < HOPELESS && limits().upper < HOPELESS)
      return say('discard', told, { is: 'hopeless' });
    if (test.verdict === 'dormant' && !stale) return say('test', told, { is: 'others-waited' });
    if (share < WORTH_SOWING && !stale) return say('renew', told, { is: 'sow-and-save' });
    if (stale) return say('test', told, { is: 'test-too-old', holdsYears }, aging);
    if (few) return say('renew', told, few);
    if (ageing) return say('sow-first', told, aging);
    if (seed.mayBeExchanged && seedsLeft !== null && seedsLeft >= TO_SPARE && limits().lower >= WORTH_SOWING)
      return say('exchange', told, { is: 'more-than-needed', seedsLeft });
    return say('keep', told);
  }
  if (bag) return say('test', bag, aging);
  const never: Because[] = seed.tried ? [] : [{ is: 'never-tested' }];
  if (old) return say('test', aging, ...never);
  if (ageing) return say('test', aging);
  if (few && ageYears >= 1) return say('renew', few, aging);
  // Nothing says that seed of a kind is good of which nobody knows how long it keeps.
  if (own === null && shelf === null) return say('test', aging, ...never);
  return say('keep', aging);
}

/**
 * None sprouted: what may still live, and what can be done. Nobody saves the seed of a packet that may be dead; where
 * its variety cannot be had again, all of it is sown as a rescue.
 */
function noneSprouted(
  seed: StoredSeed,
  test: NonNullable<StoredSeed['test']>,
  say: (next: Next, ...reasons: Because[]) => NextStep,
): NextStep {
  const upTo = oneSided(test.seeds);
  const told = { is: 'none-sprouted', seeds: test.seeds, yearsAgo: test.yearsAgo, upTo } as const;
  if (upTo >= NONE_SETTLES) return say('test', told, { is: 'too-few-to-judge' });
  return {
    ...say('discard', told),
    offers: ['discard', 'keep-a-sample', ...(seed.replaceable === true ? [] : (['rescue'] as const))],
  };
}

/** The season, where one is planned and at hand. */
const seasonOf = ({ sowing }: StoredSeed): Because[] =>
  sowing && sowing.inDays <= SEASON_DAYS ? [{ is: 'sowing', ...sowing }] : [];

/** Age against the shelf life of its kind, and a season on top that does not wait. */
function urgencyOf({ ageYears, longevity, sowing }: StoredSeed): number {
  const gone = SHELF_YEARS[longevity ?? 'medium'][1];
  const season = sowing && sowing.inDays <= SEASON_DAYS ? 10 - Math.max(0, sowing.inDays) / SEASON_DAYS : 0;
  return ageYears / gone + season + (season > 0 && sowing?.oneChance ? 10 : 0);
}
