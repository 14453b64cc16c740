import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { NO_COUNTS } from './seedCounts.ts';
import { addParts, COUNT_DEPTHS, DIVIDED, dividedAt, partsOf, partsOver, SEED_PARTS } from './seedParts.ts';

const told = (abnormal: number, parts: object) => ({ counts: { ...NO_COUNTS, abnormal }, parts });

// Source: ISTA, germination: the five classes total what was set, their kinds stand within them (from memory).
describe('parts of a class', () => {
  it('each belongs to one class that has parts', () => {
    expect(DIVIDED.flatMap(partsOf)).toEqual(SEED_PARTS);
    expect([partsOf('normal'), partsOf('hard'), partsOf('fresh')]).toEqual([[], [], []]);
  });
  it('are told apart as deep as a laboratory says', () => {
    expect(COUNT_DEPTHS.map(dividedAt)).toEqual([[], ['abnormal'], ['dead'], ['abnormal', 'dead']]);
  });
  it('hold as many seeds as their class, and not one more', () => {
    const counts = { ...NO_COUNTS, abnormal: 5, dead: 2 };
    expect(partsOver(counts, { damaged: 2, deformed: 2, decayed: 1, empty: 2 })).toBeUndefined();
    expect(partsOver(counts, { damaged: 2, deformed: 2, decayed: 2 })).toBe('abnormal');
    expect(partsOver(counts, { empty: 1, embryoless: 1, insect: 1 })).toBe('dead');
    expect(partsOver(counts, {})).toBeUndefined();
  });
  it('what one count did not tell apart is unknown of all together, and never 0', () => {
    expect(addParts([told(3, { damaged: 2 }), told(4, { damaged: 1 })])).toEqual({ damaged: 3 });
    expect(addParts([told(3, { damaged: 2 }), told(4, {})])).toEqual({});
    // Of a class without a seed there was nothing to tell apart.
    expect(addParts([told(3, { damaged: 2 }), told(0, {})])).toEqual({ damaged: 2 });
    expect(addParts([told(0, {}), told(0, {})])).toEqual({});
    expect(addParts([])).toEqual({});
  });
  it('do not depend on the order of the counts', () => {
    const one = fc.record({
      counts: fc.record({ abnormal: fc.nat(5), dead: fc.nat(5) }).map((some) => ({ ...NO_COUNTS, ...some })),
      parts: fc.record({ damaged: fc.nat(5), empty: fc.nat(5) }, { requiredKeys: [] }),
    });
    fc.assert(
      fc.property(fc.array(one, { maxLength: 6 }), (all) => {
        expect(addParts([...all].reverse())).toEqual(addParts(all));
      }),
    );
  });
});
