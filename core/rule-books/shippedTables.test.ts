import { describe, expect, it } from 'vitest';
import { contentOf } from '../testing/books.ts';
import { compareEditions } from './compareEditions.ts';
import { RULE_BOOKS, type EditionContent } from './edition.ts';
import { checkTable } from './checkTable.ts';
import { TABLE_SHAPES, type Row } from './tableShapes.ts';

const rowsOf = (book: (typeof RULE_BOOKS)[number], table: string) => contentOf(book).tables[table]?.rows ?? [];
/** Whether a row claims to be recomputed; one that disagrees must not claim it, and must say what the formula gives. */
const claims = (row: Row) => row.verification === 'recomputed by the tests';
const flagged = (row: Row) => row.verification === 'from memory' && row.doubts !== '';

describe('every shipped table', () => {
  it.each(RULE_BOOKS.flatMap((book) => Object.keys(contentOf(book).tables).map((table) => [book, table] as const)))(
    '%s %s has its shape: no gap, no overlap, figures where figures belong',
    (book, table) => {
      const shape = TABLE_SHAPES[book][table];
      if (!shape) throw new Error('the table has no shape');
      expect(checkTable(shape, rowsOf(book, table))).toEqual([]);
    },
  );
});

describe('rows that a formula gives', () => {
  // Source: the statistics under ISTA Table 5C, round(2.16 √(2pq/400)).
  it('5C', () => {
    for (const row of rowsOf('ista', 'germination-two-tests-5C'))
      for (let mean = Number(row.avg_high_from); mean <= Number(row.avg_high_to); mean += 1)
        expect(claims(row) ? Number(row.tolerance) : flagged(row)).toBe(
          claims(row) ? Math.round(2.16 * Math.sqrt((2 * mean * (100 - mean)) / 400)) : true,
        );
  });
  // Source: 7 CFR 201.65, Y = X + 1 + 1.96 √X, the printed column read as ⌊Y⌋ + 1 (from memory).
  it('201.65', () => {
    const rows = rowsOf('aosa', 'noxious-tolerances-201.65');
    expect(rows.length).toBeGreaterThan(50);
    for (const row of rows) {
      const x = Number(row.labeled);
      expect(claims(row) || flagged(row)).toBe(true);
      if (claims(row)) expect(Number(row.max_within_tolerance)).toBe(Math.floor(x + 1 + 1.96 * Math.sqrt(x)) + 1);
    }
  });
  // Source: 201.60 asks 5 % one-way where ISTA Table 3C asks 1 %: 0.7071 × its two-decimal columns.
  it('201.60, or the row says what the formula gives', () => {
    const third = new Map(rowsOf('ista', 'purity-two-samples-one-way-3C').map((row) => [row.avg_from, row]));
    let disagreeing = 0;
    for (const row of rowsOf('aosa', 'purity-tolerances-201.60')) {
      const other = third.get(row.avg_from ?? '');
      const near = (['nonchaffy', 'chaffy'] as const).every(
        (column) => Math.abs(Number(row[column]) - Math.SQRT1_2 * Number(other?.[`${column}_2dp`])) <= 0.0051,
      );
      expect(near ? claims(row) : flagged(row), row.avg_from).toBe(true);
      if (!near) disagreeing += 1;
    }
    expect(disagreeing).toBe(2);
  });
  // Source: half samples have twice the variance of whole ones, so half/√2 comes within 0.06 of whole.
  it('3B: half and whole samples belong together', () => {
    for (const row of rowsOf('ista', 'purity-duplicates-3B'))
      for (const kind of ['nonchaffy', 'chaffy'])
        expect(Math.abs(Number(row[`half_${kind}`]) * Math.SQRT1_2 - Number(row[`whole_${kind}`]))).toBeLessThanOrEqual(
          0.06,
        );
  });
  // Source: two Poisson counts, ⌈1.957 √(2 · mean)⌉; the printed table is one lower at a few ends of classes.
  it('4A comes within one of its formula', () => {
    for (const row of rowsOf('ista', 'other-seeds-two-way-4A'))
      for (let mean = Number(row.avg_from); mean <= Number(row.avg_to); mean += 1)
        expect(Math.abs(Math.ceil(1.957 * Math.sqrt(2 * mean)) - Number(row.tolerance))).toBeLessThanOrEqual(1);
  });
});

describe('a table that somebody writes', () => {
  const shape = TABLE_SHAPES.ista['germination-two-tests-5C'];
  if (!shape) throw new Error('the shape is gone');
  const good = [
    { avg_high_from: '98', avg_high_to: '99', tolerance: '2' },
    { avg_high_from: '95', avg_high_to: '97', tolerance: '3' },
  ];
  it.each([
    ['text in a number cell', [{ ...good[0], tolerance: 'two' }], 0, 'tolerance', /not a number/],
    ['an empty cell', [{ ...good[0], tolerance: '' }], 0, 'tolerance', /missing/],
    ['an unknown column', [{ ...good[0], colour: 'red' }], 0, 'colour', /no column/],
    ['a doubled row', [good[0], good[0]], 1, 'avg_high_from', /already/],
    [
      'a gap',
      [good[0], { avg_high_from: '94', avg_high_to: '96', tolerance: '3' }],
      0,
      'avg_high_from',
      /gap after 96/,
    ],
    [
      'an overlap',
      [good[0], { avg_high_from: '95', avg_high_to: '98', tolerance: '3' }],
      0,
      'avg_high_from',
      /overlaps/,
    ],
    ['a class upside down', [{ avg_high_from: '99', avg_high_to: '98', tolerance: '2' }], 0, 'avg_high_to', /below/],
    ['no row at all', [], null, 'avg_high_from', /no row/],
  ] as const)('is refused for %s', (_name, rows, row, column, message) => {
    expect(checkTable(shape, rows as readonly Row[])).toContainEqual({
      row,
      column,
      message: expect.stringMatching(message) as string,
    });
  });
  it('is compared row by row by what names its rows, whatever their order', () => {
    const first = contentOf('ista');
    const table = first.tables['germination-two-tests-5C'];
    if (!table) throw new Error('the table is gone');
    const rows = [...table.rows]
      .reverse()
      .map((row) => (row.avg_high_from === '95' ? { ...row, tolerance: '4' } : row));
    const second: EditionContent = {
      ...first,
      tables: { ...first.tables, 'germination-two-tests-5C': { ...table, rows: rows.slice(1) } },
    };
    expect(compareEditions(first, first)).toEqual([]);
    expect(compareEditions(first, second)).toMatchObject(
      [
        { kind: 'changed', key: '95', cells: [{ column: 'tolerance', before: '3', after: '4' }] },
        { kind: 'removed', key: rows[0]?.avg_high_from },
      ].sort((a) => (a.kind === 'removed' && rows[0]?.avg_high_from === table.rows[0]?.avg_high_from ? -1 : 1)),
    );
  });
});
