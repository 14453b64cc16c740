import { GRAMS_PER, MASS_UNITS, type MassUnit } from '../units/gramsPer.ts';
import { DECIMAL_TEXT, Exact } from '../units/mass.ts';

/** One line of a balance, understood. `steady` is null where the balance does not say. */
export type BalanceLine =
  | {
      readonly kind: 'reading';
      readonly text: string;
      readonly negative: boolean;
      readonly massG: number;
      readonly steady: boolean | null;
    }
  | { readonly kind: 'overload' }
  | { readonly kind: 'garbage'; readonly line: string };

export type LineReader = (line: string) => BalanceLine;

/** Longer lines than any balance sends are not looked at. */
const MOST_CHARACTERS = 200;

/**
 * Makes a reader of a balance's lines from a pattern that a person can write: text stands for itself, blanks for any
 * run of blanks, and
 *
 * - `{value}` for the figure, `{unit}` for its unit (g, kg, lb, oz; grams where the pattern names none),
 * - `{state:A|B}` for the words A (steady) and B (moving),
 * - `{any}` for whatever stands there without a blank.
 *
 * @param pattern   1 to 120 characters with exactly one `{value}`
 * @param overload  what the balance sends when it is overloaded; empty = nothing of its own
 * @throws {RangeError} naming what cannot be read in the pattern
 *
 * A pattern becomes a sequence of pieces that never overlap, so that no line can make the reading slow.
 */
export function lineReader(pattern: string, overload = ''): LineReader {
  if (pattern.trim() === '' || pattern.length > 120)
    throw new RangeError(`pattern must have 1 to 120 characters, got ${pattern.length}`);
  const words = { steady: '', moving: '' };
  let values = 0;
  const pieces = pattern
    .trim()
    .split(/(\{[^{}]*\}|\s+)/)
    .filter((piece) => piece !== '')
    .map((piece) => {
      if (/^\s+$/.test(piece)) return '\\s+';
      if (piece === '{value}') {
        values += 1;
        return '(?<sign>[+-]?)\\s*(?<value>\\d{1,9}(?:[.,]\\d{1,9})?)';
      }
      if (piece === '{unit}') return '(?<unit>[A-Za-z]{1,3})';
      if (piece === '{any}') return '\\S{1,40}';
      const state = /^\{state:([^|{}\s]{1,20})\|([^|{}\s]{1,20})\}$/.exec(piece);
      if (state) {
        [words.steady, words.moving] = [state[1] ?? '', state[2] ?? ''];
        return `(?<state>${escaped(words.steady)}|${escaped(words.moving)})`;
      }
      if (/[{}]/.test(piece)) throw new RangeError(`pattern: "${piece}" is none of {value} {unit} {state:A|B} {any}`);
      return escaped(piece);
    });
  if (values !== 1) throw new RangeError(`pattern must hold {value} once, got it ${values} times`);
  const shape = new RegExp(`^\\s*${pieces.join('')}\\s*$`);
  const over = overload.trim();
  return (line) => {
    const text = line.slice(0, MOST_CHARACTERS).trim();
    if (over !== '' && text === over) return { kind: 'overload' };
    const found = line.length > MOST_CHARACTERS ? null : shape.exec(text)?.groups;
    const garbage = { kind: 'garbage', line: text } as const;
    if (!found) return garbage;
    const value = (found.value ?? '').replace(',', '.');
    const unit = (found.unit ?? 'g').toLowerCase();
    if (!DECIMAL_TEXT.test(value) || !(MASS_UNITS as readonly string[]).includes(unit)) return garbage;
    const massG = new Exact(value).times(GRAMS_PER[unit as MassUnit]);
    return {
      kind: 'reading',
      // Grams as text, with as many decimals as the balance showed of its own unit.
      text: unit === 'g' ? value : massG.toString(),
      negative: found.sign === '-' && !massG.isZero(),
      massG: massG.toNumber(),
      steady: found.state === undefined ? null : found.state === words.steady,
    };
  };
}

const escaped = (text: string) => text.replace(/[.*+?^${}()|[\]\\/-]/g, '\\$&');
