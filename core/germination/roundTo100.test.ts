import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { CLASSES, type Counts, totalOf } from '../units/seedCounts.ts';
import { roundTo100 } from './roundTo100.ts';

const classes = fc
  .tuple(...CLASSES.map(() => fc.integer({ min: 0, max: 400 })))
  .filter((counts) => counts.some((one) => one > 0));
const asCounts = (values: readonly number[]): Counts => ({
  normal: values[0] ?? 0,
  abnormal: values[1] ?? 0,
  hard: values[2] ?? 0,
  fresh: values[3] ?? 0,
  dead: values[4] ?? 0,
});

describe('rounding to 100', () => {
  // Source: ISTA, expression of results (from memory): the procedure itself, as laws.
  it('totals 100, rounds normal half up, moves nothing else by a whole percent', () => {
    fc.assert(
      fc.property(classes, (values) => {
        const counts = asCounts(values);
        const seeds = totalOf(counts);
        const { rounded, averages, adjusted } = roundTo100(counts, seeds);
        expect(totalOf(rounded)).toBe(100);
        expect(rounded.normal).toBe(Math.floor((2 * 100 * counts.normal + seeds) / (2 * seeds)));
        for (const one of CLASSES) expect(Math.abs(rounded[one] - averages[one])).toBeLessThan(1);
        expect(new Set(adjusted).size).toBe(adjusted.length);
      }),
    );
  });
  it('gives ties in the order abnormal, hard, fresh, dead', () => {
    expect(roundTo100({ normal: 397, abnormal: 1, hard: 1, fresh: 1, dead: 0 }, 400).adjusted).toEqual(['abnormal']);
    expect(roundTo100({ normal: 0, abnormal: 1, hard: 1, fresh: 0, dead: 1 }, 3).rounded).toEqual({
      normal: 0,
      abnormal: 34,
      hard: 33,
      fresh: 0,
      dead: 33,
    });
  });
  it('gives the worked example of crimson clover: 71, 18 hard, 11 dead', () => {
    // Source: worked example to 7 CFR 201.57 (from memory), the rest of 11.5 written 11.
    const counts = { normal: 284, abnormal: 0, hard: 70, fresh: 0, dead: 46 };
    expect(roundTo100(counts, 400).rounded).toEqual({ normal: 71, abnormal: 0, hard: 18, fresh: 0, dead: 11 });
  });
  it('refuses counts that do not add up, and a number of seeds that cannot be', () => {
    expect(() => roundTo100({ normal: 90, abnormal: 0, hard: 0, fresh: 0, dead: 9 }, 100)).toThrow(
      'counts: argument.not-all-set 99 100',
    );
    for (const seeds of [0, 1e6 + 1, 1.5])
      expect(() => roundTo100({ normal: seeds, abnormal: 0, hard: 0, fresh: 0, dead: 0 }, seeds)).toThrow(
        /^seeds: argument/,
      );
    expect(roundTo100({ normal: 1, abnormal: 0, hard: 0, fresh: 0, dead: 0 }, 1).rounded.normal).toBe(100);
    expect(roundTo100({ normal: 1e6, abnormal: 0, hard: 0, fresh: 0, dead: 0 }, 1e6).rounded.normal).toBe(100);
  });
  // Source: the procedure by hand: 71 + 17.5 + 11.5, whole parts 71 + 17 + 11 = 99, hard takes the one that is missing.
  it('shows in its working what each class had before and what it took', () => {
    const { steps } = roundTo100({ normal: 284, abnormal: 0, hard: 70, fresh: 0, dead: 46 }, 400);
    expect(steps.map((one) => [one.label, one.expression, one.result])).toEqual([
      ['normal', '284 of 400 = 71', '71'],
      ['abnormal', '0 of 400 = 0', '0'],
      ['hard', '70 of 400 = 17.5', '17'],
      ['fresh', '0 of 400 = 0', '0'],
      ['dead', '46 of 400 = 11.5', '11'],
      ['total before adjusting', undefined, '99'],
      ['largest fraction left: hard', '17 + 1', '18'],
    ]);
  });
});

// Source: the formula by hand: √(90 × 10 / 100) = 3; q of four at 0.95 is 3.6332 (R 4.2.2 qtukey(0.95, 4, Inf)).
