import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { inShort } from '../testing/inShort.ts';
import { DATE_ORDERS, type DateOrder, writtenDate } from './writtenDate.ts';
import { markOf, writtenFigure } from './writtenFigure.ts';

const reading = (order: DateOrder | null, shortYears: 'this century' | 'not in the future' | null = null) => ({
  order,
  shortYears,
  thisYear: 2026,
});

describe('a written date', () => {
  // Source: Intl.DateTimeFormat (CLDR) writes the dates: en-GB day first, en-US month first, sv-SE year first, and in words.
  const locales = { 'day first': 'en-GB', 'month first': 'en-US', 'year first': 'sv-SE' } as const;
  it('is read back from what people of either order write, and asked where both orders are possible', () => {
    fc.assert(
      fc.property(
        fc.date({ min: new Date('1950-01-01'), max: new Date('2026-12-31'), noInvalidDate: true }),
        fc.constantFrom(...DATE_ORDERS),
        (day, order) => {
          const iso = day.toISOString().slice(0, 10);
          const written = new Intl.DateTimeFormat(locales[order], { timeZone: 'UTC', dateStyle: 'short' })
            .formatToParts(day)
            .map(({ type, value }) => (type === 'year' ? String(day.getUTCFullYear()) : value))
            .join('');
          expect(writtenDate(written, reading(order))).toEqual({ ok: true, date: iso });
          const unsure = writtenDate(written, reading(null));
          const both = day.getUTCDate() <= 12 && day.getUTCDate() !== day.getUTCMonth() + 1 && order !== 'year first';
          expect(unsure).toEqual(both ? expect.objectContaining({ asks: ['order'] }) : { ok: true, date: iso });
          for (const [locale, dateStyle] of [
            ['en-GB', 'long'],
            ['en-US', 'long'],
            ['en-US', 'medium'],
          ] as const)
            expect(
              writtenDate(new Intl.DateTimeFormat(locale, { timeZone: 'UTC', dateStyle }).format(day), reading(null)),
            ).toEqual({ ok: true, date: iso });
        },
      ),
    );
  });

  it.each([
    ['3/4/21', reading(null), ['order', 'shortYears']],
    ['25/4/21', reading(null), ['order', 'shortYears']],
    ['3/4/21', reading('day first'), ['shortYears']],
    ['Apr 21', reading(null), ['shortYears']],
  ] as const)('%s is asked, not guessed', (text, how, asks) => {
    expect(writtenDate(text, how)).toMatchObject({ ok: false, asks });
  });

  it.each([
    ['3/4/21', reading('day first', 'this century'), '2021-04-03'],
    ['3/4/21', reading('month first', 'this century'), '2021-03-04'],
    ['3/4/21', reading('year first', 'this century'), '2003-04-21'],
    ['3.4.98', reading('day first', 'not in the future'), '1998-04-03'],
    ['3.4.26', reading('day first', 'not in the future'), '2026-04-03'],
    ['2021', reading(null), '2021'],
    ['9/2021', reading(null), '2021-09'],
    ['2021-09', reading(null), '2021-09'],
    ['Sept. 2021', reading(null), '2021-09'],
    ['2021-09-03T10:00', reading(null), '2021-09-03'],
  ] as const)('%s with %j is %s', (text, how, date) => {
    expect(writtenDate(text, how)).toEqual({ ok: true, date });
  });

  it.each([
    ['31/2/2021', 'date.no-such-day 31/2/2021'],
    ['2021-13', 'date.no-such-month 2021-13 13'],
    ['13/13/2021', 'date.no-such-day 13/13/2021'],
    ['autumn 2021', 'date.no-month-word autumn'],
    // Source: day 44289 of the 1900 date system of spreadsheets is 3 April 2021 (ECMA-376 part 1, 18.17.4.1).
    ['44289', 'date.count-of-days 44289 2021-04-03'],
    ['3/21', 'date.no-year 3/21'],
    ['soon', 'date.no-date soon'],
  ])('%s is refused, and why is said', (text, why) => {
    const found = writtenDate(text, reading('day first', 'this century'));
    expect(found.ok || !found.why ? '' : inShort(found.why)).toBe(why);
  });
});

describe('a written figure', () => {
  // Source: Intl.NumberFormat (CLDR): en parts tenths with a point, de with a comma, fr groups with a narrow blank.
  it('is read back from what either hand writes, and asked where it can be read both ways', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 9_999_999 }), fc.integer({ min: 0, max: 3 }), (digits, places) => {
        const value = digits / 10 ** places;
        const write = (locale: string) =>
          new Intl.NumberFormat(locale, { minimumFractionDigits: places, maximumFractionDigits: places }).format(value);
        expect(writtenFigure(write('en'), '.')).toBe(value.toFixed(places));
        expect(writtenFigure(write('de'), ',')).toBe(value.toFixed(places));
        expect(writtenFigure(write('fr'), ',')).toBe(value.toFixed(places));
        for (const [locale, mark] of [
          ['en', '.'],
          ['de', ','],
        ] as const) {
          const found = markOf([write(locale)]);
          // Never the other mark: either it is certain, or nothing depends on it, or somebody is asked.
          expect([mark, 'none', 'open']).toContain(found);
          if (found === 'none') expect(writtenFigure(write(locale), '.')).toBe(writtenFigure(write(locale), ','));
        }
      }),
    );
    expect(markOf(['1,234'])).toBe('open');
    expect(markOf(['2,5', '1.234'])).toBe('open');
    expect(markOf(['2,5', '2.5'])).toBe('open');
    expect(markOf(['2,5', '50'])).toBe(',');
  });
});

describe('what is no date, or half of one', () => {
  it.each([
    ['  2021  ', '2021'],
    ['2021.9', '2021-09'],
    ['2021 12', '2021-12'],
    ['12 2021', '2021-12'],
    ['12-2021', '2021-12'],
    ['2021/09/03', '2021-09-03'],
    ['2021-09-03 10:00:00', '2021-09-03'],
    ['3rd Apr 2021', '2021-04-03'],
    ['3. April 2021', '2021-04-03'],
    ['3-Apr-2021', '2021-04-03'],
    ['April 3rd, 2021', '2021-04-03'],
    ['April, 2021', '2021-04'],
    ['Apr.2021', '2021-04'],
    ['Sept 2021', '2021-09'],
    ['sep 2021', '2021-09'],
    ['JANUARY 2021', '2021-01'],
    ['Apr ’21', '2021-04'],
    ['1/1/2021', '2021-01-01'],
    ['31/12/2021', '2021-12-31'],
    ['12/31/2021', '2021-12-31'],
    ['29/2/2024', '2024-02-29'],
    ['4/4/2021', '2021-04-04'],
  ])('%s is %s, however its reader writes', (text, date) => {
    expect(writtenDate(text, reading(null, 'this century'))).toEqual({ ok: true, date });
  });
  // Source: the calendar, and the rule that nothing is read which is not all of a date.
  it.each([
    'x2021',
    '2021x',
    '12021',
    '123456',
    '1/2/3/2021',
    'x 3/4/2021',
    '3/4/2021 x',
    '3/4/202',
    '2021-4-3x',
    'a2021-04',
    '2021-041',
    '041-2021',
    '123-2021',
    '12-20211',
    '2021-00',
    '0/2021',
    '29/2/2023',
    '0/4/2021',
    '32/4/2021',
    '3/0/2021',
    '3 Apr 4 2021',
    'x3 Apr 2021',
    '3 Apr 2021 x',
    '333 Apr 2021',
    'Apr 2021 3',
    'mayo 2021',
    '3/4x',
    'x3/4',
    '333/4',
  ])('%s is none', (text) => {
    expect(writtenDate(text, reading('day first', 'this century')).ok).toBe(false);
  });
  it('says what is missing: a year, a month that is known, or one reading of two', () => {
    const why = (text: string, how = reading('day first', 'this century')) => {
      const found = writtenDate(text, how);
      return found.ok ? found.date : found.why && inShort(found.why);
    };
    for (const text of ['3/4', '13/12', '3.4.', '31 12']) expect(why(text)).toBe(`date.no-year ${text}`);
    expect(why('3 Apr 4 2021')).toBe('date.two-days 3 Apr 4 2021');
    expect(why('y'.repeat(60))).toBe(`date.no-date ${'y'.repeat(40)}`);
    expect(why('25/4/2021', reading('month first'))).toBe('date.not-in-order 25/4/2021 month first');
    expect(why('3/4/2021', reading('year first'))).toBe('date.not-in-order 3/4/2021 year first');
    expect(why('3/4/2021', reading(null))).toBeNull();
    // The order is known, the century is not; or the other way round.
    expect(writtenDate('3/4/21', reading(null, 'this century'))).toMatchObject({ asks: ['order'] });
    expect(writtenDate('3/4/2021', reading(null))).toMatchObject({ asks: ['order'] });
  });
  it('a short year is of this century, or the newest that is not to come', () => {
    const year = (text: string, how: 'this century' | 'not in the future') => {
      const found = writtenDate(text, reading('day first', how));
      return found.ok ? found.date.slice(0, 4) : found.why;
    };
    expect([year('1/2/26', 'not in the future'), year('1/2/27', 'not in the future')]).toEqual(['2026', '1927']);
    expect([
      year('1/2/27', 'this century'),
      year('Feb 98', 'this century'),
      year('Feb 98', 'not in the future'),
    ]).toEqual(['2027', '2098', '1998']);
  });
});

describe('a figure of one hand', () => {
  it.each([
    [' 5.1 ', '.', '5.1'],
    ['1 234 567', '.', '1234567'],
    ['1’234.5', '.', '1234.5'],
    ['1,234,567.25', '.', '1234567.25'],
    ['12,345', '.', '12345'],
    ['1.234.567', ',', '1234567'],
    ['12.345', ',', '12345'],
    ['1,5', '.', null],
    ['1.5', ',', null],
    ['x1,234', '.', null],
    ['1,234x', '.', null],
    ['x1.234', ',', null],
    ['1.234x', ',', null],
    ['1,23', '.', null],
    ['1234,567', '.', null],
    ['1234.567', ',', null],
    ['.5', '.', null],
    ['5.', '.', null],
    ['', '.', null],
  ] as const)('%s with %s is %s', (text, mark, figure) => {
    expect(writtenFigure(text, mark)).toBe(figure);
  });
  it('shows its mark where only one reading is possible', () => {
    expect([markOf(['2.5']), markOf(['2,5']), markOf(['5', '7']), markOf([])]).toEqual(['.', ',', 'none', 'none']);
    expect([markOf(['2.5', '2,5']), markOf(['5', '2.5', '7.25'])]).toEqual(['open', '.']);
    expect(markOf(['no figure'])).toBe('none');
  });
});
