import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { AOSA, csvRows, ISTA } from '../testing/books.ts';
import { judgeReplicates } from './judgeReplicates.ts';
import { theoreticalRange } from './theoreticalRange.ts';

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
