import 'fake-indexeddb/auto';
import { act, renderHook, waitFor } from '@testing-library/react';
import fc from 'fast-check';
import { afterEach, expect, test, vi } from 'vitest';
import type { DishView } from '@mercato/contract/germination/germination';
import { CLASSES, type Counts, NO_COUNTS, perClass } from '@mercato/core/units/seedCounts';
import { partsOf, SEED_PARTS } from '@mercato/core/units/seedParts';
import { fakeServer, type Fate } from '../testing/fakeServer.ts';
import { difference, useTally } from './useTally.ts';

afterEach(() => {
  vi.unstubAllGlobals();
});

const dish = (number: number) =>
  ({
    id: `dish ${number}`,
    number,
    seeds: 100,
    days: [],
    tallies: [],
    held: { turn: 0, holder: null, taken: 0 },
  }) as unknown as DishView;
const DISHES = [dish(1), dish(2)];
const step = fc.record({
  day: fc.constantFrom(4, 10),
  dish: fc.nat(1),
  seedClass: fc.constantFrom(...CLASSES),
  seeds: fc.constantFrom(1, 10),
  back: fc.boolean(),
});

test('a station shows, for each dish and count day, what was pressed there and not taken back', async () => {
  fakeServer(Array.from({ length: 1000 }, (): Fate => 'lost')); // nothing is sent: all of it is this station's
  await fc.assert(
    fc.asyncProperty(fc.array(step, { maxLength: 12 }), async (steps) => {
      const person = crypto.randomUUID();
      const { result, rerender, unmount } = renderHook(({ day }) => useTally(person, 'test', day, async () => {}), {
        initialProps: { day: 4 },
      });
      await waitFor(() => {
        expect(result.current.ready).toBe(true);
      });
      const pressed = new Map<string, { seedClass: keyof Counts; seeds: number }[]>();
      for (const one of steps) {
        rerender({ day: one.day });
        const at = DISHES[one.dish] ?? dish(1);
        const mine = pressed.get(`${at.id} ${one.day}`) ?? [];
        pressed.set(`${at.id} ${one.day}`, mine);
        act(() => {
          if (one.back) expect(result.current.takeBack(at)).toBe(mine.pop() !== undefined);
          else {
            result.current.press(at, [{ seedClass: one.seedClass, seeds: one.seeds }]);
            mine.push(one);
          }
        });
      }
      for (const day of [4, 10]) {
        rerender({ day });
        for (const at of DISHES) {
          const want = { ...NO_COUNTS };
          for (const one of pressed.get(`${at.id} ${day}`) ?? []) want[one.seedClass] += one.seeds;
          expect(result.current.of(at)).toEqual(want);
        }
      }
      unmount();
    }),
    { numRuns: 30 },
  );
});

test('typed figures become the keys that lead there from what is shown, kinds within their class', () => {
  const called = fc
    .record({
      counts: fc.record(perClass(() => fc.nat(100))),
      parts: fc.record(
        Object.fromEntries(SEED_PARTS.map((one) => [one, fc.nat(9)])) as Record<string, fc.Arbitrary<number>>,
        {
          requiredKeys: [],
        },
      ),
    })
    // A class holds at least its kinds.
    .map(({ counts, parts }) => ({
      parts,
      counts: perClass((one) => counts[one] + partsOf(one).reduce((sum, part) => sum + (parts[part] ?? 0), 0)),
    }));
  fc.assert(
    fc.property(called, called, (from, to) => {
      const counts = { ...from.counts };
      const parts: Record<string, number | undefined> = { ...from.parts };
      const keys = difference(from, to);
      for (const one of keys) {
        counts[one.seedClass] += one.seeds;
        if (one.part) parts[one.part] = (parts[one.part] ?? 0) + one.seeds;
      }
      expect(counts).toEqual(to.counts);
      for (const part of SEED_PARTS) expect(parts[part] ?? 0).toBe(to.parts[part as keyof typeof to.parts] ?? 0);
      expect(keys.every((one) => one.seeds !== 0)).toBe(true);
    }),
  );
});

test('a kind counts for its class, and is taken back with it', async () => {
  fakeServer(Array.from({ length: 100 }, (): Fate => 'lost'));
  const { result } = renderHook(() => useTally(crypto.randomUUID(), 'test', 4, async () => {}));
  await waitFor(() => {
    expect(result.current.ready).toBe(true);
  });
  const at = {
    ...dish(1),
    tallies: [{ day: 4, counts: { ...NO_COUNTS, abnormal: 3 }, parts: { damaged: 2 } }],
  } as DishView;
  act(() => {
    result.current.press(at, [{ seedClass: 'abnormal', part: 'decayed', seeds: 1 }]);
  });
  expect(result.current.all(at)).toEqual({ counts: { ...NO_COUNTS, abnormal: 4 }, parts: { damaged: 2, decayed: 1 } });
  act(() => {
    result.current.takeBack(at);
  });
  expect(result.current.all(at)).toEqual({ counts: { ...NO_COUNTS, abnormal: 3 }, parts: { damaged: 2, decayed: 0 } });
});
