import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { AOSA, csvRows, ISTA } from '../testing/books.ts';
import { CLASSES, type Counts, totalOf } from '../units/seedCounts.ts';
import { judgeTwoTests } from './combineTests.ts';
import { judgeClaim } from './judgeClaim.ts';
import { judgeReplicates } from './judgeReplicates.ts';
import { dayZero, missingForPlan, planCalendar } from './planTest.ts';
import { combine, testResult } from './result.ts';
import { roundTo100 } from './roundTo100.ts';
import { theoreticalRange } from './theoreticalRange.ts';

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
it('a theoretical range is refused outside its borders and shows its arithmetic', () => {
  expect(theoreticalRange(4, 100, 90, 0.95).steps.map((one) => one.expression ?? one.result)).toEqual([
    '3.6332',
    '√(90 × 10 / 100)',
    '3.6332 × 3.0000',
  ]);
  expect(theoreticalRange(4, 100, 90, 0.95).steps.at(-1)?.result).toBe('10.90');
  for (const mean of [0, 100]) expect(theoreticalRange(4, 1, mean, 0.95).maxRange).toBe(0);
  for (const mean of [-1, 101]) expect(() => theoreticalRange(4, 100, mean, 0.95)).toThrow(/^meanPercent/);
  expect(() => theoreticalRange(4, 0, 90, 0.95)).toThrow(/^seedsPerReplicate/);
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
  // Source: the printed rows of both books (from memory): each average at its limit and one above, and in the mirror.
  it.each([
    ['ista', 'germination-replicates-5B.csv', ISTA],
    ['aosa', 'replicate-ranges-201.55.csv', AOSA],
  ] as const)('%s: every printed average allows its range and not one more', (book, file, edition) => {
    let judged = 0;
    for (const row of csvRows(book, file)) {
      const limit = Number(row.max_range ?? row.range_4);
      for (const printed of new Set([Number(row.avg_high_from), Number(row.avg_high_to)]))
        for (const average of [printed, 101 - printed]) {
          const spread = (range: number) => {
            const low = Math.min(Math.max(average - Math.floor(range / 2), 0), 100 - range);
            const high = low + range;
            const rest = 4 * average - low - high;
            const third = Math.min(Math.max(Math.floor(rest / 2), low), high);
            return [low, third, rest - third, high];
          };
          for (const [range, outcome] of [
            [limit, 'near'],
            [limit + 1, 'outside'],
          ] as const) {
            const dishes = spread(range);
            if (Math.min(...dishes) !== dishes[0] || Math.max(...dishes) !== dishes[3]) continue;
            judged += 1;
            expect(judgeReplicates(edition, dishes), `${average}`).toMatchObject({
              meanPercent: average,
              rangePercent: range,
              maxRangePercent: limit,
              outcome,
              next: outcome === 'outside' ? 'make-second-test' : 'replicates-agree',
            });
          }
        }
    }
    // Both ends of every printed row, on both sides of 51, at the limit and past it.
    expect(judged).toBeGreaterThan(100);
  });
  it('tells in its working where it was read: at the mirrored average up to 50, at its own from 51', () => {
    const labels = (dishes: number[]) => judgeReplicates(ISTA, dishes).steps.map((one) => `${one.label} ${one.result}`);
    expect(labels([50, 50, 50, 50])).toContain('read at the mirrored average 51');
    expect(labels([51, 51, 51, 51]).join()).not.toContain('mirrored');
    expect(labels([12, 12, 12, 12])).toContain('read at the mirrored average 89');
    expect(labels([0, 0, 0, 0]).join()).not.toContain('mirrored');
    expect(labels([12, 13, 14, 15]).slice(0, 4)).toEqual([
      'replicate 1 12',
      'replicate 2 13',
      'replicate 3 14',
      'replicate 4 15',
    ]);
    expect(judgeReplicates(ISTA, [0, 0, 0, 0]).rule?.section).toBe(ISTA.replicateRanges[0]?.rule.section);
  });
  it('refuses what are not four percentages, by their place', () => {
    expect(() => judgeReplicates(ISTA, [90, 90, 90])).toThrow('replicates: argument.so-many 4 4 3');
    expect(() => judgeReplicates(ISTA, [90, -1, 90, 90])).toThrow(/^replicates\.1/);
    expect(() => judgeReplicates(ISTA, [90, 90, 90, 101])).toThrow(/^replicates\.3/);
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
      expect(judgeClaim(AOSA, labelled, found, seeds)).toMatchObject({ tolerancePercent: tolerance, within });
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
  // Source: 7 CFR 201.63, rows printed by mean (from memory): at each lower border and a hundredth below it.
  it('reads the tolerance of a label at the unrounded mean, at each border and just below it', () => {
    for (const [i, row] of AOSA.labelTolerances.entries()) {
      if (row.from <= 0) continue;
      expect(judgeClaim(AOSA, row.from, row.from, 400).tolerancePercent).toBe(row.limit);
      const below = AOSA.labelTolerances.find((_, at) => at !== i && AOSA.labelTolerances[at]?.to === row.from);
      if (below) expect(judgeClaim(AOSA, row.from - 0.01, row.from, 400).tolerancePercent).toBe(below.limit);
    }
    expect(judgeClaim(AOSA, 90, 100, 400)).toMatchObject({
      outcome: 'within',
      next: 'germination-label-stands',
      measured: -10,
    });
    expect(judgeClaim(AOSA, 100, 90, 400)).toMatchObject({ outcome: 'outside', next: 'germination-label-too-high' });
    expect(judgeClaim(AOSA, 92, 85, 400)).toMatchObject({ outcome: 'near' });
    expect(judgeClaim(AOSA, 92, 91, 400)).toMatchObject({ outcome: 'within' });
    expect(() => judgeClaim(AOSA, 101, 90, 400)).toThrow(/^labelledPercent/);
    expect(() => judgeClaim(AOSA, 90, -1, 400)).toThrow(/^foundPercent/);
    expect(() => judgeClaim(ISTA, 90, 90, 400)).toThrow(/no label tolerance/);
  });
  it('has no pre-chill end without one, no first count of its own with one count, and no interim count within four days', () => {
    const plan = (firstCountDay: number, finalCountDay: number) =>
      planCalendar({ setUpDate: '2026-03-01', prechillDays: 0, firstCountDay, finalCountDay }).map((one) => [
        one.what,
        one.day,
      ]);
    expect(plan(7, 7)).toEqual([
      ['set-up', 0],
      ['final-count', 7],
    ]);
    const interim = (finalCountDay: number) =>
      plan(7, finalCountDay).flatMap(([what, day]) => (what === 'interim-count' ? day : []));
    expect([17, 18, 24, 25].map(interim)).toEqual([[], [14], [14], [14, 21]]);
    expect(plan(400, 400).at(-1)).toEqual(['final-count', 400]);
    expect(() => plan(401, 401)).toThrow(/^firstCountDay/);
    expect(dayZero({ setUpDate: '2026-03-01', prechillDays: 7 })).toBe('2026-03-08');
  });
  it('says what a kind still lacks before its test can be planned', () => {
    expect(missingForPlan(undefined)).toEqual(['substrates', 'temperatures', 'firstCountDay', 'finalCountDay']);
    const known = ISTA.kinds.find((one) => one.species === 'Trifolium pratense');
    expect(missingForPlan(known)).toEqual([]);
    expect(missingForPlan(known && { ...known, firstCountDay: undefined })).toEqual(['firstCountDay']);
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
