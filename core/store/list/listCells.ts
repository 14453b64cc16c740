import type { MassUnit } from '../../units/gramsPer.ts';
import { DECIMAL_TEXT } from '../../units/mass.ts';
import type { DateOrder, ShortYears } from '../../units/writtenDate.ts';
import { type DecimalMark, writtenFigure } from '../../units/writtenFigure.ts';
import type { Amount } from '../packetBook.ts';
import type { ListColumn } from './columns.ts';
import type { ListFault } from './faults.ts';

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
  /** Of how many seeds an earlier test is, where the list has a percentage only. */
  readonly percentOf: number | null;
  /** What is done with an earlier test without a day. */
  readonly testDay: 'the day of packing' | 'into the note' | null;
  /** Cells that were put right by hand: line, then column. */
  readonly mended: Readonly<Record<string, Readonly<Record<string, string>>>>;
  /** Lines that are not brought in. */
  readonly leftOut: readonly number[];
}

/** A list about which nobody has answered anything. */
export const NOTHING_ANSWERED: ListAnswers = {
  columns: [],
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
};
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
export const AMOUNT =
  /^(about|ca\.?|c\.|circa|approx\.?|~|≈)? ?([\d.,'’ \u00a0\u202f]*\d) ?([a-z]+\.?)?(?: \(?(?:approx\.?|ca\.?)\)?)?$/i;

const OF = /^(\d{1,6}) ?(?:\/|of|out of|von) ?(\d{1,6})$/i;
const PERCENT_OF = /^(\d{1,3}(?:[.,]\d{1,2})?) ?%(?: ?(?:of|\/|\(n ?=) ?(\d{1,6})\)?)?$/i;

/** An earlier test as people write it: "7/10", "7 of 10", "80 %", "80 % of 25"; null = none. */
export function testOf(
  text: string,
  percentOf: number | null,
): { readonly seeds: number; readonly hits: number } | { readonly ask: 'percentOf' } | ListFault | null {
  if (text === '' || /^[-–—?]$/.test(text)) return null;
  const counted = OF.exec(text);
  if (counted) {
    const [hits, seeds] = [Number(counted[1]), Number(counted[2])];
    if (seeds < 1 || seeds > 100_000) return { is: 'list.test-of-too-many', seeds };
    return hits > seeds ? { is: 'list.more-than-sown', hits, seeds } : { seeds, hits };
  }
  const share = PERCENT_OF.exec(text);
  if (!share) return { is: 'list.not-a-test', text: text.slice(0, 40) };
  const percent = Number((share[1] ?? '').replace(',', '.'));
  if (percent > 100) return { is: 'list.over-hundred', percent };
  const seeds = share[2] === undefined ? percentOf : Number(share[2]);
  if (seeds === null) return { ask: 'percentOf' };
  if (seeds < 1 || seeds > 100_000) return { is: 'list.test-of-too-many', seeds };
  const hits = (percent * seeds) / 100;
  // A percentage that was rounded stands for the whole number next to it.
  return Math.abs(hits - Math.round(hits)) <= seeds / 200 + 1e-9
    ? { seeds, hits: Math.round(hits) }
    : { is: 'list.share-of-seed', percent, seeds };
}

type ReadAmount =
  { readonly amount: Amount; readonly words: string | null } | { readonly ask: 'mark' | 'bareAmounts' } | ListFault;

export function amountOf(
  text: string,
  unitCell: string,
  mark: DecimalMark | null,
  bare: ListAnswers['bareAmounts'],
): ReadAmount {
  if (text === '') return { is: 'list.no-amount' };
  const found = AMOUNT.exec(text);
  if (!found) return { is: 'list.not-an-amount', text: text.slice(0, 40) };
  const [, about, figureText = '', ownUnit] = found;
  const unitText = (ownUnit ?? unitCell).toLowerCase().replace(/\.$/, '');
  if (unitText !== '' && !Object.hasOwn(UNITS, unitText)) return { is: 'list.not-a-unit', text: unitText };
  const same = writtenFigure(figureText, '.') === writtenFigure(figureText, ',');
  if (mark === null && !same) return { ask: 'mark' };
  const figure = writtenFigure(figureText, mark ?? '.');
  if (figure === null) return { is: 'list.not-a-figure', text: figureText, mark: mark ?? '.' };
  if (!DECIMAL_TEXT.test(figure)) return { is: 'list.too-many-digits', text: figureText };
  const unit = unitText === '' ? bare : (UNITS[unitText] ?? null);
  if (unit === null) return { ask: 'bareAmounts' };
  if (!(Number(figure) > 0)) return { is: 'list.holds-nothing' };
  const words = about === undefined ? null : text;
  if (unit !== 'seeds') return { amount: { by: 'mass', text: figure, unit }, words };
  const seeds = Number(figure);
  if (!Number.isInteger(seeds) || seeds > 1e9) return { is: 'list.part-of-seed', text: figure };
  return { amount: { by: 'count', seeds }, words };
}
