import type Joi from 'joi';
import type { Said } from '@mercato/contract/words/faults';
import type { WriteContext } from '../http/context.ts';
import type { Lot } from '../register/lots.ts';

export interface Cell {
  readonly value: string;
  readonly unit: string;
  readonly line: number;
}

export interface Place {
  readonly test?: string;
  readonly dish?: string;
  readonly day?: string;
  readonly name?: string;
}
/** The figures of one lot as a file holds them. */
export interface FiledLot {
  readonly line: number;
  readonly get: (what: string, at?: Place) => Cell | undefined;
  /** The names under which an item stands at a place, in the order of the file. */
  readonly named: (what: string, at: Omit<Place, 'name'>) => readonly string[];
  /** The dishes of a test, past the first, that hold an item. */
  readonly further: (what: string, test: string) => readonly string[];
  /** Dish and day of each count of a test: "2 10". */
  readonly dishDays: ReadonlyMap<string, ReadonlySet<string>>;
}

/** A body under construction, which remembers on which line each of its fields stood. */
export class Body {
  readonly value: Record<string, unknown> = {};
  private readonly lines = new Map<string, { line: number; column: 'value' | 'unit' }>();
  constructor(
    private readonly lot: Pick<FiledLot, 'get'>,
    private readonly at: Place = {},
  ) {}

  /** Puts a cell's figure at a path; `name` is for items that stand once for each name. */
  set(path: string, what: string, read: (cell: Cell) => unknown, missing?: unknown, name?: string): this {
    const cell = this.lot.get(what, name === undefined ? this.at : { ...this.at, name });
    if (cell) this.lines.set(path, { line: cell.line, column: 'value' });
    const value = cell ? read(cell) : missing;
    if (value === undefined) return this;
    const keys = path.split('.');
    const last = keys.pop() ?? '';
    let place = this.value;
    for (const key of keys) place = (place[key] ??= {}) as Record<string, unknown>;
    place[last] = value;
    return this;
  }

  where(path: string): { line: number; column: 'value' | 'unit' } | undefined {
    if (path.endsWith('.unit')) {
      const mass = this.lines.get(path.slice(0, -5));
      if (mass) return { line: mass.line, column: 'unit' };
    }
    for (let rest = path; ; rest = rest.slice(0, rest.lastIndexOf('.'))) {
      const found = this.lines.get(rest);
      if (found || !rest.includes('.')) return found;
    }
  }
}

export const word = (cell: Cell) => cell.value;
export const mass = (cell: Cell) => ({ text: cell.value, unit: cell.unit });
/** A number where it is one; otherwise the text, so that the schema can refuse it by its field. */
export const number = (cell: Cell) => (/^\d{1,9}$/.test(cell.value) ? Number(cell.value) : cell.value);

export type FromFile = Pick<WriteContext<unknown>, 'tx' | 'person' | 'hand' | 'now' | 'audit' | 'touch'>;

/** A test that a file brings in, with what its step needs to write it down through the functions of its own screens. */
export interface TestFromFile {
  readonly context: FromFile;
  readonly cells: FiledLot;
  readonly lot: Lot;
  /** Its number, as every one of its lines names it. */
  readonly test: string;
  /** A body that remembers the lines of its fields. */
  readonly body: (at?: Omit<Place, 'test'>) => Body;
  /** Checks a body by its schema and runs the write; faults of either are put back to their lines. */
  readonly write: <B, R>(body: Body, schema: Joi.Schema<B>, run: (body: B) => Promise<R>) => Promise<R>;
  /** Draws the working sample that the file names; answers with its id. */
  readonly draw: () => Promise<string>;
  /** The context for figures seen on the days that the file says. */
  readonly dated: (vesselId: string) => Promise<FromFile>;
  /** What cannot be brought in, at a line. */
  readonly stop: (line: number, column: 'dish' | 'value', message: Said) => never;
}

/** Why what a file brings is written down late. */
export const FROM_FILE = 'imported from a file';
export function late(body: Body, path: string): Body {
  if (body.value[path] !== undefined) body.value.lateReason = FROM_FILE;
  return body;
}
