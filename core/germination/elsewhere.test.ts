import { describe, expect, it } from 'vitest';
import { AOSA, csvRows, ISTA } from '../testing/books.ts';
import { judgeSecondLaboratory, judgeSpecification } from './elsewhere.ts';

describe('another laboratory', () => {
  // Source: every printed row of Table 5D (from memory), at its limit and one above, and in the mirror below 51.
  it('may lie above ours by what is printed at their average and not by one more; below it by anything', () => {
    for (const row of csvRows('ista', 'germination-second-laboratory-5D.csv'))
      for (const printed of [Number(row.avg_high_from), Number(row.avg_high_to)])
        for (const average of [printed, 101 - printed])
          for (const short of [Number(row.tolerance), Number(row.tolerance) + 1]) {
            const theirs = average + Math.floor(short / 2);
            const ours = theirs - short;
            if (theirs > 100 || ours < 0) continue;
            const within = short <= Number(row.tolerance);
            expect(judgeSecondLaboratory(ISTA, theirs, ours), `${average}`).toMatchObject({
              measured: short,
              limit: Number(row.tolerance),
              next: within ? 'laboratories-agree' : 'laboratories-disagree',
            });
            expect(judgeSecondLaboratory(ISTA, theirs, ours).outcome === 'outside').toBe(!within);
            // Ours is the better one.
            expect(judgeSecondLaboratory(ISTA, ours, theirs).outcome).toBe('within');
          }
  });
  it('is not judged by a book that has no such table, nor outside 0 to 100', () => {
    expect(judgeSecondLaboratory(AOSA, 90, 80)).toMatchObject({
      outcome: 'not-judged',
      limit: null,
      next: 'no-table-for-laboratories',
    });
    expect(judgeSecondLaboratory(ISTA, 100, 100)).toMatchObject({ outcome: 'within', limit: null });
    expect(() => judgeSecondLaboratory(ISTA, 101, 90)).toThrow(/^theirPercent/);
    expect(() => judgeSecondLaboratory(ISTA, 90, -1)).toThrow(/^ourPercent/);
  });
});

describe('a specification', () => {
  // Source: SciPy 1.17.1, binom.cdf: the fewest of n with a chance of 5 % or more at p.
  it.each([
    [85, 400, 328],
    [90, 400, 350],
    [85, 200, 162],
  ])('of %i %% is met by chance down to so many of %i seeds, and by one less no more', (percent, seeds, fewest) => {
    expect(judgeSpecification(percent, fewest, seeds)).toMatchObject({
      outcome: 'near',
      limit: (100 * fewest) / seeds,
      next: 'specification-met',
    });
    expect(judgeSpecification(percent, fewest - 1, seeds)).toMatchObject({
      outcome: 'outside',
      next: 'specification-not-met',
    });
  });
  it('at what is asked or above it is within; at both ends of the scale too', () => {
    expect(judgeSpecification(85, 340, 400).outcome).toBe('within');
    expect(judgeSpecification(85, 339, 400).outcome).toBe('near');
    expect(judgeSpecification(100, 400, 400).outcome).toBe('within');
    expect(judgeSpecification(100, 399, 400).outcome).toBe('outside');
    expect(judgeSpecification(0, 0, 400).outcome).toBe('within');
    expect(() => judgeSpecification(101, 1, 2)).toThrow(/^leastPercent/);
    expect(() => judgeSpecification(85, 3, 2)).toThrow(/^normal/);
    expect(() => judgeSpecification(85, 0, 0)).toThrow(/^seeds/);
  });
});
