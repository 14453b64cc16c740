import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { AOSA, ISTA } from '../testing/books.ts';
import { type ClosedDays, isClosed } from '../units/closedDays.ts';
import { addDays, daysBetween } from '../units/days.ts';
import { judgeCountDays } from './judgeCountDays.ts';
import { moveRulesOf, movesOf, openDayNear } from './openDays.ts';
import { openSetUps, planCalendar } from './planTest.ts';

const WEEKEND: ClosedDays = { week: 'sat-sun', days: [] };
// 2026-12-05 is a Saturday: Source: the calendar.
describe('days on which nobody is at the bench', () => {
  it('are left for the nearest open one that is allowed, the later of two', () => {
    const near = (date: string, earlier: number, later: number) => openDayNear(date, WEEKEND, { earlier, later });
    expect(near('2026-12-04', 0, 0)).toBe('2026-12-04');
    expect(near('2026-12-05', 3, 3)).toBe('2026-12-04');
    expect(near('2026-12-06', 3, 3)).toBe('2026-12-07');
    expect(near('2026-12-05', 0, 3)).toBe('2026-12-07');
    expect(near('2026-12-05', 0, 2)).toBe('2026-12-07');
    expect(near('2026-12-05', 0, 1)).toBeNull();
    expect(near('2026-12-06', 2, 0)).toBe('2026-12-04');
    expect(near('2026-12-06', 1, 0)).toBeNull();
    // A holiday in the middle of the week: as near before as after.
    expect(openDayNear('2026-12-02', { week: 'none', days: ['2026-12-02'] }, { earlier: 1, later: 1 })).toBe(
      '2026-12-03',
    );
  });
});

// Source: ISTA and AOSA/FSA, days of the counts (from memory), as `judgeCountDays` judges them.
describe('what a book lets counts be moved by', () => {
  it('follows from its rows', () => {
    expect(movesOf(moveRulesOf(ISTA), 10)).toEqual({
      'first-count': { earlier: 0, later: 3 },
      'interim-count': { earlier: 2, later: 2 },
      'final-count': { earlier: 0, later: 7 },
    });
    // Half of 28 days is longer than 7.
    expect(movesOf(moveRulesOf(ISTA), 28)['final-count']).toEqual({ earlier: 0, later: 14 });
    expect(movesOf(moveRulesOf(AOSA), 28)).toMatchObject({
      'first-count': { earlier: 3, later: 3 },
      'final-count': { earlier: 0, later: 0 },
    });
  });

  it('never moves a count to a day that its own book does not permit', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(ISTA, AOSA),
        fc.integer({ min: 0, max: 27 }),
        fc.integer({ min: 3, max: 10 }),
        fc.integer({ min: 0, max: 30 }),
        fc.constantFrom('sun', 'sat-sun', 'fri-sat'),
        fc.uniqueArray(fc.integer({ min: 0, max: 60 }), { maxLength: 6 }),
        (edition, start, firstCountDay, more, week, holidays) => {
          const setUpDate = addDays('2026-12-01', start);
          const plan = { setUpDate, prechillDays: 0, firstCountDay, finalCountDay: firstCountDay + more };
          const closed: ClosedDays = { week, days: holidays.map((one) => addDays('2026-12-01', one)) };
          const calendar = planCalendar(plan, { closed, rules: moveRulesOf(edition) });
          const bare = planCalendar(plan);
          expect(calendar.map(({ what, day }) => [what, day])).toEqual(bare.map(({ what, day }) => [what, day]));
          calendar.forEach((event, i) => {
            expect(isClosed(event.date, closed)).toBe(event.closed);
            expect(event.movedFrom ?? event.date).toBe(bare[i]?.date);
            const before = calendar[i - 1];
            if (before && event.what === 'final-count') expect(event.date >= before.date).toBe(true);
          });
          const on = (what: string) => {
            const found = calendar.find((event) => event.what === what);
            return found && !found.closed ? daysBetween(setUpDate, found.date) : null;
          };
          const [first, final] = [on('first-count'), on('final-count')];
          if (final === null) return;
          const { outcome } = judgeCountDays(edition, {
            prescribed: { first: firstCountDay, final: plan.finalCountDay },
            dishes: [{ first: first ?? (more === 0 ? null : firstCountDay), final, cause: null }],
            legume: false,
          });
          expect(outcome === 'within' || outcome === 'near').toBe(true);
        },
      ),
    );
  });

  it('offers set-ups whose every day finds somebody there', () => {
    const bench = { closed: WEEKEND, rules: moveRulesOf(AOSA) };
    // Set up on Thursday the 3rd with a final count of day 10: Sunday the 13th, which this book does not let be moved.
    const plan = { setUpDate: '2026-12-03', prechillDays: 0, firstCountDay: 4, finalCountDay: 10 };
    const last = planCalendar(plan, bench).at(-1);
    expect(last).toMatchObject({ date: '2026-12-13', closed: true, movedFrom: null });
    // Friday's final count is on Monday; Saturday and Sunday set nothing up; Wednesday's is on Saturday.
    expect(openSetUps(plan, bench)).toEqual(['2026-12-04', '2026-12-07', '2026-12-08']);
    const ista = planCalendar(plan, { ...bench, rules: moveRulesOf(ISTA) });
    expect(ista.at(-1)).toMatchObject({ date: '2026-12-14', movedFrom: '2026-12-13', closed: false });
  });
});
