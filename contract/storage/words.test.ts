import { expect, it } from 'vitest';
import type { Because } from '@mercato/core/storage/whatNext';
import { becauseWords, dryReasonWords, warningWords } from './words.ts';

it('says ages in months up to a year and a half, and in years from there on', () => {
  const said = (ageYears: number) =>
    becauseWords({ is: 'shelf-life', ageYears, failsYears: 3, goneYears: 6 }).split(' old')[0];
  expect([1 / 12 - 0.001, 1 / 12, 1, 1.49, 1.5].map(said)).toEqual([
    'less than a month',
    '1 months',
    '12 months',
    '18 months',
    '2 years',
  ]);
});

it('says why a packet is to be tested, sown, renewed or let go', () => {
  const said: [Because, string][] = [
    [
      { is: 'shelf-life', ageYears: 0.5, failsYears: 1, goneYears: 3 },
      '6 months old; its kind begins to fail after a year and is mostly gone after 3',
    ],
    [
      { is: 'none-sprouted', seeds: 10, yearsAgo: 0.2, upTo: 0.259 },
      'none of 10 sprouted 2 months ago: up to 26 % may still be alive',
    ],
    [{ is: 'sowing', inDays: 0, oneChance: false }, 'its sowing has begun'],
    [{ is: 'sowing', inDays: 1, oneChance: false }, 'it is to be sown in 1 day'],
    [{ is: 'sowing', inDays: 60, oneChance: true }, 'it is to be sown in 60 days, with one chance in the year'],
    [{ is: 'test-too-old', holdsYears: 1 }, 'test this crop again every year'],
  ];
  for (const [why, words] of said) expect(becauseWords(why)).toBe(words);
});

it('warns by the name of the kind, and names what is wanted instead', () => {
  expect(warningWords({ weight: 'stop', is: 'dies-frozen', kind: 'cocoa' })).toBe(
    'cocoa: seed of this kind dies when it freezes',
  );
  expect(warningWords({ weight: 'stop', is: 'too-damp', percent: 31, limitPercent: 25 })).toBe(
    'it is in balance with air of 31 %; dry it to 25 % first: wet seed dies when it freezes',
  );
  expect(dryReasonWords({ is: 'too-damp', percent: 55.4, limitPercent: 40 })).toBe(
    'it is in balance with air of 55 %, and 40 % at most is wanted',
  );
});
