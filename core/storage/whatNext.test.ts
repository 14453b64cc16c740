import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { NEXTS, type StoredSeed, whatNext } from './whatNext.ts';

const LEEK: StoredSeed = {
  ageYears: 2,
  longevity: 'short',
  seedsLeft: 150,
  test: null,
  unsettled: null,
  tried: false,
  plantsToKeep: 40,
  replaceable: null,
  sowing: null,
  mayBeExchanged: true,
  desiccation: 'orthodox',
};
const tested = (sprouted: number, seeds: number, change: Partial<NonNullable<StoredSeed['test']>> = {}) => ({
  sprouted,
  seeds,
  verdict: 'sprouted' as const,
  yearsAgo: 0.2,
  ...change,
});

// Source: common practice, no source: what people who keep a drawer of packets do with it.
it.each([
  ['old and never tested', { ageYears: 4 }, 'test'],
  ['beginning to fail', {}, 'test'],
  ['young', { ageYears: 0.4 }, 'keep'],
  ['of a kind that nobody knows', { longevity: null }, 'test'],
  ['of a kind that nobody knows, tested and good', { longevity: null, test: tested(18, 20) }, 'keep'],
  ['good and beginning to fail', { test: tested(18, 20) }, 'sow-first'],
  ['good, young and plenty', { ageYears: 0.5, seedsLeft: 900, test: tested(19, 20) }, 'exchange'],
  [
    'good, young, plenty, but its owner’s alone',
    { ageYears: 0.5, seedsLeft: 900, test: tested(19, 20), mayBeExchanged: false },
    'keep',
  ],
  ['good, but few', { ageYears: 0.5, seedsLeft: 12, test: tested(18, 20) }, 'renew'],
  ['weak', { test: tested(7, 20) }, 'renew'],
  ['dead', { test: tested(0, 20, { verdict: 'dead' }) }, 'discard'],
  ['none of seven: too few to tell', { test: tested(0, 7, { verdict: 'dead' }) }, 'test'],
  ['none of eight', { test: tested(0, 8, { verdict: 'dead' }) }, 'discard'],
  ['a test runs', { test: tested(2, 20), unsettled: { state: 'running', sprouted: 3, seeds: 20 } }, 'test'],
  [
    'the last test said nothing',
    { ageYears: 0.2, unsettled: { state: 'said-nothing', sprouted: 3, seeds: 20 } },
    'test',
  ],
  ['just enough to keep it', { ageYears: 0.5, seedsLeft: 45, test: tested(18, 20) }, 'keep'],
  ['one too few to keep it', { ageYears: 0.5, seedsLeft: 44, test: tested(18, 20) }, 'renew'],
  [
    'as few of a kind that pollinates itself',
    { ageYears: 0.5, seedsLeft: 44, plantsToKeep: 20, test: tested(18, 20) },
    'keep',
  ],
  ['waiting', { test: tested(0, 20, { verdict: 'dormant' }) }, 'test'],
  ['tested long ago', { test: tested(18, 20, { yearsAgo: 3 }) }, 'test'],
  [
    'old, of a kind that keeps long here',
    { ageYears: 4, own: { estimate: 0.8, lower: 0.7, upper: 0.9, tests: 6 } },
    'keep',
  ],
  [
    'young, of a kind that fails early here',
    { ageYears: 0.4, own: { estimate: 0.5, lower: 0.3, upper: 0.6, tests: 6 } },
    'test',
  ],
  ['that dies when it dries', { desiccation: 'sensitive' as const, ageYears: 0.1 }, 'sow-first'],
] as [string, Partial<StoredSeed>, string][])('seed %s', (_words, change, next) => {
  const found = whatNext({ ...LEEK, ...change });
  expect(found.next).toBe(next);
  expect(found.reasons.length).toBeGreaterThan(0);
});

it('none sprouted says what may still live, and nobody is told to save the seed of it', () => {
  // Source: 1 − 0.05^(1/n), the one-sided 95 % limit (any textbook): 0 of 10 is 25.9 %.
  const none = (seeds: number, replaceable: boolean | null) =>
    whatNext({ ...LEEK, replaceable, test: tested(0, seeds, { verdict: 'dead' }) });
  expect(none(10, false)).toMatchObject({
    next: 'discard',
    reasons: [{ is: 'none-sprouted', seeds: 10, yearsAgo: 0.2, upTo: expect.closeTo(0.259, 3) as number }],
    offers: ['discard', 'keep-a-sample', 'rescue'],
  });
  expect([none(10, true).offers, none(10, null).offers.length]).toEqual([['discard', 'keep-a-sample'], 3]);
  for (const seeds of [1, 5, 10, 50])
    expect(none(seeds, false).reasons.map((one) => one.is)).not.toContain('sow-and-save');
  expect(none(5, false).reasons).toMatchObject([
    { upTo: expect.closeTo(0.451, 3) as number },
    { is: 'too-few-to-judge' },
  ]);
});

it('is ordered by what is lost by waiting: a season with one chance, a season at hand, then age against shelf life', () => {
  const at = (change: Partial<StoredSeed>) => whatNext({ ...LEEK, ...change }).urgency;
  const order = [
    at({ sowing: { inDays: 50, oneChance: true } }),
    at({ sowing: { inDays: 1, oneChance: false } }),
    at({ sowing: { inDays: 60, oneChance: false } }),
    at({ ageYears: 4, sowing: { inDays: 61, oneChance: true } }),
    at({ ageYears: 4, longevity: 'medium' }),
    at({ ageYears: 4, longevity: 'long' }),
  ];
  expect([...order].sort((a, b) => b - a)).toEqual(order);
  expect(whatNext({ ...LEEK, sowing: { inDays: 60, oneChance: true } }).reasons.at(-1)).toEqual({
    is: 'sowing',
    inDays: 60,
    oneChance: true,
  });
  expect(whatNext({ ...LEEK, sowing: { inDays: 61, oneChance: true } }).reasons.map((one) => one.is)).not.toContain(
    'sowing',
  );
});

it('is never thrown away for fewer sprouts than another that is kept', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 60 }).chain((n) => fc.tuple(fc.constant(n), fc.integer({ min: 0, max: n }))),
      fc.double({ min: 0, max: 12, noNaN: true }),
      fc.constantFrom('short' as const, 'medium' as const, 'long' as const),
      ([seeds, sprouted], ageYears, longevity) => {
        const next = (k: number) => whatNext({ ...LEEK, ageYears, longevity, test: tested(k, seeds) }).next;
        expect(NEXTS).toContain(next(sprouted));
        if (next(sprouted) === 'discard') for (let k = 0; k < sprouted; k += 1) expect(next(k)).toBe('discard');
      },
    ),
  );
});

describe('what next: its borders', () => {
  const seed: StoredSeed = {
    ageYears: 2,
    longevity: 'medium',
    seedsLeft: 500,
    test: null,
    unsettled: null,
    tried: true,
    plantsToKeep: 40,
    replaceable: null,
    sowing: null,
    mayBeExchanged: true,
    desiccation: 'orthodox',
  };
  const ask = (change: Partial<StoredSeed>) => whatNext({ ...seed, ...change });
  const good = (sprouted: number, seeds: number, yearsAgo = 0.5) => ({
    sprouted,
    seeds,
    verdict: 'sprouted' as const,
    yearsAgo,
  });
  it('refuses an age below nothing', () => {
    expect(() => ask({ ageYears: -1 })).toThrow(/^ageYears/);
    expect(() => ask({ test: good(1, 2, -0.1) })).toThrow(/^test\.yearsAgo/);
    expect(ask({ ageYears: 0, test: good(10, 10, 0) }).reasons[0]).toMatchObject({ is: 'tested', yearsAgo: 0 });
  });
  it('names the years of its kind', () => {
    expect(ask({ longevity: 'short', ageYears: 0.5 }).reasons[0]).toMatchObject({ failsYears: 1, goneYears: 3 });
    expect(ask({ ageYears: 0.5 }).reasons[0]).toEqual({ is: 'shelf-life', ageYears: 0.5, failsYears: 3, goneYears: 6 });
  });
  it('follows the shelf life of the kind at its very years, and its own record before it', () => {
    const never = (ageYears: number) => [ask({ ageYears }).next, ask({ ageYears, tried: false }).reasons.length];
    expect([never(2.99), never(3), never(5.99), never(6)]).toEqual([
      ['keep', 1],
      ['test', 1],
      ['test', 1],
      ['test', 2],
    ]);
    const own = (lower: number, upper: number) => ({ own: { estimate: 0.6, lower, upper, tests: 5 } });
    expect([ask({ ageYears: 9, ...own(0.5, 0.9) }).next, ask({ ageYears: 9, ...own(0.49, 0.9) }).next]).toEqual([
      'keep',
      'test',
    ]);
    expect(ask({ tried: false, ...own(0.2, 0.49) }).reasons).toHaveLength(2);
    expect(ask({ tried: false, ...own(0.2, 0.5) }).reasons).toHaveLength(1);
    expect(ask({ longevity: null, tried: false }).reasons.at(-1)?.is).toBe('never-tested');
  });
  it('renews what is few: in plants of its kind, from a year on where nothing was tested', () => {
    // 57 × 0.7 = 39.9, 58 × 0.7 = 40.6.
    const few = (seedsLeft: number, ageYears: number) => ask({ seedsLeft, ageYears }).next;
    expect([few(57, 1), few(58, 1), few(57, 0.99)]).toEqual(['renew', 'keep', 'keep']);
    const left = (seedsLeft: number | null) => ask({ seedsLeft, test: good(20, 20) }).next;
    expect([left(39), left(40), left(null)]).toEqual(['renew', 'keep', 'keep']);
  });
  it('holds to a test as long as it holds for the kind, and no longer', () => {
    const held = (longevity: StoredSeed['longevity'], yearsAgo: number) =>
      ask({ longevity, ageYears: 0.5, test: good(18, 20, yearsAgo) }).next;
    expect([
      held('short', 1),
      held('short', 1.01),
      held('medium', 2),
      held('medium', 2.01),
      held('long', 3),
      held('long', 3.01),
    ]).toEqual(['exchange', 'test', 'exchange', 'test', 'exchange', 'test']);
    expect([held(null, 2), held(null, 2.01)]).toEqual(['exchange', 'test']);
    expect(ask({ longevity: null, test: good(18, 20, 2.5) }).reasons).toContainEqual({
      is: 'test-too-old',
      holdsYears: 2,
    });
  });
  it('parts keep, renew and discard at one half and at a quarter of the exact limits', () => {
    const next = (sprouted: number, seeds: number) =>
      ask({ ageYears: 0.5, seedsLeft: 100, test: good(sprouted, seeds) }).next;
    expect([next(10, 20), next(9, 20)]).toEqual(['keep', 'renew']);
    // 10 of 100: at most 17.6 %; 17 of 100: at most 25.8 % (R 4.2.2 binom.test, from memory).
    expect([next(10, 100), next(17, 100)]).toEqual(['discard', 'renew']);
    const spare = (seedsLeft: number, sprouted = 19) =>
      ask({ ageYears: 0.5, seedsLeft, test: good(sprouted, 20) }).next;
    expect([spare(200), spare(199)]).toEqual(['exchange', 'keep']);
    // 14 of 20: at least 45.7 %: not so sure that it is given away.
    expect(spare(200, 14)).toBe('keep');
  });
  it('tells the season from sixty days on', () => {
    const season = (inDays: number, oneChance = false) => ask({ sowing: { inDays, oneChance } });
    expect([60, 61].map((inDays) => season(inDays).reasons.at(-1)?.is)).toEqual(['sowing', 'shelf-life']);
    // What has begun waits no less than what begins today.
    expect(season(-3).urgency).toBe(season(0).urgency);
    expect(season(0).urgency - season(30).urgency).toBeCloseTo(0.5, 10);
    expect(season(30, true).urgency - season(30).urgency).toBeCloseTo(10, 10);
    expect(season(61, true).urgency).toBe(season(61).urgency);
  });
});
