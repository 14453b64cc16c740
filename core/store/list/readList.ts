import { writtenDate, type DateOrder, type ShortYears } from '../../units/writtenDate.ts';
import { markOf, writtenFigure, type DecimalMark } from '../../units/writtenFigure.ts';
import { DECIMAL_TEXT, type MassUnit } from '../../units/mass.ts';
import type { Amount } from '../packetBook.ts';
import type { ListColumn } from './columns.ts';

/** What somebody answered about a list; null = not asked yet, or not answered. */
export interface ListAnswers {
  readonly columns: readonly (ListColumn | null)[];
  readonly order: DateOrder | null;
  readonly shortYears: ShortYears | null;
  readonly mark: DecimalMark | null;
  /** What a figure without a unit counts. */
  readonly bareAmounts: 'seeds' | MassUnit | null;
  /** What is done where only one of harvest and packing is dated. */
  readonly missingDate: 'take the other' | 'name the lines' | null;
  /** What is done with places that the store does not know. */
  readonly unknownPlaces: 'make them' | 'into the note' | null;
  /** Cells that were put right by hand: line, then column. */
  readonly mended: Readonly<Record<string, Readonly<Record<string, string>>>>;
  /** Lines that are not brought in. */
  readonly leftOut: readonly number[];
}

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
] as const;
export type ListQuestion = (typeof LIST_QUESTIONS)[number];

export interface Ask {
  readonly question: ListQuestion;
  readonly words: string;
  /** Cells that cannot be read without an answer, each as it stands. */
  readonly samples: readonly string[];
}

export interface CellFault {
  readonly line: number;
  /** From 0; null = the whole line. */
  readonly column: number | null;
  readonly message: string;
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
const UNITS: Readonly<Record<string, 'seeds' | MassUnit>> = {
  seed: 'seeds',
  seeds: 'seeds',
  pcs: 'seeds',
  pc: 'seeds',
  pieces: 'seeds',
  g: 'g',
  gr: 'g',
  gram: 'g',
  grams: 'g',
  kg: 'kg',
  kilo: 'kg',
  oz: 'oz',
  ounce: 'oz',
  ounces: 'oz',
  lb: 'lb',
  lbs: 'lb',
  pound: 'lb',
  pounds: 'lb',
};
const AMOUNT =
  /^(about|ca\.?|c\.|circa|approx\.?|~|≈)? ?([\d.,'’ \u00a0\u202f]*\d) ?([a-z]+\.?)?(?: \(?(?:approx\.?|ca\.?)\)?)?$/i;

/**
 * Reads somebody's list of packets: every line is looked at, every cell that cannot be is named, and whatever can be
 * read in more than one way is asked.
 *
 * @param rows        lines below the headings; all of the same width
 * @param answers     what was answered so far
 * @param thisYear    the year in which it is read
 * @param knowsPlace  whether the store has a place of this name
 */
export function readList(
  rows: readonly ListRow[],
  answers: ListAnswers,
  thisYear: number,
  knowsPlace: (name: string) => boolean,
): ReadList {
  const at = (column: ListColumn) => answers.columns.indexOf(column);
  const asked = new Map<ListQuestion, Set<string>>();
  const ask = (question: ListQuestion, sample: string) => {
    asked.set(question, (asked.get(question) ?? new Set()).add(sample));
  };
  const unsaid = answers.columns.flatMap((one, i) => (one === null ? [i] : []));
  for (const i of unsaid) ask('columns', rows.find(({ cells }) => cells[i])?.cells[i] ?? `column ${i + 1}`);
  for (const needed of ['kind', 'amount'] as const)
    if (at(needed) < 0) ask('columns', `no column says ${needed === 'kind' ? 'what it is' : 'how much there is'}`);
  if (at('harvest') < 0 && at('packed') < 0) ask('columns', 'no column has a date: the year of harvest is needed');

  const left = new Set(answers.leftOut);
  const wanted = rows
    .filter((row) => !left.has(row.line) && row.cells.some((cell) => cell.trim() !== ''))
    .map((row) => ({
      line: row.line,
      cells: row.cells.map((cell, i) => (answers.mended[row.line]?.[i] ?? cell).trim().replace(/\s+/g, ' ')),
    }));
  const figures = wanted.flatMap(({ cells }) => {
    const found = AMOUNT.exec(cells[at('amount')] ?? '')?.[2];
    return found === undefined ? [] : [found];
  });
  const mark = markOf(figures);
  const by = answers.mark ?? (mark === 'open' ? null : mark === 'none' ? '.' : mark);
  if (by === null) for (const one of figures) if (writtenFigure(one, '.') !== writtenFigure(one, ',')) ask('mark', one);

  const faults: CellFault[] = [];
  const packets: ListedPacket[] = [];
  for (const row of wanted) {
    const before = faults.length;
    const cell = (column: ListColumn) => row.cells[at(column)] ?? '';
    const fault = (column: ListColumn, message: string) => {
      faults.push({ line: row.line, column: at(column) < 0 ? null : at(column), message });
    };
    /** What of this line waits for an answer. */
    const waits: ListQuestion[] = [];
    for (const [column, most] of Object.entries(MOST) as [ListColumn, number][])
      if (cell(column).length > most) fault(column, `is longer than ${most} characters`);
    if (at('kind') >= 0 && cell('kind') === '') fault('kind', 'what it is, is missing');

    const date = (column: 'harvest' | 'packed'): string | null => {
      const text = cell(column);
      if (text === '') return null;
      const found = writtenDate(text, { order: answers.order, shortYears: answers.shortYears, thisYear });
      if (found.ok) {
        const year = Number(found.date.slice(0, 4));
        if (year < 1900 || year > thisYear) fault(column, `${found.date} is not between 1900 and ${thisYear}`);
        return found.date;
      }
      if (found.asks.length === 0) fault(column, found.why);
      for (const one of found.asks) ask(one, text);
      waits.push(...found.asks);
      return null;
    };
    let harvest = date('harvest');
    let packed = date('packed');
    const [noHarvest, noPacked] = [cell('harvest') === '', cell('packed') === ''];
    if (noHarvest && noPacked) fault('harvest', 'the year of harvest is missing');
    else if (noHarvest || noPacked) {
      if (answers.missingDate === null) {
        ask(
          'missingDate',
          `line ${row.line}: only ${noHarvest ? 'packed' : 'harvest'} ${cell(noHarvest ? 'packed' : 'harvest')}`,
        );
        waits.push('missingDate');
      } else if (answers.missingDate === 'take the other') {
        harvest ??= packed?.slice(0, 4) ?? null;
        packed ??= harvest;
      } else fault(noHarvest ? 'harvest' : 'packed', 'the date is missing');
    }
    if (harvest !== null && packed !== null && packed.slice(0, harvest.length) < harvest.slice(0, packed.length))
      fault('packed', `packed ${packed}, before its harvest ${harvest}`);

    const amount = amountOf(cell('amount'), cell('unit'), by, answers.bareAmounts);
    if ('message' in amount) {
      if (at('amount') >= 0) fault('amount', amount.message);
    } else if ('ask' in amount) {
      if (amount.ask === 'bareAmounts') ask('bareAmounts', cell('amount'));
      waits.push(amount.ask);
    }
    const place = cell('place');
    const known = place === '' || knowsPlace(place);
    if (!known && answers.unknownPlaces === null) ask('unknownPlaces', place);
    const note = [
      ...answers.columns.flatMap((column, i) => (column === 'note' ? [row.cells[i] ?? ''] : [])),
      ...('words' in amount && amount.words !== null ? [`the list says ${amount.words}`] : []),
      ...(known || answers.unknownPlaces !== 'into the note' ? [] : [`lay in ${place}`]),
    ]
      .filter(Boolean)
      .join('; ');
    if (note.length > NOTE) fault('note', `notes are longer than ${NOTE} characters together`);
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
    });
  }
  const asks = LIST_QUESTIONS.flatMap((question): Ask[] => {
    const samples = asked.get(question);
    return samples ? [{ question, words: QUESTIONS[question], samples: [...samples].slice(0, 12) }] : [];
  });
  return { asks, faults, packets, mark };
}

const QUESTIONS: Readonly<Record<ListQuestion, string>> = {
  columns: 'What is in each column?',
  order: 'In which order are these dates written?',
  shortYears: 'What do years of two digits mean?',
  mark: 'What parts the tenths in these figures?',
  bareAmounts: 'What do figures without a unit count?',
  missingDate: 'Some lines have one date, of the harvest or of the packing. What of the other?',
  unknownPlaces: 'These places are not in the store yet. What shall become of them?',
};

type ReadAmount =
  | { readonly amount: Amount; readonly words: string | null }
  | { readonly ask: 'mark' | 'bareAmounts' }
  | { readonly message: string };

function amountOf(
  text: string,
  unitCell: string,
  mark: DecimalMark | null,
  bare: ListAnswers['bareAmounts'],
): ReadAmount {
  if (text === '') return { message: 'how much it holds is missing' };
  const found = AMOUNT.exec(text);
  if (!found) return { message: `“${text.slice(0, 40)}” is no amount: write 50, 50 seeds or 2.5 g` };
  const [, about, figureText = '', ownUnit] = found;
  const unitText = (ownUnit ?? unitCell).toLowerCase().replace(/\.$/, '');
  if (unitText !== '' && !Object.hasOwn(UNITS, unitText))
    return { message: `“${unitText}” is no unit known here: seeds, g, kg, oz, lb` };
  const same = writtenFigure(figureText, '.') === writtenFigure(figureText, ',');
  if (mark === null && !same) return { ask: 'mark' };
  const figure = writtenFigure(figureText, mark ?? '.');
  if (figure === null)
    return { message: `“${figureText}” is no figure with the ${mark === ',' ? 'comma' : 'point'} before the tenths` };
  if (!DECIMAL_TEXT.test(figure)) return { message: `“${figureText}” has more than nine digits` };
  const unit = unitText === '' ? bare : (UNITS[unitText] ?? null);
  if (unit === null) return { ask: 'bareAmounts' };
  if (!(Number(figure) > 0)) return { message: 'holds nothing: leave the line out' };
  const words = about === undefined ? null : text;
  if (unit !== 'seeds') return { amount: { by: 'mass', text: figure, unit }, words };
  const seeds = Number(figure);
  if (!Number.isInteger(seeds) || seeds > 1e9) return { message: `${figure} is no whole number of seeds` };
  return { amount: { by: 'count', seeds }, words };
}
