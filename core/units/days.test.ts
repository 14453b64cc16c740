import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { addDays, dayFault, daysBetween, LATE_DAYS } from './days.ts';

describe('calendar days', () => {
  // Source: the calendar: 2028 is a leap year, 2027 is none; summer time plays no part.
  it.each([
    ['2028-02-28', 1, '2028-02-29'],
    ['2027-02-28', 1, '2027-03-01'],
    ['2026-12-31', 1, '2027-01-01'],
    ['2026-03-29', -1, '2026-03-28'],
    ['2026-10-24', 2, '2026-10-26'],
  ])('%s and %i days make %s', (from, days, to) => {
    expect(addDays(from, days)).toBe(to);
    expect(daysBetween(from, to)).toBe(days);
  });

  it('going there and back is going nowhere', () => {
    fc.assert(
      fc.property(fc.integer({ min: -20_000, max: 20_000 }), fc.integer({ min: -2000, max: 2000 }), (start, days) => {
        const from = addDays('2000-01-01', start);
        expect(addDays(addDays(from, days), -days)).toBe(from);
        expect(daysBetween(from, addDays(from, days))).toBe(days);
      }),
    );
  });

  it('refuses what is no date, by its name', () => {
    expect(() => addDays('2026-02-30', 1, 'setUpDate')).toThrow(/^setUpDate: argument.date/);
    expect(() => daysBetween('2026-02-01', '1.2.2026')).toThrow(/^to: argument.date/);
    expect(() => daysBetween('', '2026-02-01')).toThrow(/^from: argument.date/);
  });
});

describe('the day on which something was seen', () => {
  const today = '2026-11-24';
  // Source: the limit is common practice, no source; the order of days is plain.
  it('is never the future, and never before what it depends on', () => {
    expect(dayFault('2026-11-25', today, null, true)).toBe('future');
    expect(dayFault('2026-11-24', today, null, false)).toBeNull();
    expect(dayFault('2026-11-22', today, '2026-11-23', true)).toBe('before');
    expect(dayFault('2026-11-23', today, '2026-11-23', false)).toBeNull();
  });

  it('asks why it is written down late beyond three days, and not at three', () => {
    expect(dayFault(addDays(today, -LATE_DAYS), today, null, false)).toBeNull();
    expect(dayFault(addDays(today, -LATE_DAYS - 1), today, null, false)).toBe('late');
    expect(dayFault(addDays(today, -LATE_DAYS - 1), today, null, true)).toBeNull();
  });
});
