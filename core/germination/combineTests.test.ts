import { describe, expect, it } from 'vitest';
import { AOSA, csvRows, ISTA } from '../testing/books.ts';
import { dish, testOf as test } from '../testing/dishes.ts';
import { judgeTwoTests } from './combineTests.ts';
import { combine, testResult } from './result.ts';

describe('two tests of a sample', () => {
  // Source: every printed row of Table 5C (from memory), at its limit and one above, and in the mirror below 51.
  it.each([
    ['ista', 'germination-two-tests-5C.csv', ISTA],
    ['aosa', 'germination-retests-aosa.csv', AOSA],
  ] as const)('%s: may part by what is printed at their average and not by one more', (book, file, edition) => {
    for (const row of csvRows(book, file))
      for (const printed of [Number(row.avg_high_from), Number(row.avg_high_to)])
        for (const average of [printed, 101 - printed])
          for (const difference of [Number(row.tolerance), Number(row.tolerance) + 1]) {
            // The average is rounded half up, so that an odd difference lies half a percent below.
            const high = average + Math.floor(difference / 2);
            const low = high - difference;
            if (high > 100 || low < 0) continue;
            const compatible = difference <= Number(row.tolerance);
            expect(judgeTwoTests(edition, high, low), `${average}`).toMatchObject({
              meanPercent: average,
              differencePercent: difference,
              tolerancePercent: Number(row.tolerance),
              limit: Number(row.tolerance),
              compatible,
              next: compatible ? 'report-mean-of-both' : 'make-third-test',
            });
          }
  });
  it('cannot part too far where no row stands, and say which table has none', () => {
    expect(judgeTwoTests(ISTA, 100, 100)).toMatchObject({
      tolerancePercent: null,
      limit: null,
      outcome: 'within',
      rule: ISTA.twoTests[0]?.rule,
    });
    expect(judgeTwoTests(ISTA, 90, 90).rule).toEqual(
      ISTA.twoTests.find((one) => one.from <= 90 && (one.to ?? 0) >= 90)?.rule,
    );
  });
  it('are refused outside 0 to 100, by their names', () => {
    expect(judgeTwoTests(ISTA, 0, 0).compatible).toBe(true);
    expect(() => judgeTwoTests(ISTA, 101, 90)).toThrow(/^firstPercent/);
    expect(() => judgeTwoTests(ISTA, 90, -1)).toThrow(/^secondPercent/);
  });
});

describe('tests together', () => {
  it('nothing is reported while a dish is open, none was set up, or one of several tests is not done', () => {
    const open = testResult(ISTA, [dish(90), dish(90), dish(90), { ...dish(90), closed: false }]);
    expect(open).toMatchObject({ complete: false, rounded: null, verdict: null, hundreds: [90, 90, 90, 90] });
    expect(testResult(ISTA, [])).toMatchObject({ complete: false, hundreds: [] });
    for (const tests of [[], [open], [test(88, 91, 90, 86), open], [open, test(88, 91, 90, 86)]])
      expect(combine(ISTA, tests)).toMatchObject({ reported: null, from: [], next: 'count', outcome: 'not-judged' });
  });
  it('dishes that make no hundreds are not evaluated: of 60, of 30, or left over', () => {
    const of = (seeds: number, dishes: number) =>
      Array.from({ length: dishes }, () => ({
        seeds,
        closed: true,
        counts: { normal: seeds, abnormal: 0, hard: 0, fresh: 0, dead: 0 },
      }));
    for (const dishes of [of(60, 4), of(30, 10), of(50, 7), of(100, 5)])
      expect(testResult(ISTA, dishes).verdict).toMatchObject({ outcome: 'not-judged', next: 'feeds-no-label' });
    // Half a dish over does not count as a hundred.
    expect(testResult(ISTA, [...of(100, 4), ...of(50, 1)])).toMatchObject({
      hundreds: [],
      verdict: { outcome: 'not-judged' },
    });
    expect(
      testResult(
        ISTA,
        of(60, 4).map((one, i) => ({ ...one, closed: i > 0 })),
      ),
    ).toMatchObject({ verdict: null, hundreds: [] });
  });
  it('a test near its limit is reported; of three the closest pair that agrees is taken, whichever was made first', () => {
    expect(combine(ISTA, [test(83, 88, 90, 95)])).toMatchObject({ outcome: 'near', next: 'report', from: [0] });
    // 85 and 90 agree (5 allowed at 88), 89 and 90 lie closer.
    expect(combine(ISTA, [test(85, 85, 85, 85), test(90, 90, 90, 90), test(89, 89, 89, 89)])).toMatchObject({
      from: [1, 2],
      comparison: { differencePercent: 1 },
    });
    const apart = combine(ISTA, [test(60, 60, 60, 60), test(80, 80, 80, 80), test(98, 98, 98, 98)]);
    expect(apart).toMatchObject({ outcome: 'outside', from: [], comparison: { differencePercent: 18 } });
  });
  it('joins dishes of 50 and 25 to hundreds in the order they stood', () => {
    const eight = [45, 40, 44, 46, 43, 41, 47, 44].map((normal) => ({
      seeds: 50,
      closed: true,
      counts: { normal, abnormal: 0, hard: 0, fresh: 0, dead: 50 - normal },
    }));
    expect(testResult(ISTA, eight).hundreds).toEqual([85, 90, 84, 91]);
  });
  it('is not evaluated, and feeds no label, when it is not four hundreds', () => {
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
