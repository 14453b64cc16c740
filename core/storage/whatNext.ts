import { zeroOrMore } from '../units/argument.ts';
import type { OwnWord } from './ownRecord.ts';
import { oneSided } from '../statistics/oneSided.ts';
import { clopperPearson } from '../statistics/binomialInterval.ts';

export const NEXTS = ['discard', 'renew', 'sow first', 'test', 'exchange', 'keep'] as const;
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
    readonly state: 'running' | 'said nothing';
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
export type Offer = 'discard' | 'keep a sample' | 'rescue';

export interface NextStep {
  readonly next: Next;
  readonly reasons: readonly string[];
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

const percent = (share: number) => `${Math.round(share * 100)} %`;
const years = (n: number) =>
  n < 1 / 12 ? 'less than a month' : n < 1.5 ? `${Math.round(n * 12)} months` : `${Math.round(n)} years`;

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
  const season = seasonWords(seed);
  const say = (next: Next, ...reasons: string[]): NextStep => ({
    next,
    reasons: [...reasons, ...season],
    offers: [],
    urgency: urgencyOf(seed),
  });
  if (seed.desiccation === 'sensitive')
    return say('sow first', 'seed of this kind cannot be kept: it dies when it dries or freezes');
  const { unsettled } = seed;
  if (unsettled?.state === 'running')
    return say('test', `a test is running: ${unsettled.sprouted} of ${unsettled.seeds} sprouted so far`);
  const own = seed.own ?? null;
  const aging = own
    ? `${years(ageYears)} old, at which ${percent(own.lower)} to ${percent(own.upper)} are alive by ${own.tests} tests of your own`
    : shelf
      ? `${years(ageYears)} old; its kind begins to fail after ${shelf[0] === 1 ? 'a year' : `${shelf[0]} years`} and is mostly gone after ${shelf[1]}`
      : 'how long this kind keeps is not known here';
  // The store's own record comes before what is said of the kind.
  const old = own ? own.upper < WORTH_SOWING : shelf !== null && ageYears >= shelf[1];
  const ageing = own ? own.lower < WORTH_SOWING : shelf !== null && ageYears >= shelf[0];
  const alive = test ? test.sprouted / test.seeds : USUALLY_ALIVE;
  const few = seedsLeft !== null && seedsLeft * alive < seed.plantsToKeep;
  const leftFor = `about ${seedsLeft} seeds are left: fewer plants than the ${seed.plantsToKeep} that keep a variety of this kind`;
  if (test) {
    // The exact limits are dear, and thousands of packets are asked at once: reckoned only where they decide.
    const limits = () => clopperPearson(test.sprouted, test.seeds, 0.95);
    const share = test.sprouted / test.seeds;
    const told = `${test.sprouted} of ${test.seeds} sprouted ${years(test.yearsAgo)} ago`;
    const stale = test.yearsAgo > TEST_HOLDS[longevity ?? 'medium'];
    if (test.verdict !== 'dormant' && test.sprouted === 0) return noneSprouted(seed, test, say);
    if (test.verdict !== 'dormant' && share < HOPELESS && limits().upper < HOPELESS)
      return say('discard', `${told}: even at best fewer than a quarter are alive`);
    if (test.verdict === 'dormant' && !stale)
      return say('test', `${told}, but the others waited: treat some, or test again when they have rested`);
    if (share < WORTH_SOWING && !stale)
      return say('renew', `${told}: sow all of it thickly this season and save its seed`);
    if (stale)
      return say('test', `${told}; a test holds ${TEST_HOLDS[longevity ?? 'medium']} years for its kind`, aging);
    if (few) return say('renew', `good (${told}), but only ${leftFor}`);
    if (ageing) return say('sow first', `still good (${told}), and ${aging}`);
    if (seed.mayBeExchanged && seedsLeft !== null && seedsLeft >= TO_SPARE && limits().lower >= WORTH_SOWING)
      return say('exchange', `${told}, and about ${seedsLeft} seeds are more than one garden sows`);
    return say('keep', told);
  }
  if (unsettled)
    return say(
      'test',
      `its last test said nothing of the seed (${unsettled.sprouted} of ${unsettled.seeds}): test it again`,
      aging,
    );
  const never = seed.tried ? [] : ['it was never tested: test it before you count on it'];
  if (old) return say('test', aging, ...never);
  if (ageing) return say('test', aging);
  if (few && ageYears >= 1) return say('renew', `only ${leftFor}`, aging);
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
  say: (next: Next, ...reasons: string[]) => NextStep,
): NextStep {
  const upTo = oneSided(test.seeds);
  const told = `none of ${test.seeds} sprouted ${years(test.yearsAgo)} ago: up to ${percent(upTo)} may still be alive`;
  if (upTo >= NONE_SETTLES) return say('test', `${told}; too few to judge by`);
  return {
    ...say('discard', told),
    offers: ['discard', 'keep a sample', ...(seed.replaceable === true ? [] : (['rescue'] as const))],
  };
}

/** The season, where one is planned and at hand. */
function seasonWords({ sowing }: StoredSeed): string[] {
  if (!sowing || sowing.inDays > SEASON_DAYS) return [];
  const when =
    sowing.inDays <= 0
      ? 'its sowing has begun'
      : `it is to be sown in ${sowing.inDays} ${sowing.inDays === 1 ? 'day' : 'days'}`;
  return [sowing.oneChance ? `${when}, with one chance in the year` : when];
}

/** Age against the shelf life of its kind, and a season on top that does not wait. */
function urgencyOf({ ageYears, longevity, sowing }: StoredSeed): number {
  const gone = SHELF_YEARS[longevity ?? 'medium'][1];
  const season = sowing && sowing.inDays <= SEASON_DAYS ? 10 - Math.max(0, sowing.inDays) / SEASON_DAYS : 0;
  return ageYears / gone + season + (season > 0 && sowing?.oneChance ? 10 : 0);
}
