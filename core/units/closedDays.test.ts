import { expect, it } from 'vitest';
import { type ClosedDays, isClosed } from './closedDays.ts';
import { weekdayOf } from './days.ts';

// Source: the calendar: 5 December 2026 is a Saturday.
it('closed days are days of the week and single days', () => {
  const week = ['2026-12-03', '2026-12-04', '2026-12-05', '2026-12-06', '2026-12-07'];
  expect(week.map(weekdayOf)).toEqual([4, 5, 6, 0, 1]);
  expect(() => weekdayOf('2026-02-30')).toThrow(/^date:/);
  const of = (closed: ClosedDays) => week.filter((one) => isClosed(one, closed)).map((one) => one.slice(8));
  expect(of({ week: 'none', days: [] })).toEqual([]);
  expect(of({ week: 'sun', days: [] })).toEqual(['06']);
  expect(of({ week: 'sat-sun', days: [] })).toEqual(['05', '06']);
  expect(of({ week: 'fri-sat', days: ['2026-12-07'] })).toEqual(['04', '05', '07']);
});
