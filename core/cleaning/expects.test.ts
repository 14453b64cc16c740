// Source: arithmetic and order of what was noted; what each sign speaks of is common practice, no source.
import { describe, expect, it } from 'vitest';
import { cameOff, ended, kg, looked, NO_BUSHEL, pass, picked } from '../testing/shedBook.ts';
import { readBook } from './batchBook.ts';
import type { BookLine } from './bookState.ts';
import type { ShedEntry } from './entries.ts';
import { expectsOf, seedPerPlant } from './expects.ts';

const DAY = 24 * 60;
const bookOf = (lines: readonly BookLine[]) => readBook(lines, NO_BUSHEL);
/** Lines with the minutes at which they were seen. */
const expects = (...lines: readonly (readonly [number, ShedEntry])[]) =>
  expectsOf(bookOf(lines.map(([minutes, entry]) => ({ at: minutes * 60_000, entry }))));
const free = (id: string) => pass(id, ['heap'], { method: 'free', settings: { how: 'scoop', blunt: true } });
const soak = (id: string, from: string) =>
  pass(id, [from], { method: 'ferment', settings: { school: 'still', warmthC: null, in: '' } });
const seen = (of: string, sinkers: number | null, floaters: number | null, did: 'looked' | 'mould' = 'looked') =>
  ({ what: 'soak', pass: of, did, sinkers, floaters, note: '' }) as const;

describe('what notes let one expect', () => {
  it('is nothing where nothing was noted', () => {
    expect(expects([0, picked('heap', kg('1'))])).toEqual([]);
  });

  it('is fewer sprouts of unripe heads, each sign once, and whether they were kept knowingly', () => {
    const unripe = (more: object) => ({ ...picked('heap', kg('1')), ...more });
    expect(expects([0, unripe({ unripe: ['green-head'] })])).toEqual([{ is: 'unripe', knowingly: false }]);
    expect(expects([0, unripe({ keptUnripe: true })])).toEqual([{ is: 'unripe', knowingly: true }]);
    expect(
      expects(
        [0, unripe({ unripe: ['green-head', 'white-seed'] })],
        [1, { ...unripe({ unripe: ['white-seed'], keptUnripe: true }), into: { vessel: 'heap' } }],
      ),
    ).toEqual([{ is: 'unripe', knowingly: true }]);
  });

  it('is how long fruit lay, in whole days from the last picking until it was opened', () => {
    const after = (minutes: number) => expects([0, picked('heap', kg('1'))], [minutes, free('a')]);
    expect(after(DAY - 1)).toEqual([]);
    expect(after(DAY)).toEqual([{ is: 'fruit-lay', days: 1 }]);
    expect(after(2 * DAY - 1)).toEqual([{ is: 'fruit-lay', days: 1 }]);
    const again = { ...picked('heap', kg('1')), into: { vessel: 'heap' } };
    expect(expects([0, picked('heap', kg('1'))], [DAY, again], [3 * DAY, free('a')])).toEqual([
      { is: 'fruit-lay', days: 2 },
    ]);
    // Dry seed that waits is not fruit.
    expect(expects([0, picked('heap', kg('1'))], [9 * DAY, pass('a', ['heap'], { method: 'stomp' })])).toEqual([]);
  });

  it('is what floated at the last count, and mould', () => {
    const jar = [
      [0, picked('heap', kg('1'))],
      [1, free('a')],
      [2, cameOff('a', 'clean', 'jar', kg('0.3'))],
      [3, ended('a')],
      [4, soak('b', 'jar')],
    ] as const;
    expect(expects(...jar, [5, seen('b', 60, 22)], [6, seen('b', 70, 12)])).toEqual([
      { is: 'floated', floaters: 12, of: 82 },
    ]);
    expect(expects(...jar, [5, seen('b', 60, 22)], [6, seen('b', 82, 0)])).toEqual([]);
    expect(expects(...jar, [5, seen('b', 60, 22)], [6, seen('b', null, 12)])).toEqual([
      { is: 'floated', floaters: 22, of: 82 },
    ]);
    expect(expects(...jar, [5, seen('b', null, null, 'mould')])).toEqual([{ is: 'mould' }]);
  });
});

describe('seed of a plant', () => {
  const of = (plants: number | null, claimPerPlant: number | null, id = 'heap') => ({
    ...picked('heap', kg('1')),
    into: id === 'heap' ? picked('heap', null).into : { vessel: 'heap' },
    plants,
    claimPerPlant,
  });
  const each = (lines: readonly ShedEntry[], cleanG: number, tsw: number | null) =>
    seedPerPlant(bookOf(lines.map((entry, i) => ({ at: i * 60_000, entry }))), cleanG, tsw);

  it('is told only where each picking says of how many plants it is', () => {
    expect(each([of(null, 400)], 100, 5)).toBeNull();
    expect(each([of(2, null), of(null, null, 'again')], 100, 5)).toBeNull();
    expect(each([], 100, 5)).toBeNull();
  });

  it('is clean seed by the weight of a hundred over the plants, beside what is claimed', () => {
    // 100 g at 0.5 g a hundred are 20 000 seeds of 10 plants.
    expect(each([of(4, 2500), of(6, null, 'again')], 100, 5)).toEqual({
      plants: 10,
      claimed: 2500,
      counted: 2000,
      hundredSeedsG: 0.5,
    });
    expect(each([of(4, 1000), of(6, 2000, 'again')], 0, 5)).toMatchObject({ claimed: 1600, counted: null });
    expect(each([of(4, null)], 100, null)).toMatchObject({ claimed: null, counted: null, hundredSeedsG: null });
  });

  it('goes by the weight and the purity that were looked at in the clean seed', () => {
    const lines: ShedEntry[] = [
      of(10, null),
      pass('a', ['heap']),
      cameOff('a', 'clean', 'bin', kg('0.1')),
      looked('bin', { pure: { part: 90, of: 100, by: 'mass' }, hundredSeedsG: 0.25 }),
    ];
    expect(each(lines, 100, 5)).toMatchObject({ counted: 3600, hundredSeedsG: 0.25 });
  });
});
