import { expect, it } from 'vitest';
import { addCounts, calledAt, checkCounts, CLASSES, NO_COUNTS, totalOf } from './seedCounts.ts';

// Source: plain addition.
it('counts of several dishes add up class by class', () => {
  const one = { normal: 1, abnormal: 2, hard: 3, fresh: 4, dead: 5 };
  expect(addCounts([one, one, one])).toEqual({ normal: 3, abnormal: 6, hard: 9, fresh: 12, dead: 15 });
  expect(addCounts([])).toEqual(NO_COUNTS);
  expect(totalOf(one)).toBe(15);
});

it('are whole numbers up to a million, and no more together than were set', () => {
  for (const one of CLASSES)
    for (const wrong of [-1, 0.5, 1e6 + 1, NaN])
      expect(() => checkCounts({ ...NO_COUNTS, [one]: wrong })).toThrow(`counts.${one}: argument.whole`);
  expect(() => checkCounts({ ...NO_COUNTS, dead: 1e6 })).not.toThrow();
  const hundred = { ...NO_COUNTS, normal: 60, dead: 40 };
  expect(() => checkCounts(hundred, 100)).not.toThrow();
  expect(() => checkCounts(hundred)).not.toThrow();
  expect(() => checkCounts(hundred, 99)).toThrow('counts: argument.more-than-set 100 99');
});

it('hard and fresh seed is called at the final count alone', () => {
  expect(calledAt(true)).toEqual(CLASSES);
  expect(calledAt(false)).toEqual(['normal', 'abnormal', 'dead']);
});
