import { describe, expect, it } from 'vitest';
import { ISTA } from '../testing/books.ts';
import { moveRulesOf } from './openDays.ts';
import { type Bench, dayZero, lastPermitted, missingForPlan, planCalendar } from './planTest.ts';

describe('the calendar of a test', () => {
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

// Source: common practice; a count looks at the water too.
it('moistening comes every so many days of the test, on none with a count, and moves by a day off a closed one', () => {
  const plan = { setUpDate: '2026-12-01', firstCountDay: 4, finalCountDay: 10, prechillDays: 0, moistenDays: 2 };
  const wet = (bench?: Bench) => planCalendar(plan, bench).flatMap((one) => (one.what === 'moisten' ? [one.date] : []));
  expect(wet()).toEqual(['2026-12-03', '2026-12-07', '2026-12-09']);
  const closed = (days: string[]): Bench => ({
    closed: { week: 'none', days },
    rules: { first: { earlier: 0, later: 0 }, finalLater: 0, finalShare: null },
  });
  expect(wet(closed(['2026-12-07']))).toEqual(['2026-12-03', '2026-12-08', '2026-12-09']);
  expect(wet(closed(['2026-12-07', '2026-12-08']))).toEqual(['2026-12-03', '2026-12-06', '2026-12-09']);
  expect(planCalendar({ ...plan, moistenDays: 0 }).some((one) => one.what === 'moisten')).toBe(false);
  expect(() => planCalendar({ ...plan, moistenDays: -1 })).toThrow(/^moistenDays/);
});

// Source: ISTA, germination, duration: extended by 7 days, or by half of the prescribed time where that is longer (from memory).
it('the last permitted day is the final one with what its edition adds', () => {
  const at = (finalCountDay: number, prechillDays = 0) =>
    lastPermitted(
      { setUpDate: '2026-12-01', firstCountDay: 4, finalCountDay, prechillDays },
      { closed: { week: 'none', days: [] }, rules: moveRulesOf(ISTA) },
    );
  expect([at(10), at(14), at(16), at(10, 7)]).toEqual(['2026-12-18', '2026-12-22', '2026-12-25', '2026-12-25']);
});
