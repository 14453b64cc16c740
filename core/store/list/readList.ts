import { writtenDate } from '../../units/writtenDate.ts';
import { type DecimalMark, markOf, writtenFigure } from '../../units/writtenFigure.ts';
import type { Amount } from '../packetBook.ts';
import { isNoteHeading, type ListColumn } from './columns.ts';
import type { ListFault, ListGap } from './faults.ts';
import { AMOUNT, amountOf, type ListAnswers, testOf } from './listCells.ts';

export interface ListRow {
  /** Line of the file, from 1. */
  readonly line: number;
  readonly cells: readonly string[];
}

export const LIST_QUESTIONS = [
  'columns',
  'order',
  'shortYears',
  'mark',
  'bareAmounts',
  'missingDate',
  'unknownPlaces',
  'percentOf',
  'testDay',
] as const;
export type ListQuestion = (typeof LIST_QUESTIONS)[number];

export interface Ask {
  readonly question: ListQuestion;
  /** Cells that cannot be read without an answer, each as it stands, or what is missing. */
  readonly samples: readonly (string | ListGap)[];
}

export interface CellFault {
  readonly line: number;
  /** From 0; null = the whole line. */
  readonly column: number | null;
  readonly message: ListFault;
}

/** A packet as the list has it. */
export interface ListedPacket {
  readonly line: number;
  readonly kind: string;
  readonly variety: string;
  readonly species: string;
  readonly harvestYear: number;
  readonly harvestMonth: number | null;
  readonly packedOn: string;
  readonly amount: Amount;
  readonly place: string;
  readonly supplier: string;
  readonly from: string;
  readonly owner: string;
  readonly treated: string;
  readonly note: string;
  /** An earlier test of it; where the list knows its day by month or year only, the first day of that, and what it says. */
  readonly test: { readonly on: string; readonly seeds: number; readonly hits: number; readonly words: string } | null;
}

export interface ReadList {
  readonly asks: readonly Ask[];
  readonly faults: readonly CellFault[];
  readonly packets: readonly ListedPacket[];
  /** How figures are parted, where no question was needed. */
  readonly mark: DecimalMark | 'none' | 'open';
}

const MOST: Readonly<Partial<Record<ListColumn, number>>> = {
  kind: 80,
  variety: 120,
  species: 120,
  supplier: 120,
  from: 200,
  owner: 120,
  treated: 200,
  place: 200,
};
const NOTE = 500;
/** Seed harvested before is no seed of a store. */
const FIRST_YEAR = 1900;

/** What reading a line needs of its list. */
interface Reading {
  readonly answers: ListAnswers;
  readonly headings: readonly string[];
  readonly thisYear: number;
  readonly knowsPlace: (name: string) => boolean;
  /** How figures are parted; null = that is still asked. */
  readonly by: DecimalMark | null;
  readonly at: (column: ListColumn) => number;
  readonly ask: (question: ListQuestion, sample: string | ListGap) => void;
  readonly faults: CellFault[];
}

/** A line that is being read: its cells, what is wrong with it, and what of it waits for an answer. */
function lineOf({ line, cells }: ListRow, { answers, thisYear, at, ask, faults }: Reading) {
  const before = faults.length;
  const waits: ListQuestion[] = [];
  const cell = (column: ListColumn) => cells[at(column)] ?? '';
  // No cell is called wrong before somebody said what its column is.
  const fault = (column: ListColumn, message: ListFault) => {
    if (at(column) >= 0) faults.push({ line, column: at(column), message });
  };
  const date = (column: 'harvest' | 'packed' | 'tested'): string | null => {
    const text = cell(column);
    if (text === '') return null;
    const found = writtenDate(text, { order: answers.order, shortYears: answers.shortYears, thisYear });
    if (found.ok) {
      const year = Number(found.date.slice(0, 4));
      if (year < FIRST_YEAR || year > thisYear)
        fault(column, { is: 'list.year-outside', date: found.date, first: FIRST_YEAR, last: thisYear });
      return found.date;
    }
    if (found.why) fault(column, found.why);
    for (const one of found.asks) ask(one, text);
    waits.push(...found.asks);
    return null;
  };
  return { line, cells, cell, fault, date, waits, stands: () => waits.length === 0 && faults.length === before };
}
type Line = ReturnType<typeof lineOf>;

/** When the seed was harvested and when it was packed; where one is missing, as it was answered. */
function datesOf({ line, cell, fault, date, waits }: Line, { answers, at, ask }: Reading) {
  let harvest = date('harvest');
  let packed = date('packed');
  const [noHarvest, noPacked] = [cell('harvest') === '', cell('packed') === ''];
  if (noHarvest && noPacked) fault(at('harvest') >= 0 ? 'harvest' : 'packed', { is: 'list.no-year' });
  else if (noHarvest || noPacked) {
    const [empty, other] = noHarvest ? (['harvest', 'packed'] as const) : (['packed', 'harvest'] as const);
    if (answers.missingDate === null) {
      ask('missingDate', { is: 'list.one-date', line, column: other, text: cell(other) });
      waits.push('missingDate');
    } else if (answers.missingDate === 'take the other') {
      harvest ??= packed?.slice(0, 4) ?? null;
      packed ??= harvest;
    } else fault(at(empty) >= 0 ? empty : other, { is: at(empty) >= 0 ? 'list.no-date' : 'list.no-other-date' });
  }
  if (harvest !== null && packed !== null && isBefore(packed, harvest))
    fault('packed', { is: 'list.packed-before-harvest', day: packed, harvest });
  return { harvest, packed };
}

/** Whether a day lies before another, as far as both are known: the year, the month or the day. */
const isBefore = (day: string, other: string) => day.slice(0, other.length) < other.slice(0, day.length);

/** The earlier test of a line, or what of it goes into the note. */
function testIn(
  { line, cell, fault, date, waits }: Line,
  { answers, headings, at, ask }: Reading,
  { harvest, packed }: ReturnType<typeof datesOf>,
): { readonly test: ListedPacket['test']; readonly note?: string } {
  const text = cell('test');
  const tested = testOf(text, answers.percentOf);
  if (tested === null) return { test: null };
  if ('is' in tested) {
    fault('test', tested);
    return { test: null };
  }
  if ('ask' in tested) {
    ask('percentOf', text);
    waits.push('percentOf');
    return { test: null };
  }
  const undated = cell('tested') === '';
  const on = undated ? null : date('tested');
  if (undated && answers.testDay === null) {
    ask('testDay', { is: 'list.test-undated', line, text });
    waits.push('testDay');
    return { test: null };
  }
  if (undated && answers.testDay === 'into the note')
    return { test: null, note: `${(headings[at('test')] ?? 'test').split(': ').at(-1) ?? 'test'}: ${text}` };
  const day = on ?? packed;
  if (day === null) return { test: null };
  if (harvest !== null && isBefore(day, harvest)) {
    fault(at('tested') >= 0 ? 'tested' : 'test', { is: 'list.tested-before-harvest', day, harvest });
    return { test: null };
  }
  const words = `the list says ${text}${day.length < 10 ? `, ${day}` : ''}`;
  return { test: { on: `${day}-01-01`.slice(0, 10), seeds: tested.seeds, hits: tested.hits, words } };
}

/** The packet of a line; null where something of it is wrong or waits. */
function packetOf(row: ListRow, list: Reading): ListedPacket | null {
  const { answers, headings, at, ask } = list;
  const line = lineOf(row, list);
  const { cell, fault, waits } = line;
  for (const [column, most] of Object.entries(MOST) as [ListColumn, number][])
    if (cell(column).length > most) fault(column, { is: 'list.too-long', most });
  if (at('kind') >= 0 && cell('kind') === '') fault('kind', { is: 'list.no-kind' });
  const dates = datesOf(line, list);
  const { harvest, packed } = dates;
  const amount = amountOf(cell('amount'), cell('unit'), list.by, answers.bareAmounts);
  if ('is' in amount) fault('amount', amount);
  else if ('ask' in amount) {
    if (amount.ask === 'bareAmounts') ask('bareAmounts', cell('amount'));
    waits.push(amount.ask);
  }
  const place = cell('place');
  const known = place === '' || list.knowsPlace(place);
  if (!known && answers.unknownPlaces === null) ask('unknownPlaces', place);
  const { test, note: testNote } = testIn(line, list, dates);
  const note = [
    ...notesOf(answers.columns, row.cells, headings),
    'words' in amount && amount.words !== null ? `the list says ${amount.words}` : '',
    known || answers.unknownPlaces !== 'into the note' ? '' : `lay in ${place}`,
    testNote,
  ]
    .filter(Boolean)
    .join('; ');
  if (note.length > NOTE) fault('note', { is: 'list.notes-too-long', most: NOTE });
  if (!line.stands() || harvest === null || packed === null || !('amount' in amount)) return null;
  return {
    line: row.line,
    kind: cell('kind'),
    variety: cell('variety'),
    species: cell('species'),
    harvestYear: Number(harvest.slice(0, 4)),
    harvestMonth: harvest.length > 4 ? Number(harvest.slice(5, 7)) : null,
    packedOn: packed,
    amount: amount.amount,
    place: known || answers.unknownPlaces === 'make them' ? place : '',
    supplier: cell('supplier'),
    from: cell('from'),
    owner: cell('owner'),
    treated: cell('treated'),
    note,
    test,
  };
}

/**
 * Reads somebody's list of packets: every line is looked at, every cell that cannot be is named, and whatever can be
 * read in more than one way is asked.
 *
 * @param rows        lines below the headings; all of the same width
 * @param answers     what was answered so far
 * @param thisYear    the year in which it is read
 * @param knowsPlace  whether the store has a place of this name
 * @param headings    over the columns; what goes into a note keeps its heading
 */
export function readList(
  rows: readonly ListRow[],
  answers: ListAnswers,
  thisYear: number,
  knowsPlace: (name: string) => boolean,
  headings: readonly string[] = [],
): ReadList {
  const at = (column: ListColumn) => answers.columns.indexOf(column);
  const asked = new Map<ListQuestion, Set<string | ListGap>>();
  const ask = (question: ListQuestion, sample: string | ListGap) =>
    void asked.set(question, (asked.get(question) ?? new Set()).add(sample));
  const unsaid = answers.columns.flatMap((one, i) => (one === null ? [i] : []));
  for (const i of unsaid)
    ask('columns', rows.find(({ cells }) => cells[i])?.cells[i] ?? { is: 'list.column-unsaid', column: i + 1 });
  for (const needed of ['kind', 'amount'] as const)
    if (at(needed) < 0) ask('columns', { is: `list.column-of-${needed}` });
  if (at('harvest') < 0 && at('packed') < 0) ask('columns', { is: 'list.column-of-date' });

  const wanted = wantedRows(rows, answers);
  const figures = wanted.flatMap(({ cells }) => AMOUNT.exec(cells[at('amount')] ?? '')?.[2] ?? []);
  const mark = markOf(figures);
  const by = answers.mark ?? (mark === 'open' ? null : mark === 'none' ? '.' : mark);
  if (by === null) for (const one of figures) if (writtenFigure(one, '.') !== writtenFigure(one, ',')) ask('mark', one);

  const faults: CellFault[] = [];
  const list = { answers, headings, thisYear, knowsPlace, by, at, ask, faults };
  const packets = wanted.flatMap((row) => packetOf(row, list) ?? []);
  const asks = LIST_QUESTIONS.flatMap((question): Ask[] => {
    const samples = asked.get(question);
    return samples ? [{ question, samples: [...samples].slice(0, 12) }] : [];
  });
  return { asks, faults, packets, mark };
}

/** The lines that are to be read, their cells as they were put right. */
function wantedRows(rows: readonly ListRow[], answers: Pick<ListAnswers, 'leftOut' | 'mended'>): readonly ListRow[] {
  const left = new Set(answers.leftOut);
  return rows
    .filter((row) => !left.has(row.line) && row.cells.some((cell) => cell.trim() !== ''))
    .map((row) => ({
      line: row.line,
      cells: row.cells.map((cell, i) => (answers.mended[row.line]?.[i] ?? cell).trim().replace(/\s+/g, ' ')),
    }));
}

/** What the columns of notes say, each under its own heading where that says more than "note". */
const notesOf = (
  columns: readonly (ListColumn | null)[],
  cells: readonly string[],
  headings: readonly string[],
): string[] =>
  columns.flatMap((column, i) => {
    const text = cells[i] ?? '';
    const heading = (headings[i] ?? '').split(': ').at(-1) ?? '';
    return column !== 'note' || text === '' ? [] : [isNoteHeading(heading) ? text : `${heading}: ${text}`];
  });
