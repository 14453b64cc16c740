import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { AOSA, csvRows, ISTA } from '../testing/books.ts';
import { judgeSecondCount, judgeTwoCounts } from './twoCounts.ts';

// Source: the printed rows themselves (from memory), each class at both of its ends.
describe.each([
  ['4A', 'other-seeds-two-way-4A.csv', judgeTwoCounts],
  ['4B', 'other-seeds-one-way-4B.csv', judgeSecondCount],
] as const)('%s at the borders of its rows', (_name, file, judge) => {
  it('allows the printed difference and not one seed more', () => {
    for (const row of csvRows('ista', file))
      for (const mean of [Number(row.avg_from), Number(row.avg_to)]) {
        const limit = Number(row.tolerance);
        const low = mean - Math.floor(limit / 2);
        const high = low + limit;
        // The pair averages `mean`, or half a seed more, which rounds to the next; look where it stands.
        const verdict = judge(ISTA, low, high);
        if (low < 0 || verdict.mean !== mean) continue;
        expect(verdict).toMatchObject({ tolerance: limit, within: true });
        const over = judge(ISTA, Math.max(0, low - 1), high + (low === 0 ? 1 : 0));
        if (over.mean === mean) expect(over).toMatchObject({ tolerance: limit, within: false });
      }
  });
});

describe('two counts', () => {
  it('cannot be out of tolerance below the table, and are not evaluated above it', () => {
    for (let a = 0; a <= 4; a += 1)
      for (let b = 0; a + b <= 4; b += 1)
        expect(judgeTwoCounts(ISTA, a, b)).toMatchObject({ within: true, tolerance: null });
    expect(judgeTwoCounts(ISTA, 800, 700)).toMatchObject({ within: null, outcome: 'not-judged' });
    expect(judgeTwoCounts(AOSA, 8, 30)).toMatchObject({ outcome: 'not-judged' });
  });
  it('say what follows by a code, and which row or table was read', () => {
    const told = (verdict: ReturnType<typeof judgeTwoCounts>) => [
      verdict.next,
      verdict.limit,
      verdict.steps.at(-1)?.result,
    ];
    // Source: Table 4A, at 20 a difference of 13 and not of 14 (from memory); 4B one-way.
    const row = ISTA.otherSeedsCounts.twoWay.find((one) => one.from <= 20 && (one.to ?? 0) >= 20);
    const limit = row?.limit ?? NaN;
    expect(told(judgeTwoCounts(ISTA, 20, 20))).toEqual(['report-both-counts', limit, String(limit)]);
    expect(judgeTwoCounts(ISTA, 20, 20).rule).toEqual(row?.rule);
    expect(told(judgeTwoCounts(ISTA, 5, 40))[0]).toBe('count-again');
    expect(told(judgeSecondCount(ISTA, 5, 40))[0]).toBe('second-count-worse');
    expect(told(judgeSecondCount(ISTA, 40, 5))[0]).toBe('second-count-not-worse');
    expect(told(judgeTwoCounts(ISTA, 800, 700))).toEqual(['compare-exactly', null, 'nothing is judged']);
    expect(told(judgeTwoCounts(ISTA, 1, 2))).toEqual(['report-both-counts', null, 'cannot be out of tolerance']);
    // Too few for a row: the first of the table speaks; in a book without the table none does.
    expect(judgeTwoCounts(ISTA, 1, 2).rule).toEqual(ISTA.otherSeedsCounts.twoWay[0]?.rule);
    expect(judgeTwoCounts(AOSA, 1, 2)).toMatchObject({ rule: null, outcome: 'not-judged' });
    // Less than before is within, however near its size would be to the limit.
    const one = ISTA.otherSeedsCounts.oneWay.find((row) => row.from <= 20 && (row.to ?? 0) >= 20)?.limit ?? 0;
    expect(judgeSecondCount(ISTA, 20 + Math.ceil(one / 2), 20 - Math.floor(one / 2)).outcome).toBe('within');
    const first = ISTA.otherSeedsCounts.twoWay[0]?.from ?? NaN;
    expect(judgeTwoCounts(ISTA, first, first)).toMatchObject({ mean: first, tolerance: expect.any(Number) as number });
  });
  it.each([
    [-1, 5, /^first/],
    [5, 1.5, /^second/],
  ])('%d and %d are refused', (first, second, name) => {
    expect(() => judgeTwoCounts(ISTA, first, second)).toThrow(name);
  });
  it('never find less to be worse', () => {
    fc.assert(
      fc.property(fc.nat(550), fc.nat(550), (a, b) => {
        const verdict = judgeSecondCount(ISTA, a, b);
        if (b <= a) expect(verdict.within).toBe(true);
        expect(judgeTwoCounts(ISTA, a, b).within).toBe(judgeTwoCounts(ISTA, b, a).within);
      }),
    );
  });
});
