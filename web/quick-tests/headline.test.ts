import { expect, test } from 'vitest';
import { heldBackBy } from '@mercato/core/quick-tests/mayAdvise';
import { quickAnswer } from '@mercato/core/quick-tests/quickAnswer';
import { headlineOf } from './headline.ts';

const says = (sprouted: number, seeds: number, answers = {}) =>
  headlineOf(quickAnswer({ sprouted, seeds }, undefined, heldBackBy(answers)));

// Source: limits by Clopper & Pearson (1934), one over them; from when seed is good: common practice, no source.
test.each([
  [20, 20, 'Good seed: sow as usual.'],
  [19, 20, 'Sow 1.0 to 1.3 times as much.'],
  [3, 3, 'Sow 1.0 to 3.4 times as much.'],
  [10, 20, 'Sow 1.4 to 3.7 times as much.'],
  [0, 20, 'None sprouted: sow other seed, or test more of it first.'],
  [0, 3, 'None sprouted: sow other seed, or test more of it first.'],
])('%i of %i: %s', (sprouted, seeds, words) => {
  expect(says(sprouted, seeds)).toBe(words);
});

test('a test that may not speak yet says why, whatever it counted', () => {
  expect(says(10, 20, { 'too-early': 'yes' })).toBe('Too early to say.');
  expect(says(10, 20, { 'too-early': 'yes', 'too-hot': 'yes' })).toBe('Too early and too warm to say.');
  expect(says(10, 20, { soaked: 'yes' })).toBe('Too uncertain to say.');
});
