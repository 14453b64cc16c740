import { expect, it } from 'vitest';
import type { Cause } from '@mercato/core/quick-tests/badTest';
import type { BagTime } from '@mercato/core/quick-tests/method';
import { quickAnswer } from '@mercato/core/quick-tests/quickAnswer';
import { answerWords, bagTimeWords, reasonsWords, testNextWords, unsuitedWords } from './words.ts';

const says = (sprouted: number, seeds: number, packetSeeds?: number, heldBack: readonly Cause[] = []) =>
  answerWords(quickAnswer({ sprouted, seeds, packetSeeds }, undefined, heldBack));

it('a quick answer says its interval, and of all or none the one side that is open', () => {
  // Source: exact binomial limits as printed in most tables: 10 of 20 is 27–73 % (from memory; Clopper & Pearson 1934).
  expect(says(10, 20)).toBe('10 of 20 sprouted: between 27 % and 73 % are alive.');
  // Source: 0.05^(1/10) = 74.1 %, 1 − 0.05^(1/10) = 25.9 %, the one-sided limits (any textbook).
  expect(says(10, 10)).toBe('All 10 sprouted: probably at least 74 % of all would sprout (95 % confidence).');
  expect(says(0, 10)).toBe('None of 10 sprouted: up to 26 % may still be alive.');
});

it('of a counted packet it speaks of what is left, down to the last seed', () => {
  expect(says(17, 25, 60)).toMatch(
    /^17 of 25 sprouted: of the 35 seeds left in the packet between \d+ and \d+ are alive\.$/,
  );
  expect(says(39, 39, 40)).toBe('39 of 39 sprouted: of the 1 seed left in the packet 1 is alive.');
  expect(says(19, 19, 20)).toBe('19 of 19 sprouted: of the 1 seed left in the packet between 0 and 1 are alive.');
  expect(says(0, 998, 1000)).toBe('0 of 998 sprouted: of the 2 seeds left in the packet 0 are alive.');
  expect(says(5, 20, 20)).toBe('5 of 20 sprouted: that was the whole packet, so 25 % was alive and nothing is left.');
});

it('held back it says the lower end alone', () => {
  expect(says(5, 20, undefined, ['too-early'])).toBe(
    '5 of 20 sprouted so far: at least 9 % are alive. How many more, this test cannot say yet.',
  );
  expect(says(0, 20, 60, ['too-early'])).toBe('0 of 20 sprouted so far. How many more, this test cannot say yet.');
  expect(says(5, 20, undefined, ['too-hot'])).toBe(
    '5 of 20 sprouted: at least 9 % are alive. How many more, this test cannot say.',
  );
  expect(says(5, 20, 60, ['too-early'])).toMatch(
    /^5 of 20 sprouted so far: at least \d+ of the 40 seeds left are alive/,
  );
});

it('a bag stands in the time of its kind', () => {
  const at = (state: BagTime['state'], day: number, known = true) =>
    bagTimeWords({ state, day, firstDay: known ? 7 : null, lastDay: known ? 22 : null });
  expect([at('late', 15), at('under-way', 9), at('under-way', 9, false)]).toEqual([
    'day 15 and none sprouted: most of this kind show by day 14',
    'day 9 of 22',
    'day 9; how long this kind takes is not known here',
  ]);
});

it('what does not suit a kind names what would, where it is known', () => {
  expect(unsuitedWords('too-hot', { temperatureC: [15, 20] })).toBe(
    'too warm: 15 to 20 °C suit this kind, and cool kinds wait when it is warmer',
  );
  expect(unsuitedWords('too-cold', { temperatureC: null })).toBe('too cool; it will take longer');
});

it('reasons and what follows are codes; what ended before there were any is said as it stands', () => {
  expect(reasonsWords(['rotted', 'fresh-did-well'])).toBe('soft or rotten seed is dead; fresh seed beside it did well');
  expect(reasonsWords(['mould grew: it comes from dead seed'])).toBe('mould grew: it comes from dead seed');
  expect(testNextWords('put-it-back')).toBe('Put it back and look again until the last day of the kind.');
  expect(testNextWords('Renew it.')).toBe('Renew it.');
});
