import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { dealHundreds, mostAtOnce } from './dealHundreds.ts';

const loads = (dealt: ReturnType<typeof dealHundreds>, shelves: number, arm?: number) =>
  Array.from(
    { length: shelves },
    (_, shelf) => dealt.filter((one) => one.shelf === shelf && (arm === undefined || one.arm === arm)).length,
  );
const seeds = fc.integer({ min: 1, max: 0xffffffff });

describe('hundreds dealt to shelves', () => {
  it('are all dealt, never over the room of a shelf, and the same for the same seed', () => {
    const room = fc.array(fc.integer({ min: 0, max: 20 }), { minLength: 1, maxLength: 6 });
    const hundreds = fc.array(fc.integer({ min: 1, max: 16 }), { minLength: 1, maxLength: 8 });
    fc.assert(
      fc.property(hundreds, room, seeds, (arms, free, seed) => {
        const all = arms.reduce((a, b) => a + b, 0);
        fc.pre(free.reduce((a, b) => a + b, 0) >= all);
        const dealt = dealHundreds(arms, free, seed);
        expect(dealt).toEqual(dealHundreds(arms, free, seed));
        expect(dealt.map(({ arm, hundred }) => `${arm} ${hundred}`)).toEqual(
          arms.flatMap((count, arm) => Array.from({ length: count }, (_, hundred) => `${arm} ${hundred}`)),
        );
        loads(dealt, free.length).forEach((load, i) => expect(load).toBeLessThanOrEqual(free[i] ?? 0));
      }),
    );
  });
  it('with room enough every arm lies evenly over the shelves, and the shelves are filled evenly', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 1, max: 16 }), { minLength: 1, maxLength: 8 }),
        fc.integer({ min: 1, max: 6 }),
        seeds,
        (arms, shelves, seed) => {
          const dealt = dealHundreds(arms, Array<number>(shelves).fill(200), seed);
          for (const one of [...arms.keys(), undefined]) {
            const load = loads(dealt, shelves, one);
            expect(Math.max(...load) - Math.min(...load)).toBeLessThanOrEqual(1);
          }
        },
      ),
    );
  });
  it('every shelf is as likely as the other', () => {
    const first = Array.from({ length: 3000 }, (_, i) => dealHundreds([1, 1], [4, 4, 4], i + 1)[0]?.shelf ?? 0);
    // Source: binomial of 3 000 draws at a third, four standard deviations (25.8) either side of 1 000.
    for (const shelf of [0, 1, 2]) {
      const found = first.filter((one) => one === shelf).length;
      expect(found).toBeGreaterThan(1000 - 104);
      expect(found).toBeLessThan(1000 + 104);
    }
  });
  it('fill the last place, and are refused without it', () => {
    expect(dealHundreds([4, 4], [3, 5], 7)).toHaveLength(8);
    expect(() => dealHundreds([4, 4], [3, 4], 7)).toThrow(/^room/);
    expect(() => dealHundreds([17], [20], 7)).toThrow(/^hundreds\.0/);
    expect(() => dealHundreds([1], [1, -1], 7)).toThrow(/^room\.1/);
    expect(() => dealHundreds([1], [1], 0)).toThrow(/^seed/);
  });
});

describe('room on a shelf', () => {
  const standing = [
    { from: '2026-11-01', to: '2026-11-10', dishes: 4 },
    { from: '2026-11-10', to: '2026-11-20', dishes: 8 },
    { from: '2026-11-15', to: '2026-11-30', dishes: 2 },
  ];
  it('is the most that stands there on any day, both ends included', () => {
    expect(mostAtOnce(standing, '2026-11-01', '2026-11-09')).toBe(4);
    expect(mostAtOnce(standing, '2026-11-01', '2026-11-10')).toBe(12);
    expect(mostAtOnce(standing, '2026-11-11', '2026-11-30')).toBe(10);
    expect(mostAtOnce(standing, '2026-11-21', '2026-11-30')).toBe(2);
    expect(mostAtOnce(standing, '2026-12-01', '2026-12-31')).toBe(0);
    expect(mostAtOnce([], '2026-11-01', '2026-11-30')).toBe(0);
  });
  it('is never more than day by day', () => {
    const day = fc.integer({ min: 1, max: 28 }).map((n) => `2026-11-${String(n).padStart(2, '0')}`);
    const one = fc.record({ a: day, b: day, dishes: fc.integer({ min: 1, max: 9 }) }).map(({ a, b, dishes }) => ({
      from: a < b ? a : b,
      to: a < b ? b : a,
      dishes,
    }));
    fc.assert(
      fc.property(fc.array(one, { maxLength: 12 }), (all) => {
        const days = Array.from({ length: 28 }, (_, i) => `2026-11-${String(i + 1).padStart(2, '0')}`);
        const byDay = days.map((on) =>
          all.filter(({ from, to }) => from <= on && to >= on).reduce((sum, { dishes }) => sum + dishes, 0),
        );
        expect(mostAtOnce(all, '2026-11-01', '2026-11-28')).toBe(Math.max(...byDay));
      }),
    );
  });
});
