import fc from 'fast-check';
import { expect, it } from 'vitest';
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
