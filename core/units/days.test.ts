import { isMainThread } from 'node:worker_threads';
import fc from 'fast-check';
import { afterEach, describe, expect, it } from 'vitest';
import { addDays, dayFault, daysBetween, lastDayAfter, LATE_DAYS } from './days.ts';

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

  // Source: the IANA time zone data base: Samoa had no 30 December 2011, Brazil no midnight on 4 November 2018.
  describe.each([
    ['Pacific/Apia', () => new Date(2011, 11, 30).getDate() === 31],
    ['America/Sao_Paulo', () => new Date(2018, 10, 4).getHours() === 1],
  ])('on a machine that stands in %s', (zone, lacks) => {
    const home = process.env.TZ;
    afterEach(() => {
      if (home === undefined) delete process.env.TZ;
      else process.env.TZ = home;
    });
    // The runner of mutants tests in a thread, and a thread cannot move the clock of its process.
    it.runIf(isMainThread)('are those of the calendar, also where its clock leaves one out', () => {
      process.env.TZ = zone;
      expect(lacks()).toBe(true);
      const iso = (time: number) => new Date(time).toISOString().slice(0, 10);
      for (let time = Date.UTC(2011, 0, 1); time < Date.UTC(2019, 0, 1); time += 86_400_000) {
        expect(addDays(iso(time), 1)).toBe(iso(time + 86_400_000));
        expect(daysBetween(iso(time), iso(time + 86_400_000))).toBe(1);
      }
    });
  });

  it('are read anew when more of them were read than are kept', () => {
    for (let i = 0; i < 10_100; i += 1) expect(daysBetween('2000-01-01', addDays('2000-01-01', i))).toBe(i);
    expect(addDays('2000-02-28', 1)).toBe('2000-02-29');
  });

  // Source: the calendar; a month that is shorter ends earlier.
  it.each([
    ['2026-08-31', 6, '2027-02-28'],
    ['2027-08-01', 6, '2028-02-29'],
    ['2026-11-30', 0, '2026-11-30'],
    ['2026-11-01', 1, '2026-12-31'],
    ['2026-11-01', 2, '2027-01-31'],
  ])('the month of %s and %i months end on %s', (from, months, to) => {
    expect(lastDayAfter(from, months)).toBe(to);
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
