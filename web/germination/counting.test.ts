import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { type Act, beginCounting, counting, PART_KEYS, partsToSend, seedsCalled, whyNotClosed } from './counting.ts';

const DISHES = 4;
const acts: fc.Arbitrary<Act> = fc.oneof(
  fc.record({ do: fc.constant('open' as const), at: fc.nat(DISHES - 1) }),
  fc.record({ do: fc.constant('step' as const), by: fc.constantFrom(-1, 1), dishes: fc.constant(DISHES) }),
  fc.record({ do: fc.constant('turn' as const), day: fc.nat(40), at: fc.option(fc.nat(DISHES - 1)) }),
  fc.record({ do: fc.constant('mode' as const), mode: fc.constantFrom('ten' as const, 'rest' as const) }),
  fc.constant({ do: 'called' as const }),
  fc.record({ do: fc.constant('typing' as const), on: fc.boolean() }),
  fc.record({ do: fc.constant('ends' as const), ends: fc.boolean() }),
  fc.record({ do: fc.constant('late' as const), reason: fc.string() }),
  fc.record({ do: fc.constant('say' as const), message: fc.option(fc.string()) }),
);
const after = (all: readonly Act[]) => all.reduce(counting, beginCounting(4, 2));

describe('the count station', () => {
  test('stands at a dish of the row, whatever is done', () => {
    fc.assert(
      fc.property(fc.array(acts), (all) => {
        const { at } = after(all);
        expect(at).toBeGreaterThanOrEqual(0);
        expect(at).toBeLessThan(DISHES);
      }),
    );
  });

  test('goes round at both ends of the row', () => {
    const step = (at: number, by: number) => counting(beginCounting(4, at), { do: 'step', by, dishes: DISHES }).at;
    expect([step(3, 1), step(0, -1), step(0, 1)]).toEqual([0, 3, 1]);
  });

  test('begins another dish and another day with single seeds, and without what was said of the one before', () => {
    fc.assert(
      fc.property(fc.array(acts), fc.constantFrom('open' as const, 'turn' as const), (all, way) => {
        const next = counting(after(all), way === 'open' ? { do: 'open', at: 1 } : { do: 'turn', day: 10, at: null });
        expect(next).toMatchObject({ mode: 'one', typing: false, message: null });
        if (way === 'turn') expect(next).toMatchObject({ day: 10, ends: null, at: after(all).at });
      }),
    );
  });

  test('takes a way of counting back by its own key, changes it by the other, and keeps it for one key alone', () => {
    const ten: Act = { do: 'mode', mode: 'ten' };
    expect(after([ten]).mode).toBe('ten');
    expect(after([ten, ten]).mode).toBe('one');
    expect(after([ten, { do: 'mode', mode: 'rest' }]).mode).toBe('rest');
    expect(after([ten, { do: 'say', message: 'x' }, { do: 'called' }])).toMatchObject({ mode: 'one', message: null });
  });
});

describe('the key of a class', () => {
  const dish = (left: number) => ({ number: 3, seeds: 100, left });

  test.each([
    ['one', 1, { seeds: 1 }],
    ['one', 0, { refused: 'All 100 seeds of dish 3 are called.' }],
    ['ten', 10, { seeds: 10 }],
    ['ten', 9, { refused: 'Only 9 seeds of dish 3 are left.' }],
    ['rest', 9, { seeds: 9 }],
    ['rest', 0, { refused: 'All 100 seeds of dish 3 are called.' }],
  ] as const)('calls %s with %d left: %o', (mode, left, says) => {
    expect(seedsCalled(mode, 'normal', true, dish(left))).toEqual(says);
  });

  test('of hard and fresh seed waits for the count that ends the test', () => {
    for (const one of ['hard', 'fresh'] as const) {
      expect(seedsCalled('one', one, false, dish(5))).toHaveProperty('refused');
      expect(seedsCalled('one', one, true, dish(5))).toEqual({ seeds: 1 });
    }
    for (const one of ['normal', 'abnormal', 'dead'] as const)
      expect(seedsCalled('one', one, false, dish(5))).toEqual({ seeds: 1 });
  });
});

test('a dish is closed when the count before is kept, and at the last count when every seed is called', () => {
  const dish = (left: number) => ({ number: 3, seeds: 100, left });
  expect(whyNotClosed(true, true, dish(0))).toMatch(/still being saved/);
  expect(whyNotClosed(false, true, dish(1))).toBe('1 seed of dish 3 still to call.');
  expect(whyNotClosed(false, true, dish(0))).toBeNull();
  expect(whyNotClosed(false, false, dish(60))).toBeNull();
});

describe('kinds of a class', () => {
  const dish = { number: 2, seeds: 100, left: 5 };
  test('where they are told apart the class itself asks for its kind, and the kind is called', () => {
    const told = ['damaged', 'deformed', 'decayed'] as const;
    expect(seedsCalled('one', 'abnormal', true, dish, { told })).toEqual({
      refused: 'Which kind of abnormal? 6 damaged, 7 deformed, 8 decayed.',
    });
    expect(seedsCalled('one', 'abnormal', true, dish, { told, part: 'decayed' })).toEqual({ seeds: 1 });
    expect(seedsCalled('rest', 'abnormal', true, dish, { told, part: 'decayed' })).toEqual({ seeds: 5 });
    expect(seedsCalled('one', 'normal', true, dish, { told: [] })).toEqual({ seeds: 1 });
  });
  test('are sent where every seed of their class was told, 0 among them; else none', () => {
    const counts = { normal: 90, abnormal: 4, hard: 0, fresh: 0, dead: 6 };
    expect(partsToSend(counts, { damaged: 3, decayed: 1 }, ['abnormal', 'dead'])).toEqual({
      damaged: 3,
      deformed: 0,
      decayed: 1,
    });
    expect(partsToSend(counts, { damaged: 3 }, ['abnormal'])).toEqual({});
    expect(partsToSend({ ...counts, dead: 0 }, {}, ['dead'])).toEqual({ empty: 0, embryoless: 0, insect: 0 });
    expect(partsToSend(counts, { damaged: 3, decayed: 1 }, [])).toEqual({});
  });
  test('each has a key of its own, and none that a class has', () => {
    const keys = Object.values(PART_KEYS);
    expect(new Set([...keys, '1', '2', '3', '4', '5']).size).toBe(keys.length + 5);
  });
});
