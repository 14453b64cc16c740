import { expect, it } from 'vitest';
import { SHIPPED } from '@mercato/core/testing/books';
import { calculate } from './calculation.ts';
import { findCalculation } from './registry.ts';

/** Its answer, or the field that it is refused at. */
function run(input: object): unknown {
  const found = findCalculation('quick-tests.answer');
  const envelope = found && calculate(found, input, SHIPPED);
  return envelope?.ok ? envelope.out : envelope?.error.path;
}

// Source: the issue: leek, 15 to 20 °C and 14 days by the names list (from memory).
it('the quick answer holds back by days and degrees as a round does, and says all where nothing is given', () => {
  const leek = { seeds: 10, sprouted: 1, lastDay: 14, suitsFromC: 15, suitsToC: 20 };
  expect(run({ ...leek, day: 8, stoodC: 27 })).toMatchObject({ schools: [], heldBack: ['too-early', 'too-hot'] });
  expect(run({ ...leek, day: 14, stoodC: 22 })).toMatchObject({
    heldBack: [],
    schools: [{ advice: 'throw-away' }, {}],
  });
  expect(run({ ...leek, day: 13 })).toMatchObject({ heldBack: ['too-early'] });
  expect(run({ ...leek, stoodC: 12.9 })).toMatchObject({ heldBack: ['too-cold'] });
  expect(run({ seeds: 10, sprouted: 1, day: 2, stoodC: 40 })).toMatchObject({ heldBack: [] });
  expect(run({ ...leek, suitsToC: 14 })).toBe('suitsToC');
  expect(run({ seeds: 10, sprouted: 1, suitsFromC: 14 })).toBe('suitsToC');
  expect(run({ seeds: 10, sprouted: 1, suitsToC: 14 })).toBe('suitsFromC');
});
