import { describe, expect, it } from 'vitest';
import { ArgumentFault, type ArgumentSays } from '@mercato/core/units/argument';
import { tableFaultWords } from '../rule-books/faults.ts';
import { foundWords, listFaultWords, questionWords, sampleWords } from '../store/listWords.ts';
import { argumentWords } from './arguments.ts';
import { saidWords } from './faults.ts';

// Source: none; the sentences as they are to be read, so that no figure of a code is lost or stands in another's place.
describe('what cannot be read in somebody’s list, in words', () => {
  const noon = Date.UTC(2026, 10, 24, 12);
  it.each([
    [{ is: 'date.count-of-days', text: '44289', would: '2021-04-03' }, /44289 looks like .* would be 2021-04-03/],
    [
      { is: 'date.not-in-order', text: '25/4/2021', order: 'month first' },
      /^25\/4\/2021 is no date with the month first$/,
    ],
    [{ is: 'date.no-such-month', text: '2021-13', month: 13 }, /^2021-13 has no month 13$/],
    [{ is: 'air.more-than-full', humidityPercent: 104 }, /^104 % is more than air can hold/],
    [{ is: 'air.temperature-outside', temperatureC: 90 }, /^90 °C is not between −60 and 80 °C$/],
    [{ is: 'list.year-outside', date: '1066', first: 1900, last: 2026 }, /^1066 is not between 1900 and 2026$/],
    [{ is: 'list.packed-before-harvest', day: '2020', harvest: '2021' }, /^packed 2020, before its harvest 2021$/],
    [{ is: 'list.tested-before-harvest', day: '2020', harvest: '2021' }, /^tested 2020, before its harvest 2021$/],
    [{ is: 'list.more-than-sown', hits: 11, seeds: 10 }, /^11 sprouted are more than the 10 seeds$/],
    [{ is: 'list.share-of-seed', percent: 83, seeds: 10 }, /^83 % of 10 seeds is no whole number$/],
    [{ is: 'list.not-a-figure', text: '2.5', mark: ',' }, /^“2.5” is no figure with the comma before the tenths$/],
    [{ is: 'list.not-a-figure', text: '2,5', mark: '.' }, /^“2,5” is no figure with the point before the tenths$/],
    [{ is: 'list.not-a-figure', text: 'warm', mark: null }, /^“warm” is no figure$/],
    [{ is: 'list.too-many-cells', cells: 4, named: 3 }, /^has 4 cells where 3 are named/],
    [{ is: 'list.not-parted', delimiter: '\t' }, /^nothing is parted by tabs$/],
    [{ is: 'log.said-otherwise', at: noon, line: 2 }, /^2026-11-24 12:00 UTC stands on line 2 too/],
    [{ is: 'log.goes-back', from: noon, to: noon - 3_600_000 }, /from 2026-11-24 12:00 UTC to 2026-11-24 11:00 UTC$/],
    [{ is: 'log.nothing-measured', of: 'humidity' }, /^humidity is missing$/],
  ] as const)('%j', (fault, words) => {
    expect(listFaultWords(fault)).toMatch(words);
  });

  it('questions, their samples, and what was found out', () => {
    expect(questionWords({ question: 'encoding', mixed: true })).toMatch(/^Two hands wrote this file/);
    expect(questionWords({ question: 'encoding', mixed: false })).toMatch(/^This file is not in UTF-8/);
    expect(questionWords({ question: 'degrees' })).toBe('In which degrees are these temperatures?');
    const gaps = [
      '3/4/21',
      { is: 'list.column-unsaid', column: 4 },
      { is: 'list.column-of-date' },
      { is: 'list.one-date', line: 2, column: 'packed', text: '2021' },
      { is: 'list.test-undated', line: 7, text: '7/10' },
    ] as const;
    expect(gaps.map(sampleWords)).toEqual([
      '3/4/21',
      'column 4',
      'no column has a date: the year of harvest is needed',
      'line 2: only packed 2021',
      'line 7: 7/10',
    ]);
    const found = [
      { is: 'encoding', encoding: 'utf-8', said: false },
      { is: 'encoding', encoding: 'cp850', said: true },
      { is: 'delimiter', delimiter: ';' },
      { is: 'headings', line: 2 },
      { is: 'mark', mark: ',' },
    ] as const;
    expect(found.map(foundWords)).toEqual([
      'written in UTF-8',
      'read as an old PC',
      'columns parted by semicolons',
      'headings on line 2',
      'tenths after a comma',
    ]);
  });
});

describe('what a book, a place or a table cannot be, in words', () => {
  it.each([
    [{ is: 'book.more-than-held', left: 1, by: 'count' }, 'amount is more than the packet holds: 1 seed is left'],
    [{ is: 'book.more-than-held', left: 2.5, by: 'mass' }, 'amount is more than the packet holds: 2.5 g are left'],
    [
      { is: 'store.hardly-so-cold-or-warm', text: '41', unit: 'C', place: 'refrigerator', perhaps: 'F' },
      '41 °C can hardly be in a refrigerator: is it right, or was it 41 °F?',
    ],
    [
      { is: 'store.hardly-so-cold-or-warm', text: '60', unit: 'C', place: 'room', perhaps: null },
      '60 °C can hardly be in a room: is it right?',
    ],
    [{ is: 'store.logger-silent', why: 'logger.broke-off' }, 'The logger broke off.'],
    [{ is: 'store.list-cannot-read', why: 'list.empty-file' }, 'This list cannot be read: the file is empty.'],
    [{ is: 'store.said-first', question: 'delimiter' }, 'to be said first: What parts the columns of this file?'],
    [
      { is: 'rule-books.table-refused', table: 'species', row: 3, why: { is: 'table.not-whole', cell: '4x' } },
      'species, row 3: "4x" is not a whole number of 0 or more',
    ],
    [{ is: 'rule-books.row-refused', row: 2, why: { is: 'table.no-row' } }, 'row 2: the table has no row'],
  ] as const)('%j', (said, words) => {
    expect(saidWords(said)).toBe(words);
  });

  it('a table names what stands where', () => {
    expect(tableFaultWords({ is: 'table.doubled', key: '98', row: 1 })).toBe('"98" stands in row 1 already');
    expect(tableFaultWords({ is: 'table.ends-below', to: '97', from: '98' })).toBe('97 lies below 98');
    expect(tableFaultWords({ is: 'table.not-together', says: 'counted in', together: ['most', 'per'] })).toBe(
      'counted in is missing: most, per are filled together or not at all',
    );
    expect(tableFaultWords({ is: 'table.none-of', cell: 'rare', choices: ['a', 'b'] })).toBe('"rare" is none of a, b');
  });
});

it.each([
  [{ is: 'argument.whole', least: 1, most: 400, got: 0 }, 'must be a whole number 1..400, got 0'],
  [{ is: 'argument.so-many', least: 1, most: null, got: 0 }, 'must hold 1 at least, got 0'],
  [{ is: 'argument.so-many', least: 4, most: 4, got: 3 }, 'must hold 4, got 3'],
  [{ is: 'argument.so-many', least: 3, most: 1000, got: 2 }, 'must hold 3 to 1000, got 2'],
  [{ is: 'argument.above-up-to', low: 0, most: 1, got: 2 }, 'must be above 0 and at most 1, got 2'],
  [{ is: 'argument.not-all-set', total: 99, seeds: 100 }, 'add to 99, expected the 100 seeds set'],
  [
    { is: 'argument.not-below-dry-matter', dryG: 80.004, got: 70 },
    /^must stay above the dry matter, 80.00 g .* got 70$/,
  ],
  [
    { is: 'argument.already-drier', moisturePercent: 6, got: 8 },
    /present moisture of 6 %, got 8: drying takes water out/,
  ],
  [{ is: 'argument.gel-spent', most: 8.22, got: 9 }, /^must be below 8.2 %: .* got 9; bake it first/],
] as const satisfies readonly (readonly [ArgumentSays, string | RegExp])[])('an argument: %j', (says, words) => {
  const told = argumentWords(new ArgumentFault('x', says));
  if (typeof words === 'string') expect(told).toBe(words);
  else expect(told).toMatch(words);
});
