import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { inShort } from '../../testing/inShort.ts';
import { readLines } from '../../testing/lists.ts';
import { DATE_ORDERS } from '../../units/writtenDate.ts';
import { headingsOf, type ListColumn, proposeColumns } from './columns.ts';
import type { ListGap } from './faults.ts';
import type { ListAnswers } from './listCells.ts';

// Invented lists; nothing of them is computed.
const COLUMNS: ListColumn[] = ['kind', 'variety', 'harvest', 'packed', 'amount', 'place', 'note'];
const list = (...rows: string[]) => rows;
const read = (rows: Parameters<typeof readLines>[1], change: Partial<ListAnswers> = {}, headings?: readonly string[]) =>
  readLines(COLUMNS, rows, change, headings);

const inWords = (sample: string | ListGap) => (typeof sample === 'string' ? sample : inShort(sample));

describe('a list of packets', () => {
  it('asks everything that can be read in two ways, and reads nothing of those lines before', () => {
    const rows = list(
      'leek|Winter|3/4/21||1,250|drawer 9|',
      'pea||2020|2020|50 seeds|drawer 1|from Fern',
      'dill||2019||ca. 2,5 g||',
    );
    const first = read(rows);
    expect(first.asks.map((one) => [one.question, one.samples.map(inWords)])).toEqual([
      ['order', ['3/4/21']],
      ['shortYears', ['3/4/21']],
      ['mark', ['1,250', '2,5']],
      ['missingDate', ['list.one-date 2 harvest 3/4/21', 'list.one-date 4 harvest 2019']],
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
    expect(faults.map((one) => ({ ...one, message: inShort(one.message) }))).toEqual([
      { line: 2, column: 0, message: 'list.no-kind' },
      { line: 3, column: 3, message: 'list.packed-before-harvest 2020 2021' },
      { line: 3, column: 4, message: 'list.not-an-amount a few' },
      { line: 4, column: 2, message: 'list.year-outside 1066 1900 2026' },
      { line: 4, column: 4, message: 'list.part-of-seed 2.5' },
      { line: 5, column: 2, message: 'list.no-year' },
      { line: 5, column: 4, message: 'list.holds-nothing' },
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
    expect(first.faults.map((one) => [one.line, one.column, inShort(one.message)])).toEqual([
      [7, 4, 'list.more-than-sown 11 10'],
      [8, 4, 'list.not-a-test good'],
      [9, 5, 'list.tested-before-harvest 2020 2021'],
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
      { message: { is: 'list.share-of-seed', percent: 83, seeds: 10 } },
    ]);
    expect(read(list('leek|2021|2021|50 seeds|101 %|2022-03-01|'), { columns, percentOf: 10 }).faults).toMatchObject([
      { message: { is: 'list.over-hundred', percent: 101 } },
    ]);
  });

  it('keeps the heading of what it cannot read', () => {
    const { packets } = read(
      list('leek|2021|2021|50 seeds|pH 6|clay'),
      { columns: ['kind', 'harvest', 'packed', 'amount', 'note', 'note'] },
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
          const { asks, faults, packets } = read(table, { order, mark, bareAmounts: 'seeds' });
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
    expect(asks[0]?.samples.map(inWords)).toEqual(
      expect.arrayContaining(['Winter', 'x', 'list.column-of-amount', 'list.column-of-date']),
    );
  });
});
