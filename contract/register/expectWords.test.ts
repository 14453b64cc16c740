import { expect, it } from 'vitest';
import { expectsWords } from './expectWords.ts';

it.each([
  [{ is: 'unripe', knowingly: true }, /^Unripe heads are among it, kept knowingly: expect fewer to sprout\.$/],
  [{ is: 'unripe', knowingly: false }, /^Unripe heads are among it: expect fewer to sprout\.$/],
  [{ is: 'fruit-lay', days: 1 }, /lay 1 day before/],
  [{ is: 'fruit-lay', days: 2 }, /lay 2 days before/],
  [{ is: 'floated', floaters: 12, of: 82 }, /12 of 82 floated/],
  [{ is: 'mould' }, /Mould was seen/],
] as const)('%j is a sentence for who tests the seed', (one, words) => {
  expect(expectsWords(one)).toMatch(words);
});
