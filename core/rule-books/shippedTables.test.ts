import { describe, expect, it } from 'vitest';
import { contentOf } from '../testing/books.ts';
import { inShort } from '../testing/inShort.ts';
import { checkTable } from './checkTable.ts';
import { compareEditions } from './compareEditions.ts';
import { type EditionContent, RULE_BOOKS } from './edition.ts';
import { type Row, TABLE_SHAPES } from './tableShapes.ts';

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
    ['text in a number cell', [{ ...good[0], tolerance: 'two' }], 0, 'tolerance', 'table.not-a-number two'],
    ['an empty cell', [{ ...good[0], tolerance: '' }], 0, 'tolerance', 'table.empty percent'],
    ['an unknown column', [{ ...good[0], colour: 'red' }], 0, 'colour', 'table.no-such-column colour'],
    ['a doubled row', [good[0], good[0]], 1, 'avg_high_from', 'table.doubled 98 1'],
    [
      'a gap',
      [good[0], { avg_high_from: '94', avg_high_to: '96', tolerance: '3' }],
      0,
      'avg_high_from',
      'table.gap 96',
    ],
    [
      'an overlap',
      [good[0], { avg_high_from: '95', avg_high_to: '98', tolerance: '3' }],
      0,
      'avg_high_from',
      'table.overlap 95',
    ],
    [
      'a class upside down',
      [{ avg_high_from: '99', avg_high_to: '98', tolerance: '2' }],
      0,
      'avg_high_to',
      'table.ends-below 98 99',
    ],
    ['no row at all', [], null, 'avg_high_from', 'table.no-row'],
  ] as const)('is refused for %s', (_name, rows, row, column, message) => {
    const found = checkTable(shape, rows as readonly Row[]);
    expect(found.map((one) => ({ ...one, message: inShort(one.message) }))).toContainEqual({ row, column, message });
  });
  const classesOf = (...rows: readonly [string, string][]) =>
    checkTable(
      shape,
      rows.map(([from, to]) => ({ avg_high_from: from, avg_high_to: to, tolerance: '2' })),
    ).map((one) => inShort(one.message));
  it('classes follow each other without a gap; only those of a group are compared', () => {
    expect(classesOf(['51', '60'], ['61', ''])).toEqual([]);
    expect(classesOf(['61', ''], ['51', '60'])).toEqual([]);
    expect(classesOf(['51', '60'], ['60', '70'])).toEqual(['table.overlap 51']);
    expect(classesOf(['51', '60'], ['62', '70'])).toEqual(['table.gap 60']);
    expect(classesOf(['51', ''], ['61', '70'])).toEqual(['table.overlap 51']);
    const intensity = TABLE_SHAPES.ista['sampling-intensity'];
    const label = TABLE_SHAPES.aosa['germination-tolerances-201.63'];
    if (!intensity || !label) throw new Error('a shape is gone');
    const cases = (...rows: readonly [string, string, string][]) =>
      checkTable(
        intensity,
        rows.map(([kind, from, to]) => ({ case: kind, from, to })),
      ).map((one) => inShort(one.message));
    expect(cases(['containers', '1', '4'], ['mass-kg', '1', '500'])).toEqual([]);
    expect(cases(['containers', '1', '4'], ['containers', '6', '8'])).toEqual(['table.gap 4']);
    const means = (...rows: readonly [string, string][]) =>
      checkTable(
        label,
        rows.map(([from, below]) => ({ mean_from: from, mean_below: below, tolerance: '5' })),
      ).map((one) => inShort(one.message));
    expect(means(['96', ''], ['90', '96'])).toEqual([]);
    expect(means(['96', ''], ['90', '96.01'])).toEqual(['table.overlap 90']);
    expect(means(['96', ''], ['90', '95.99'])).toEqual(['table.gap 95.99']);
  });
  it('points stand in any order, and each cell is what its column is for', () => {
    const points = TABLE_SHAPES.aosa['noxious-tolerances-201.65'];
    const noxious = TABLE_SHAPES.noxious.species;
    const kinds = TABLE_SHAPES.ista.species;
    if (!points || !noxious || !kinds) throw new Error('a shape is gone');
    expect(
      checkTable(
        points,
        [5, 0, 2].map((one) => ({ labeled: String(one), max_within_tolerance: '9' })),
      ),
    ).toEqual([]);
    const noxiousRow = { jurisdiction: 'Fenwick Shire', species: 'Rumex crispus', standing: 'restricted' };
    const faults = (row: Row) => checkTable(noxious, [row]).map((one) => `${one.column}: ${inShort(one.message)}`);
    expect(faults(noxiousRow)).toEqual([]);
    expect(faults({ ...noxiousRow, most: '9', per: '1', unit: 'lb' })).toEqual([]);
    expect(faults({ ...noxiousRow, most: ' ', per: '', unit: '' })).toEqual([]);
    expect(faults({ ...noxiousRow, standing: 'rare' })).toEqual(['standing: table.none-of rare prohibited,restricted']);
    expect(faults({ ...noxiousRow, most: '9' })).toEqual([
      'per: table.not-together counted in most,per,unit',
      'unit: table.not-together g, kg, lb or oz most,per,unit',
    ]);
    expect(faults({ ...noxiousRow, note: 'n'.repeat(2000) })).toEqual([]);
    expect(faults({ ...noxiousRow, note: 'n'.repeat(2001) })).toEqual(['note: table.cell-too-long']);
    const kind = (change: Row) =>
      checkTable(kinds, [{ species: 's', common_name: 'c', chaffy: 'no', ...change }]).map(
        (one) => `${one.column}: ${inShort(one.message)}`,
      );
    expect([kind({ chaffy: 'yes' }), kind({ first_count_d: ' 4 ' }), kind({ submitted_g: '2.5' })]).toEqual([
      [],
      [],
      [],
    ]);
    expect(kind({ chaffy: 'maybe' })).toEqual(['chaffy: table.not-yes-or-no maybe']);
    for (const wrong of ['4x', 'x4', '4.5'])
      expect(kind({ first_count_d: wrong })[0]).toBe(`first_count_d: table.not-whole ${wrong}`);
    for (const wrong of ['4x', 'x4', '-4', '4.'])
      expect(kind({ submitted_g: wrong })[0]).toBe(`submitted_g: table.not-a-number ${wrong}`);
    // What cannot be read is not put in order as well.
    expect(checkTable(shape, [{ avg_high_from: '98', avg_high_to: '97', tolerance: 'x' }])).toHaveLength(1);
    expect(checkTable(shape, [good[0] ?? {}, good[0] ?? {}]).map((one) => inShort(one.message))).toEqual([
      'table.doubled 98 1',
    ]);
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
