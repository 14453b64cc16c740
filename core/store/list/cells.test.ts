import { describe, expect, it } from 'vitest';
import { inShort } from '../../testing/inShort.ts';
import { readLines } from '../../testing/lists.ts';
import type { ListColumn } from './columns.ts';
import type { ListGap } from './faults.ts';
import type { ListAnswers } from './listCells.ts';

const COLUMNS: ListColumn[] = ['kind', 'harvest', 'packed', 'amount'];
const read = (rows: readonly string[], change: Partial<ListAnswers> = {}, headings?: readonly string[]) =>
  readLines(COLUMNS, rows, change, headings);
/** What comes of one cell, in a line that is sound besides. */
const said = (found: ReturnType<typeof read>) =>
  (found.faults[0] && inShort(found.faults[0].message)) ?? found.asks[0]?.question ?? found.packets[0];
const sample = (one: string | ListGap | undefined) => (typeof one === 'object' ? inShort(one) : one);

// Source: how people write amounts in lists; pound and ounce as in units/mass.
describe('an amount', () => {
  const amount = (text: string, change: Partial<ListAnswers> = {}) => {
    const found = said(read([`leek|2021|2021|${text}`], change));
    if (typeof found !== 'object') return found;
    return found.amount.by === 'count' ? `${found.amount.seeds} seeds` : `${found.amount.text} ${found.amount.unit}`;
  };
  it.each([
    ['50 seeds', '50 seeds'],
    ['1 seed', '1 seeds'],
    ['50 pcs.', '50 seeds'],
    ['50 Pieces', '50 seeds'],
    ['1 250 seeds', '1250 seeds'],
    ['2.5 g', '2.5 g'],
    ['2.5gr', '2.5 g'],
    ['2 Kilo', '2 kg'],
    ['3 oz', '3 oz'],
    ['3 ounces', '3 oz'],
    ['2 lbs.', '2 lb'],
    ['about 50 seeds', '50 seeds'],
    ['~50 seeds', '50 seeds'],
    ['≈ 50 seeds', '50 seeds'],
    ['circa 50 seeds', '50 seeds'],
    ['50 seeds (approx.)', '50 seeds'],
    ['50 seeds ca.', '50 seeds'],
    ['1000000000 seeds', 'list.too-many-digits 1000000000'],
    ['50', 'bareAmounts'],
    ['', 'list.no-amount'],
    ['x50 seeds', 'list.not-an-amount x50 seeds'],
    ['50 seeds left', 'list.not-an-amount 50 seeds left'],
    ['50 stone', 'list.not-a-unit stone'],
    ['50 constructor', 'list.not-a-unit constructor'],
    ['1.2.3 g', 'list.not-a-figure 1.2.3 .'],
    ['0 seeds', 'list.holds-nothing'],
    ['0.0 g', 'list.holds-nothing'],
    ['2.5 seeds', 'list.part-of-seed 2.5'],
  ])('%s is %s', (text, wanted) => {
    expect(amount(text)).toBe(wanted);
  });
  it('without a unit is what its owner says, or what stands in the column of units', () => {
    expect([amount('50', { bareAmounts: 'seeds' }), amount('50', { bareAmounts: 'g' })]).toEqual(['50 seeds', '50 g']);
    const columns: ListColumn[] = [...COLUMNS, 'unit'];
    const withUnit = (text: string, unit: string) => {
      const found = said(read([`leek|2021|2021|${text}|${unit}`], { columns }));
      return typeof found === 'object' ? found.amount : found;
    };
    expect(withUnit('50', 'G.')).toEqual({ by: 'mass', text: '50', unit: 'g' });
    // The unit beside the figure goes before that of the column.
    expect(withUnit('50 seeds', 'g')).toEqual({ by: 'count', seeds: 50 });
    expect(withUnit('50', 'bags')).toBe('list.not-a-unit bags');
  });
  it('is asked for its mark where it can be read in two ways, and read by it', () => {
    expect([amount('1,250 g'), amount('1,250 g', { mark: ',' }), amount('1,250 g', { mark: '.' })]).toEqual([
      'mark',
      '1.250 g',
      '1250 g',
    ]);
    expect(amount('2.5 g', { mark: ',' })).toBe('list.not-a-figure 2.5 ,');
    expect(read(['leek|2021|2021|50 seeds']).mark).toBe('none');
    // One figure that can be read one way only settles the others of the same hand.
    expect(read(['leek|2021|2021|2,5 g', 'pea|2021|2021|7 g']).packets).toHaveLength(2);
  });
  it('that was a guess keeps its words in the note', () => {
    const note = (text: string) => read([`leek|2021|2021|${text}`]).packets[0]?.note;
    expect([note('about 50 seeds'), note('50 seeds')]).toEqual(['the list says about 50 seeds', '']);
  });
});

describe('a test beside a packet', () => {
  const columns: ListColumn[] = [...COLUMNS, 'test', 'tested'];
  const test = (text: string, tested = '2022-03-01', change: Partial<ListAnswers> = {}) => {
    const found = said(read([`leek|2021|2021|50 seeds|${text}|${tested}`], { columns, ...change }));
    return typeof found === 'object' ? found.test && `${found.test.hits}/${found.test.seeds} ${found.test.on}` : found;
  };
  it.each([
    ['7/10', '7/10 2022-03-01'],
    ['7 / 10', '7/10 2022-03-01'],
    ['7 out of 10', '7/10 2022-03-01'],
    ['0/10', '0/10 2022-03-01'],
    ['10/10', '10/10 2022-03-01'],
    ['11/10', 'list.more-than-sown 11 10'],
    ['0/0', 'list.test-of-too-many 0'],
    ['1/100000', '1/100000 2022-03-01'],
    ['1/100001', 'list.test-of-too-many 100001'],
    ['80 % of 25', '20/25 2022-03-01'],
    ['80 % (n=25)', '20/25 2022-03-01'],
    ['80% / 25', '20/25 2022-03-01'],
    ['100 % of 7', '7/7 2022-03-01'],
    ['82,5 % of 200', '165/200 2022-03-01'],
    ['100.1 % of 10', 'list.over-hundred 100.1'],
    ['80 % of 0', 'list.test-of-too-many 0'],
    ['80 % of 100001', 'list.test-of-too-many 100001'],
    ['80 %', 'percentOf'],
    ['x7/10', 'list.not-a-test x7/10'],
    ['7/10x', 'list.not-a-test 7/10x'],
    ['80 % x', 'list.not-a-test 80 % x'],
    ['-', null],
    ['–', null],
    ['?', null],
    ['', null],
    ['--', 'list.not-a-test --'],
  ])('%s is %s', (text, wanted) => {
    expect(test(text)).toBe(wanted);
  });
  it('has its day, or is asked for it; never before the harvest', () => {
    expect(test('7/10', '')).toBe('testDay');
    expect(test('7/10', '', { testDay: 'the day of packing' })).toBe('7/10 2021-01-01');
    expect(test('7/10', '', { testDay: 'into the note' })).toBeNull();
    expect(test('7/10', '2020-12-31')).toBe('list.tested-before-harvest 2020-12-31 2021');
    expect(test('7/10', '2021')).toBe('7/10 2021-01-01');
    expect(test('7/10', '3/4/2022')).toBe('order');
    expect(test('7/10', '2027')).toBe('list.year-outside 2027 1900 2026');
    const words = (tested: string) =>
      read([`leek|2021|2021|50 seeds|7/10|${tested}`], { columns }).packets[0]?.test?.words;
    expect([words('2022-03-01'), words('2022-03')]).toEqual(['the list says 7/10', 'the list says 7/10, 2022-03']);
  });
});

describe('dates, places and words of a line', () => {
  const line = (text: string, columns: ListColumn[], change: Partial<ListAnswers> = {}) =>
    said(read([text], { columns, ...change }));
  it('a year lies between 1900 and the present one', () => {
    const year = (text: string) => {
      const found = line(`leek|${text}|${text}|50 seeds`, COLUMNS);
      return typeof found === 'object' ? found.harvestYear : found;
    };
    expect([year('1900'), year('2026'), year('1899'), year('2027')]).toEqual([
      1900,
      2026,
      'list.year-outside 1899 1900 2026',
      'list.year-outside 2027 1900 2026',
    ]);
  });
  it('seed is packed in its year of harvest or later, as exactly as both are known', () => {
    const both = (harvest: string, packed: string) => {
      const found = line(`leek|${harvest}|${packed}|50 seeds`, COLUMNS);
      return typeof found === 'object' ? [found.harvestYear, found.harvestMonth, found.packedOn] : found;
    };
    expect(both('2021-09', '2021')).toEqual([2021, 9, '2021']);
    expect(both('2021-09', '2021-09-01')).toEqual([2021, 9, '2021-09-01']);
    expect(both('2021-09', '2021-08')).toBe('list.packed-before-harvest 2021-08 2021-09');
    expect(both('2021', '2020-12-31')).toBe('list.packed-before-harvest 2020-12-31 2021');
  });
  it('one date stands for the other where its owner says so; else the line says which is missing', () => {
    const one = (text: string, columns: ListColumn[], missingDate: ListAnswers['missingDate']) => {
      const found = line(text, columns, { missingDate });
      return typeof found === 'object' ? [found.harvestYear, found.packedOn] : found;
    };
    expect(one('leek||2021-09|50 seeds', COLUMNS, 'take the other')).toEqual([2021, '2021-09']);
    expect(one('leek|2021-09||50 seeds', COLUMNS, 'take the other')).toEqual([2021, '2021-09']);
    expect(one('leek||2021|50 seeds', COLUMNS, null)).toBe('missingDate');
    const asked = (text: string) => sample(read([text]).asks[0]?.samples[0]);
    expect([asked('leek||2021|50 seeds'), asked('leek|2021||50 seeds')]).toEqual([
      'list.one-date 2 packed 2021',
      'list.one-date 2 harvest 2021',
    ]);
    expect(line('leek|||50 seeds', COLUMNS)).toBe('list.no-year');
  });
  it('columns that are needed are asked for', () => {
    const asks = (columns: (ListColumn | null)[], row = 'leek|2021|2021|50 seeds') =>
      read([row], { columns })
        .asks.find((one) => one.question === 'columns')
        ?.samples.map(sample) ?? [];
    expect(asks(COLUMNS)).toEqual([]);
    expect(asks([null, 'harvest', 'packed', 'amount'])).toEqual(['leek', 'list.column-of-kind']);
    expect(asks(['kind', 'harvest', 'packed', null], 'leek|2021|2021|')).toEqual([
      'list.column-unsaid 4',
      'list.column-of-amount',
    ]);
    expect(asks(['kind', 'variety', 'leave out', 'amount'])).toEqual(['list.column-of-date']);
    expect(asks(['kind', 'leave out', 'packed', 'amount'])).toEqual([]);
  });
  it('places that the store does not have are asked for, made, or noted', () => {
    const columns: ListColumn[] = [...COLUMNS, 'place'];
    const place = (text: string, unknownPlaces: ListAnswers['unknownPlaces']) => {
      const found = line(`leek|2021|2021|50 seeds|${text}`, columns, { unknownPlaces });
      return typeof found === 'object' ? [found.place, found.note] : found;
    };
    expect(place('drawer 1', null)).toEqual(['drawer 1', '']);
    expect(place('', null)).toEqual(['', '']);
    expect(place('drawer 9', null)).toBe('unknownPlaces');
    expect(place('drawer 9', 'make them')).toEqual(['drawer 9', '']);
    expect(place('drawer 9', 'into the note')).toEqual(['', 'lay in drawer 9']);
  });
  it('words are as long as a field of the store, and a note as long as a note', () => {
    const columns: ListColumn[] = ['kind', 'harvest', 'packed', 'amount', 'note', 'note'];
    const kind = (n: number) => typeof line(`${'k'.repeat(n)}|2021|2021|50 seeds`, COLUMNS);
    expect([kind(80), line(`${'k'.repeat(81)}|2021|2021|50 seeds`, COLUMNS)]).toEqual(['object', 'list.too-long 80']);
    const notes = (n: number) => line(`leek|2021|2021|50 seeds|${'n'.repeat(n)}|m`, columns);
    // Two notes, the heading of each unnamed, and what stands between them.
    const longest = read([`leek|2021|2021|50 seeds|${'n'.repeat(300)}|m`], { columns }).packets[0]?.note.length ?? 0;
    const room = 500 - (longest - 300);
    expect([typeof notes(room), notes(room + 1)]).toEqual(['object', 'list.notes-too-long 500']);
    expect(line('|2021|2021|50 seeds', COLUMNS)).toBe('list.no-kind');
  });
  it('blanks are one blank, empty lines are none, and lines left out are not read', () => {
    const found = read(['  spring   leek |2021|2021|50 seeds', ' | | | ', 'x|y|z|w'], { leftOut: [4] });
    expect([found.faults, found.packets.map((one) => one.kind)]).toEqual([[], ['spring leek']]);
    expect(read(['leek|2021|2021|few'], { mended: { 2: { 3: ' 50  seeds ' } } }).packets).toHaveLength(1);
  });
  it('what goes into the note keeps the heading that it stood under', () => {
    const columns: ListColumn[] = ['kind', 'harvest', 'packed', 'amount', 'note'];
    const note = (heading: string) =>
      read(['leek|2021|2021|50 seeds|clay'], { columns }, ['', '', '', '', heading]).packets[0]?.note;
    expect([note('Soil'), note('Place: Soil'), note('Notes')]).toEqual(['Soil: clay', 'Soil: clay', 'clay']);
    const tested: ListColumn[] = ['kind', 'harvest', 'packed', 'amount', 'test'];
    const testNote = (headings: string[]) =>
      read(['leek|2021|2021|50 seeds|7/10'], { columns: tested, testDay: 'into the note' }, headings).packets[0]?.note;
    expect([testNote(['', '', '', '', 'Lab: Sprouted']), testNote([])]).toEqual(['Sprouted: 7/10', 'test: 7/10']);
  });
});
