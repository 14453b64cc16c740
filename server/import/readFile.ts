import { createReadStream } from 'node:fs';
import { pipeline } from 'node:stream';
import { parse } from 'csv-parse';
import { type Column, COLUMNS, ITEMS } from '@mercato/contract/import/file';
import type { Said } from '@mercato/contract/words/faults';
import { plainCell } from '../http/csv.ts';
import { fault as refuse } from '../http/fault.ts';
import type { Cell, FiledLot, Place } from '../lot-sheet/fromFile.ts';

/** A fault of a file: which line and column, what was wrong and what is allowed. */
export interface CellFault {
  readonly line: number;
  readonly column: Column | 'line';
  readonly message: Said | string;
}
/** The figures of one lot, found by what they are. */
export class LotCells implements FiledLot {
  private readonly cells = new Map<string, Cell>();
  readonly tests = new Map<string, Set<number>>();
  readonly dishDays = new Map<string, Set<string>>();
  private readonly names = new Map<string, string[]>();

  constructor(
    readonly reference: string,
    readonly line: number,
  ) {}

  /** False when this very figure stood there already. */
  add(what: string, at: Place, cell: Cell): boolean {
    const key = keyOf(what, at);
    if (this.cells.has(key)) return false;
    this.cells.set(key, cell);
    const step = what.slice(0, what.indexOf('.'));
    if (at.test) this.tests.set(step, (this.tests.get(step) ?? new Set()).add(Number(at.test)));
    if (at.dish && at.day)
      this.dishDays.set(at.test ?? '', (this.dishDays.get(at.test ?? '') ?? new Set()).add(`${at.dish} ${at.day}`));
    if (at.name) {
      const { name, ...rest } = at;
      this.names.set(keyOf(what, rest), [...this.named(what, rest), name]);
    }
    return true;
  }

  /** The names under which an item stands at a place, in the order of the file. */
  named(what: string, at: Omit<Place, 'name'>): readonly string[] {
    return this.names.get(keyOf(what, at)) ?? [];
  }

  /** The dishes of a test, past the first, that hold an item. */
  further(what: string, test: string): readonly string[] {
    const here = keyOf(what, { test }).split('\u0001').slice(0, 2).join('\u0001');
    return [...this.cells.keys()]
      .filter((key) => key.startsWith(`${here}\u0001`))
      .map((key) => key.split('\u0001')[2] ?? '')
      .sort((a, b) => Number(a) - Number(b));
  }

  get(what: string, at: Place = {}): Cell | undefined {
    return this.cells.get(keyOf(what, at));
  }

  has(step: string): boolean {
    return [...this.cells.keys()].some((key) => key.startsWith(`${step}.`));
  }

  get size(): number {
    return this.cells.size;
  }
}

const keyOf = (what: string, { test = '', dish = '', day = '', name = '' }: Place) =>
  [what, test, dish, day, name].join('\u0001');

const WHOLE = /^[1-9]\d{0,2}$/;

/** Records of one lot that stand together: bytes from..to of the file, below so many lines. */
interface Range {
  readonly from: number;
  to: number;
  readonly below: number;
}

interface Row {
  readonly reference: string;
  readonly what: string;
  readonly at: Place;
  readonly cell: Cell;
}

/** A record as a figure of a lot, or what is wrong with it. */
function readRow(
  record: readonly string[],
  line: number,
  note: (column: Column | 'line', message: Said) => void,
): Row | null {
  if (record.length !== COLUMNS.length) {
    note('line', { is: 'import.cells-missing', cells: record.length, needed: COLUMNS.length });
    return null;
  }
  const [reference = '', what = '', test = '', dish = '', day = '', name = '', value = '', unit = ''] = record;
  if (!reference) {
    note('lot', { is: 'import.reference-missing' });
    return null;
  }
  const item = Object.hasOwn(ITEMS, what) ? ITEMS[what] : undefined;
  if (!item) {
    note('what', { is: 'import.unknown-item', what: what.slice(0, 60) });
    return null;
  }
  const at = { test, dish, day, name };
  let good = true;
  for (const column of ['test', 'dish', 'day', 'name'] as const) {
    const needed = item.needs.includes(column);
    const wrong = needed ? (column === 'name' ? at.name === '' : !WHOLE.test(at[column])) : at[column] !== '';
    if (wrong) {
      note(
        column,
        needed
          ? { is: column === 'name' ? 'import.name-missing' : 'import.whole-number-needed' }
          : { is: 'import.stays-empty', what },
      );
      good = false;
    }
  }
  if (item.units.length > 0 ? !item.units.includes(unit) : unit !== '') {
    note(
      'unit',
      item.units.length > 0
        ? { is: 'import.unit-needed', units: item.units.join(', ') }
        : { is: 'import.stays-empty', what },
    );
    good = false;
  }
  return good
    ? {
        reference,
        what,
        at: {
          ...(test ? { test } : {}),
          ...(dish ? { dish } : {}),
          ...(day ? { day } : {}),
          ...(name ? { name } : {}),
        },
        cell: { value, unit, line },
      }
    : null;
}

const AS_CSV = { bom: true, relax_column_count: true, skip_empty_lines: true, info: true } as const;
interface Parsed {
  readonly record: string[];
  readonly info: { readonly lines: number; readonly bytes: number };
}
const plain = (record: readonly string[]) => record.map((cell) => plainCell(cell.trim()));

/** A lot file: looked through once from end to end, then read lot by lot, so that it is never whole in memory. */
export class LotFile {
  /** By reference, in the order in which they begin. */
  private readonly ranges = new Map<string, Range[]>();

  private constructor(private readonly path: string) {}

  get references(): readonly string[] {
    return [...this.ranges.keys()];
  }

  /** Looks at every row, and names every fault with its line and column. */
  static async open(path: string, fault: (fault: CellFault) => void): Promise<LotFile> {
    const file = new LotFile(path);
    let head = true;
    let last = { reference: '', lines: 0, bytes: 0 };
    try {
      for await (const { record, info } of rowsIn(path)) {
        const { lines: line, bytes } = info;
        if (head) {
          head = false;
          if (plain(record).join() !== COLUMNS.join()) {
            fault({ line: 1, column: 'line', message: { is: 'import.first-line', columns: COLUMNS.join(',') } });
            return file;
          }
          last = { reference: '', lines: line, bytes };
          continue;
        }
        const row = readRow(plain(record), line, (column, message) => fault({ line, column, message }));
        const reference = row?.reference ?? '';
        if (row) {
          const before = file.ranges.get(reference) ?? [];
          const open = before.at(-1);
          if (open && last.reference === reference) open.to = bytes;
          else before.push({ from: last.bytes, to: bytes, below: last.lines });
          file.ranges.set(reference, before);
        }
        last = { reference, lines: line, bytes };
      }
    } catch (error) {
      if (!isCsvError(error)) throw error;
      fault({ line: error.lines, column: 'line', message: { is: 'import.no-csv', why: error.message } });
      file.ranges.clear();
      return file;
    }
    if (head) fault({ line: 1, column: 'line', message: { is: 'import.first-line', columns: COLUMNS.join(',') } });
    return file;
  }

  /** The figures of one lot; one that stands there a second time is a fault. */
  async cells(reference: string, fault: (fault: CellFault) => void): Promise<LotCells> {
    let lot: LotCells | undefined;
    for (const { from, to, below } of this.ranges.get(reference) ?? []) {
      for await (const { record, info } of rowsIn(this.path, { start: from, end: to - 1 })) {
        const line = below + info.lines;
        // What was wrong with a row was told when the file was looked through.
        const row = readRow(plain(record), line, () => undefined);
        if (!row) continue;
        lot ??= new LotCells(reference, line);
        if (!lot.add(row.what, row.at, row.cell))
          fault({ line, column: 'what', message: { is: 'import.second-time', what: row.what } });
      }
    }
    return lot ?? new LotCells(reference, 1);
  }
}

/** The rows of a file, or of some bytes of it. It goes with whoever sent it: then nobody waits for an answer any more. */
async function* rowsIn(path: string, bytes: { start?: number; end?: number } = {}): AsyncIterable<Parsed> {
  try {
    yield* pipeline(createReadStream(path, bytes), parse(AS_CSV), () => undefined) as AsyncIterable<Parsed>;
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code === 'ENOENT') throw refuse('malformed', 'http.request-cannot-read-sent');
    throw error;
  }
}

const isCsvError = (error: unknown): error is Error & { lines: number } =>
  error instanceof Error && 'lines' in error && typeof error.lines === 'number';
