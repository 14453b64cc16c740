import fc from 'fast-check';
import { expect, it } from 'vitest';
import { NEXTS, whatNext, type StoredSeed } from './whatNext.ts';

const LEEK: StoredSeed = {
  ageYears: 2,
  longevity: 'short',
  seedsLeft: 150,
  test: null,
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
  ['of a kind that nobody knows', { longevity: null }, 'keep'],
  ['good and beginning to fail', { test: tested(18, 20) }, 'sow first'],
  ['good, young and plenty', { ageYears: 0.5, seedsLeft: 900, test: tested(19, 20) }, 'exchange'],
  [
    'good, young, plenty, but its owner’s alone',
    { ageYears: 0.5, seedsLeft: 900, test: tested(19, 20), mayBeExchanged: false },
    'keep',
  ],
  ['good, but few', { ageYears: 0.5, seedsLeft: 12, test: tested(18, 20) }, 'renew'],
  ['weak', { test: tested(7, 20) }, 'renew'],
  ['dead', { test: tested(0, 20, { verdict: 'dead' }) }, 'discard'],
  ['none of five: too few to throw it away by', { test: tested(0, 5, { verdict: 'dead' }) }, 'renew'],
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
  ['that dies when it dries', { desiccation: 'sensitive' as const, ageYears: 0.1 }, 'sow first'],
] as [string, Partial<StoredSeed>, string][])('seed %s', (_words, change, next) => {
  const found = whatNext({ ...LEEK, ...change });
  expect(found.next).toBe(next);
  expect(found.reasons.every((one) => one.length > 3)).toBe(true);
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
