import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { DATE_ORDERS, writtenDate, type DateOrder } from '../../units/writtenDate.ts';
import { markOf, writtenFigure } from '../../units/writtenFigure.ts';
import { headingsOf, proposeColumns, type ListColumn } from './columns.ts';
import { readList, type ListAnswers } from './readList.ts';

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
    ['31/2/2021', /no day of the calendar/],
    ['2021-13', /no month 13/],
    ['13/13/2021', /no day of the calendar/],
    ['autumn 2021', /“autumn” is no month/],
    // Source: day 44289 of the 1900 date system of spreadsheets is 3 April 2021 (ECMA-376 part 1, 18.17.4.1).
    ['44289', /would be 2021-04-03/],
    ['3/21', /no year of four digits/],
    ['soon', /is no date/],
  ])('%s is refused in plain words', (text, why) => {
    const found = writtenDate(text, reading('day first', 'this century'));
    expect(found.ok ? '' : found.why).toMatch(why);
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

// Invented lists; nothing of them is computed.
const COLUMNS: ListColumn[] = ['kind', 'variety', 'harvest', 'packed', 'amount', 'place', 'note'];
const answers = (change: Partial<ListAnswers> = {}): ListAnswers => ({
  columns: COLUMNS,
  order: null,
  shortYears: null,
  mark: null,
  bareAmounts: null,
  missingDate: null,
  unknownPlaces: null,
  percentOf: null,
  testDay: null,
  mended: {},
  leftOut: [],
  ...change,
});
const list = (...rows: string[]) => rows.map((row, i) => ({ line: i + 2, cells: row.split('|') }));
const read = (rows: ReturnType<typeof list>, change: Partial<ListAnswers> = {}) =>
  readList(rows, answers(change), 2026, (place) => place === 'drawer 1');

describe('a list of packets', () => {
  it('asks everything that can be read in two ways, and reads nothing of those lines before', () => {
    const rows = list(
      'leek|Winter|3/4/21||1,250|drawer 9|',
      'pea||2020|2020|50 seeds|drawer 1|from Fern',
      'dill||2019||ca. 2,5 g||',
    );
    const first = read(rows);
    expect(first.asks.map((one) => [one.question, one.samples])).toEqual([
      ['order', ['3/4/21']],
      ['shortYears', ['3/4/21']],
      ['mark', ['1,250', '2,5']],
      ['missingDate', ['line 2: only harvest 3/4/21', 'line 4: only harvest 2019']],
      ['unknownPlaces', ['drawer 9']],
    ]);
    expect(first.packets.map((one) => one.line)).toEqual([3]);
    const second = read(rows, {
      order: 'day first',
      shortYears: 'this century',
      mark: ',',
      missingDate: 'take the other',
      unknownPlaces: 'into the note',
    });
    // What 1,250 counts is asked only now: with the comma it is 1.250, which is no number of seeds.
    expect(second.asks.map((one) => one.question)).toEqual(['bareAmounts']);
    const third = read(rows, {
      order: 'day first',
      shortYears: 'this century',
      mark: ',',
      bareAmounts: 'g',
      missingDate: 'take the other',
      unknownPlaces: 'into the note',
    });
    expect(third.asks).toEqual([]);
    expect(third.faults).toEqual([]);
    expect(third.packets).toMatchObject([
      {
        harvestYear: 2021,
        harvestMonth: 4,
        packedOn: '2021-04-03',
        amount: { text: '1.250', unit: 'g' },
        place: '',
        note: 'lay in drawer 9',
      },
      { amount: { by: 'count', seeds: 50 }, place: 'drawer 1', note: 'from Fern' },
      { harvestMonth: null, packedOn: '2019', amount: { text: '2.5', unit: 'g' }, note: 'the list says ca. 2,5 g' },
    ]);
  });

  it('names each cell that cannot be; mended or left out, it counts no more', () => {
    const rows = list('|x|2021|2021|5 seeds||', 'pea||2021|2020|a few||', 'pea||1066|2020|2.5 seeds||', 'pea||||0 g||');
    const { faults } = read(rows);
    expect(faults).toEqual([
      { line: 2, column: 0, message: 'what it is, is missing' },
      { line: 3, column: 3, message: 'packed 2020, before its harvest 2021' },
      { line: 3, column: 4, message: '“a few” is no amount: write 50, 50 seeds or 2.5 g' },
      { line: 4, column: 2, message: '1066 is not between 1900 and 2026' },
      { line: 4, column: 4, message: '2.5 is no whole number of seeds' },
      { line: 5, column: 2, message: 'the year of harvest is missing' },
      { line: 5, column: 4, message: 'holds nothing: leave the line out' },
    ]);
    const mended = read(rows, {
      mended: { 2: { 0: 'bean' }, 3: { 3: '2021', 4: '12 seeds' }, 4: { 2: '2016', 4: '3 seeds' } },
      leftOut: [5],
    });
    expect([mended.faults, mended.packets.map((one) => one.kind)]).toEqual([[], ['bean', 'pea', 'pea']]);
  });

  // Source: common practice, no source: how people write a test beside a packet.
  it('brings earlier tests in with their day, and asks what a percentage is of and when it was', () => {
    const columns: ListColumn[] = ['kind', 'harvest', 'packed', 'amount', 'test', 'tested', 'note'];
    const rows = list(
      'leek|2021|2021|50 seeds|7/10|2022-03-01|',
      'leek|2021|2022-02|50 seeds|80 %||',
      'leek|2021|2021|50 seeds|8 of 9|2022|',
      'leek|2021|2021|50 seeds|-||',
      'leek|2021|2021|50 seeds|85 % of 20|2022-03-01|',
      'leek|2021|2021|50 seeds|11/10|2022-03-01|',
      'leek|2021|2021|50 seeds|good|2022-03-01|',
      'leek|2021|2021|50 seeds|7/10|2020|',
    );
    const told = (change: Partial<ListAnswers>) => {
      const found = read(rows, { columns, ...change });
      return { ...found, tests: found.packets.map(({ line, test }) => [line, test?.hits, test?.seeds, test?.on]) };
    };
    const first = told({});
    expect(first.asks.map((one) => [one.question, one.samples])).toEqual([['percentOf', ['80 %']]]);
    expect(first.faults.map((one) => [one.line, one.column, one.message])).toEqual([
      [7, 4, '11 sprouted are more than the 10 seeds'],
      [8, 4, '“good” is no test: write 7/10 or 80 %'],
      [9, 5, 'tested 2020, before its harvest 2021'],
    ]);
    expect(told({ percentOf: 25 }).asks.map((one) => one.question)).toEqual(['testDay']);
    const packed = told({ percentOf: 25, testDay: 'the day of packing' });
    expect(packed.tests).toEqual([
      [2, 7, 10, '2022-03-01'],
      [3, 20, 25, '2022-02-01'],
      [4, 8, 9, '2022-01-01'],
      [5, undefined, undefined, undefined],
      [6, 17, 20, '2022-03-01'],
    ]);
    expect(packed.packets[2]?.test?.words).toBe('the list says 8 of 9, 2022');
    const noted = told({ percentOf: 25, testDay: 'into the note' });
    expect(noted.packets[1]).toMatchObject({ test: null, note: 'test: 80 %' });
    // 83 % of ten seeds is no count of any; 33 % of three is one.
    const shares = (text: string, percentOf: number) =>
      read(list(`leek|2021|2021|50 seeds|${text}|2022-03-01|`), { columns, percentOf }).packets[0]?.test?.hits;
    expect([shares('83 %', 10), shares('33 %', 3), shares('82.5 %', 200), shares('100%', 7)]).toEqual([
      undefined,
      1,
      165,
      7,
    ]);
    expect(read(list('leek|2021|2021|50 seeds|83 %|2022-03-01|'), { columns, percentOf: 10 }).faults).toMatchObject([
      { message: '83 % of 10 seeds is no whole number' },
    ]);
    expect(read(list('leek|2021|2021|50 seeds|101 %|2022-03-01|'), { columns, percentOf: 10 }).faults).toMatchObject([
      { message: '101 % is more than all' },
    ]);
  });

  it('keeps the heading of what it cannot read', () => {
    const { packets } = readList(
      list('leek|2021|2021|50 seeds|pH 6|clay'),
      answers({ columns: ['kind', 'harvest', 'packed', 'amount', 'note', 'note'] }),
      2026,
      () => false,
      ['kind', 'harvest', 'packed', 'amount', 'Soil', 'Remarks'],
    );
    expect(packets[0]?.note).toBe('Soil: pH 6; clay');
  });

  it('calls no cell wrong before somebody said what its column is', () => {
    const rows = list('leek|x|a few|tomorrow|?|?|?');
    const columns = Array.from({ length: 7 }, (): ListColumn | null => null);
    expect(read(rows, { columns }).faults).toEqual([]);
    expect(read(rows, { columns: columns.with(2, 'amount') }).faults.map((one) => one.column)).toEqual([2]);
  });

  it('never loses a line: each is read, named, asked about, or left out by hand', () => {
    const cell = fc.oneof(
      fc.constantFrom('', '3/4/21', '2021', '50', '1,5', '1.234', 'ca. 20 seeds', '2 stone', 'drawer 1', '25/12/2020'),
      fc.string({ maxLength: 12 }),
    );
    fc.assert(
      fc.property(
        fc.array(fc.array(cell, { minLength: 7, maxLength: 7 }), { minLength: 1, maxLength: 8 }),
        fc.option(fc.constantFrom(...DATE_ORDERS)),
        fc.option(fc.constantFrom('.' as const, ',' as const)),
        (table, order, mark) => {
          const rows = table.map((cells, i) => ({ line: i + 2, cells }));
          const { asks, faults, packets } = read(rows, { order, mark, bareAmounts: 'seeds' });
          for (const { line, cells } of rows) {
            const told =
              packets.some((one) => one.line === line) || faults.some((one) => one.line === line) || asks.length > 0;
            expect(told || cells.every((one) => one.trim() === '')).toBe(true);
          }
          for (const one of packets) {
            expect(one.amount.by === 'count' ? one.amount.seeds : Number(one.amount.text)).toBeGreaterThan(0);
            expect(one.packedOn >= String(one.harvestYear)).toBe(true);
          }
        },
      ),
    );
  });
});

describe('the headings', () => {
  it('spread a merged heading over its columns, and propose only what they say, once', () => {
    const headings = headingsOf(
      [
        ['Seed', '', 'Stock', '', ''],
        ['kind', 'variety', 'qty', 'unit', ''],
      ],
      5,
    );
    expect(headings).toEqual(['Seed: kind', 'Seed: variety', 'Stock: qty', 'Stock: unit', 'Stock']);
    expect(proposeColumns(headings)).toEqual(['kind', 'variety', 'amount', 'unit', null]);
    expect(proposeColumns(['Crop', 'Name', 'Year', 'Notes', 'Remarks'])).toEqual([
      'kind',
      null,
      'harvest',
      'note',
      'note',
    ]);
  });
  it('asks for columns that nobody named', () => {
    const { asks } = read(list('leek|Winter||||x|'), { columns: ['kind', null, null, null, null, null, null] });
    expect(asks[0]?.samples).toEqual(
      expect.arrayContaining([
        'Winter',
        'x',
        'no column says how much there is',
        expect.stringMatching(/no column has a date/),
      ]),
    );
  });
});
