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
  const headingOf = (column: ListColumn) => (headings[at(column)] ?? column).split(': ').at(-1) ?? column;
  const asked = new Map<ListQuestion, Set<string | ListGap>>();
  const ask = (question: ListQuestion, sample: string | ListGap) =>
    asked.set(question, (asked.get(question) ?? new Set()).add(sample));
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
  const packets: ListedPacket[] = [];
  for (const row of wanted) {
    const before = faults.length;
    const cell = (column: ListColumn) => row.cells[at(column)] ?? '';
    // No cell is called wrong before somebody said what its column is.
    const fault = (column: ListColumn, message: ListFault) => {
      if (at(column) >= 0) faults.push({ line: row.line, column: at(column), message });
    };
    /** What of this line waits for an answer. */
    const waits: ListQuestion[] = [];
    for (const [column, most] of Object.entries(MOST) as [ListColumn, number][])
      if (cell(column).length > most) fault(column, { is: 'list.too-long', most });
    if (at('kind') >= 0 && cell('kind') === '') fault('kind', { is: 'list.no-kind' });

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
    let harvest = date('harvest');
    let packed = date('packed');
    const [noHarvest, noPacked] = [cell('harvest') === '', cell('packed') === ''];
    if (noHarvest && noPacked) fault(at('harvest') >= 0 ? 'harvest' : 'packed', { is: 'list.no-year' });
    else if (noHarvest || noPacked) {
      if (answers.missingDate === null) {
        const column = noHarvest ? 'packed' : 'harvest';
        ask('missingDate', { is: 'list.one-date', line: row.line, column, text: cell(column) });
        waits.push('missingDate');
      } else if (answers.missingDate === 'take the other') {
        harvest ??= packed?.slice(0, 4) ?? null;
        packed ??= harvest;
      } else {
        const [empty, other] = noHarvest ? (['harvest', 'packed'] as const) : (['packed', 'harvest'] as const);
        fault(at(empty) >= 0 ? empty : other, { is: at(empty) >= 0 ? 'list.no-date' : 'list.no-other-date' });
      }
    }
    if (harvest !== null && packed !== null && packed.slice(0, harvest.length) < harvest.slice(0, packed.length))
      fault('packed', { is: 'list.packed-before-harvest', day: packed, harvest });

    const amount = amountOf(cell('amount'), cell('unit'), by, answers.bareAmounts);
    if ('is' in amount) {
      if (at('amount') >= 0) fault('amount', amount);
    } else if ('ask' in amount) {
      if (amount.ask === 'bareAmounts') ask('bareAmounts', cell('amount'));
      waits.push(amount.ask);
    }
    const place = cell('place');
    const known = place === '' || knowsPlace(place);
    if (!known && answers.unknownPlaces === null) ask('unknownPlaces', place);
    const tested = testOf(cell('test'), answers.percentOf);
    let testNote: string | null = null;
    let test: ListedPacket['test'] = null;
    if (tested !== null) {
      if ('is' in tested) fault('test', tested);
      else if ('ask' in tested) {
        ask('percentOf', cell('test'));
        waits.push('percentOf');
      } else {
        const on = cell('tested') === '' ? null : date('tested');
        if (cell('tested') === '' && answers.testDay === null) {
          ask('testDay', { is: 'list.test-undated', line: row.line, text: cell('test') });
          waits.push('testDay');
        } else if (cell('tested') === '' && answers.testDay === 'into the note')
          testNote = `${headingOf('test')}: ${cell('test')}`;
        else {
          const day = on ?? packed;
          if (day !== null && harvest !== null && day.slice(0, harvest.length) < harvest.slice(0, day.length))
            fault(at('tested') >= 0 ? 'tested' : 'test', { is: 'list.tested-before-harvest', day, harvest });
          else if (day !== null)
            test = {
              on: `${day}-01-01`.slice(0, 10),
              seeds: tested.seeds,
              hits: tested.hits,
              words: `the list says ${cell('test')}${day.length < 10 ? `, ${day}` : ''}`,
            };
        }
      }
    }
    const note = [
      ...notesOf(answers.columns, row.cells, headings),
      ...('words' in amount && amount.words !== null ? [`the list says ${amount.words}`] : []),
      ...(known || answers.unknownPlaces !== 'into the note' ? [] : [`lay in ${place}`]),
      ...(testNote === null ? [] : [testNote]),
    ]
      .filter(Boolean)
      .join('; ');
    if (note.length > NOTE) fault('note', { is: 'list.notes-too-long', most: NOTE });
    if (waits.length > 0 || faults.length > before || harvest === null || packed === null || !('amount' in amount))
      continue;
    packets.push({
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
    });
  }
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
