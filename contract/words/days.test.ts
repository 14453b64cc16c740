import fc from 'fast-check';
import { expect, it } from 'vitest';
import { shortDayOf, wholeDayOf } from './days.ts';

// Source: Intl.DateTimeFormat (CLDR), en-GB day first and en-US month first; its British "Sept" is "Sep" here.
it.each([
  ['en-GB', 'day first'],
  ['en-US', 'month first'],
] as const)('writes days as %s does', (locale, order) => {
  const form = (options: Intl.DateTimeFormatOptions) =>
    new Intl.DateTimeFormat(locale, { ...options, timeZone: 'UTC' });
  const short = form({ day: 'numeric', month: 'short' });
  const whole = form({ day: 'numeric', month: 'short', year: 'numeric' });
  fc.assert(
    fc.property(fc.date({ min: new Date('1900-01-01'), max: new Date('2199-12-31'), noInvalidDate: true }), (date) => {
      const iso = date.toISOString().slice(0, 10);
      expect(shortDayOf(iso, order)).toBe(short.format(date).replace('Sept', 'Sep'));
      expect(wholeDayOf(iso, order)).toBe(whole.format(date).replace('Sept', 'Sep'));
    }),
  );
});

it('writes the year first as ISO 8601 does', () => {
  expect([shortDayOf('2026-09-04', 'year first'), wholeDayOf('2026-09-04', 'year first')]).toEqual([
    '2026-09-04',
    '2026-09-04',
  ]);
});

it('says the day first to whoever never said', () => {
  expect([shortDayOf('2026-09-04'), wholeDayOf('2026-09-04')]).toEqual(['4 Sep', '4 Sep 2026']);
});
