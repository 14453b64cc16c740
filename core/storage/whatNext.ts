import type { OwnWord } from './ownRecord.ts';
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
  readonly test: {
    readonly sprouted: number;
    readonly seeds: number;
    readonly verdict: 'sprouted' | 'dead' | 'dormant';
    /** Years since it ended. */
    readonly yearsAgo: number;
  } | null;
  /** Whether its owner lets it go. */
  readonly mayBeExchanged: boolean;
  /** sensitive: dies when it dries, so that it cannot be kept at all. */
  readonly desiccation: 'orthodox' | 'sensitive' | 'unknown';
  /** What the store's own tests of this kind say of seed of this age; null or left out where they say nothing. */
  readonly own?: OwnWord | null;
}

export interface NextStep {
  readonly next: Next;
  readonly reasons: readonly string[];
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
const TOO_FEW = 30;

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
 * is thrown away only when even the better end of its range is hopeless.
 */
export function whatNext(seed: StoredSeed): NextStep {
  const { ageYears, longevity, seedsLeft, test } = seed;
  if (!(ageYears >= 0)) throw new RangeError(`ageYears must be 0 or more, got ${ageYears}`);
  if (test && !(test.yearsAgo >= 0)) throw new RangeError(`test.yearsAgo must be 0 or more, got ${test.yearsAgo}`);
  const say = (next: Next, ...reasons: string[]): NextStep => ({ next, reasons });
  if (seed.desiccation === 'sensitive')
    return say('sow first', 'seed of this kind cannot be kept: it dies when it dries or freezes');
  const shelf = longevity === null ? null : SHELF_YEARS[longevity];
  const own = seed.own ?? null;
  const aging = own
    ? `${years(ageYears)} old, at which ${percent(own.lower)} to ${percent(own.upper)} are alive by ${own.tests} tests of your own`
    : shelf
      ? `${years(ageYears)} old; its kind begins to fail after ${shelf[0] === 1 ? 'a year' : `${shelf[0]} years`} and is mostly gone after ${shelf[1]}`
      : 'how long this kind keeps is not known here';
  // The store's own record comes before what is said of the kind.
  const old = own ? own.upper < WORTH_SOWING : shelf !== null && ageYears >= shelf[1];
  const ageing = own ? own.lower < WORTH_SOWING : shelf !== null && ageYears >= shelf[0];
  const few = seedsLeft !== null && seedsLeft < TOO_FEW;
  if (test) {
    const { lower, upper } = clopperPearson(test.sprouted, test.seeds, 0.95);
    const share = test.sprouted / test.seeds;
    const told = `${test.sprouted} of ${test.seeds} sprouted ${years(test.yearsAgo)} ago`;
    const stale = test.yearsAgo > TEST_HOLDS[longevity ?? 'medium'];
    if (test.verdict !== 'dormant' && upper < HOPELESS)
      return say('discard', `${told}: even at best fewer than a quarter are alive`);
    if (test.verdict === 'dormant' && !stale)
      return say('test', `${told}, but the others waited: treat some, or test again when they have rested`);
    if (share < WORTH_SOWING && !stale)
      return say('renew', `${told}: sow all of it thickly this season and save its seed`);
    if (stale)
      return say('test', `${told}; a test holds ${TEST_HOLDS[longevity ?? 'medium']} years for its kind`, aging);
    if (few) return say('renew', `good (${told}), but only about ${seedsLeft} seeds are left`);
    if (ageing) return say('sow first', `still good (${told}), and ${aging}`);
    if (seed.mayBeExchanged && lower >= WORTH_SOWING && seedsLeft !== null && seedsLeft >= TO_SPARE)
      return say('exchange', `${told}, and about ${seedsLeft} seeds are more than one garden sows`);
    return say('keep', told);
  }
  if (old) return say('test', aging, 'it was never tested: test it before you count on it');
  if (ageing) return say('test', aging);
  if (few && ageYears >= 1) return say('renew', `only about ${seedsLeft} seeds are left`, aging);
  return say('keep', aging);
}
