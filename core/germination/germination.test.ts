import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { AOSA, ISTA } from '../testing/books.ts';
import { CLASSES, totalOf, type Counts } from '../units/seedCounts.ts';
import { judgeLabel } from './judgeLabel.ts';
import { judgeReplicates } from './judgeReplicates.ts';
import { planCalendar } from './planTest.ts';
import { combine, testResult } from './result.ts';
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
const dish = (normal: number, rest: Partial<Counts> = {}) => {
  const others = Object.values(rest).reduce((a, b) => a + b, 0);
  return {
    seeds: 100,
    closed: true,
    counts: { normal, abnormal: 0, hard: 0, fresh: 0, dead: 100 - normal - others, ...rest },
  };
};
const test = (...normals: number[]) =>
  testResult(
    ISTA,
    normals.map((normal) => dish(normal)),
  );

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
  it('refuses counts that do not add up', () => {
    expect(() => roundTo100({ normal: 90, abnormal: 0, hard: 0, fresh: 0, dead: 9 }, 100)).toThrow(
      'counts add to 99, expected the 100 seeds set',
    );
  });
});

describe('range of replicates', () => {
  // Source: worked examples to 7 CFR 201.55 (from memory): 93 89 95 90 accepted at 92, 11 allowed; 88 74 90 86 retest at 85, 14 allowed.
  it('accepts and refuses the worked examples', () => {
    expect(judgeReplicates(AOSA, [93, 89, 95, 90])).toMatchObject({
      meanPercent: 92,
      rangePercent: 6,
      maxRangePercent: 11,
      outcome: 'within',
    });
    expect(judgeReplicates(AOSA, [88, 74, 90, 86])).toMatchObject({
      meanPercent: 85,
      rangePercent: 16,
      maxRangePercent: 14,
      outcome: 'outside',
    });
  });
  it('does not care for the order of the dishes', () => {
    fc.assert(
      fc.property(fc.tuple(...[0, 0, 0, 0].map(() => fc.integer({ min: 0, max: 100 }))), (dishes) => {
        const sorted = [...dishes].sort((a, b) => a - b);
        const pick = ({ meanPercent, rangePercent, maxRangePercent, outcome }: ReturnType<typeof judgeReplicates>) => ({
          meanPercent,
          rangePercent,
          maxRangePercent,
          outcome,
        });
        expect(pick(judgeReplicates(ISTA, dishes))).toEqual(pick(judgeReplicates(ISTA, sorted)));
      }),
    );
  });
  it('reads low averages at 101 minus the average, and no row at 0, 1 and 100', () => {
    expect(judgeReplicates(ISTA, [12, 12, 12, 12]).maxRangePercent).toBe(
      judgeReplicates(ISTA, [89, 89, 89, 89]).maxRangePercent,
    );
    for (const dishes of [
      [0, 0, 0, 0],
      [0, 1, 1, 2],
      [100, 100, 100, 99],
    ])
      expect(judgeReplicates(ISTA, dishes)).toMatchObject({ maxRangePercent: null, outcome: 'within' });
  });
  it('calls a range near when less than a tenth of the limit is left', () => {
    expect(judgeReplicates(ISTA, [82, 88, 90, 95])).toMatchObject({
      maxRangePercent: 12,
      rangePercent: 13,
      outcome: 'outside',
    });
    expect(judgeReplicates(ISTA, [83, 88, 90, 95])).toMatchObject({
      maxRangePercent: 12,
      rangePercent: 12,
      outcome: 'near',
    });
  });
});

describe('tests together', () => {
  it('joins dishes of 50 and 25 to hundreds in the order they stood', () => {
    const eight = [45, 40, 44, 46, 43, 41, 47, 44].map((normal) => ({
      seeds: 50,
      closed: true,
      counts: { normal, abnormal: 0, hard: 0, fresh: 0, dead: 50 - normal },
    }));
    expect(testResult(ISTA, eight).hundreds).toEqual([85, 90, 84, 91]);
  });
  it('is not judged, and feeds no label, when it is not four hundreds', () => {
    expect(testResult(ISTA, [dish(90), dish(80)]).verdict?.outcome).toBe('not-judged');
    expect(combine(ISTA, [testResult(ISTA, [dish(90), dish(80)])]).reported).toBeNull();
  });
  it('reports one test in range, and asks for a second when it is out', () => {
    expect(combine(ISTA, [test(88, 91, 90, 86)])).toMatchObject({
      reported: { normal: 89 },
      next: 'report',
      from: [0],
    });
    expect(combine(ISTA, [test(93, 88, 81, 72)])).toMatchObject({ reported: null, next: 'retest', outcome: 'outside' });
  });
  // Source: ISTA, retesting (from memory): two compatible tests are averaged, else a third is made.
  it('averages two that agree, asks for a third when they do not, and takes the closest pair', () => {
    expect(combine(ISTA, [test(93, 88, 81, 72), test(86, 88, 84, 87)])).toMatchObject({
      reported: { normal: 85 },
      from: [0, 1],
      seeds: 800,
    });
    expect(combine(ISTA, [test(93, 88, 81, 72), test(95, 94, 92, 95)])).toMatchObject({
      reported: null,
      next: 'third-test',
    });
    expect(combine(ISTA, [test(93, 88, 81, 72), test(95, 94, 92, 95), test(93, 94, 95, 92)])).toMatchObject({
      reported: { normal: 94 },
      from: [1, 2],
    });
    expect(combine(ISTA, [test(60, 60, 60, 60), test(80, 80, 80, 80), test(98, 98, 98, 98)]).next).toBe(
      'look-for-the-cause',
    );
  });
});

describe('label and calendar', () => {
  // Source: worked examples to 7 CFR 201.63 (from memory).
  it.each([
    [92, 85, 400, 7, true],
    [92, 84, 400, 7, false],
    [98, 93, 400, 6, true],
    [85, 74, 200, 10, false],
    [85, 75, 200, 9, false],
    [85, 76, 200, 9, true],
  ] as const)(
    'labelled %i, found %i on %i seeds: tolerance %i, stands %s',
    (labelled, found, seeds, tolerance, within) => {
      expect(judgeLabel(AOSA, labelled, found, seeds)).toMatchObject({ tolerancePercent: tolerance, within });
    },
  );
  it('counts days from warmth, not from the pre-chill, across the end of February of a leap year', () => {
    const days = planCalendar({ setUpDate: '2028-02-24', prechillDays: 7, firstCountDay: 7, finalCountDay: 21 });
    expect(days.map((event) => [event.what, event.day, event.date])).toEqual([
      ['set-up', 0, '2028-02-24'],
      ['end-of-prechill', 0, '2028-03-02'],
      ['first-count', 7, '2028-03-09'],
      ['interim-count', 14, '2028-03-16'],
      ['final-count', 21, '2028-03-23'],
    ]);
  });
  it('refuses a final count before the first, and days that do not exist', () => {
    expect(() =>
      planCalendar({ setUpDate: '2026-03-01', prechillDays: 0, firstCountDay: 8, finalCountDay: 7 }),
    ).toThrow(/^finalCountDay/);
    expect(() =>
      planCalendar({ setUpDate: '2026-02-30', prechillDays: 0, firstCountDay: 4, finalCountDay: 7 }),
    ).toThrow(/^setUpDate/);
  });
});
