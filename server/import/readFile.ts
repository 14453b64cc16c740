import { parse } from 'csv-parse/sync';
import { COLUMNS, ITEMS, type Column } from '@mercato/contract/import/file';

/** A fault of a file: which line and column, what was wrong and what is allowed. */
export interface CellFault {
  readonly line: number;
  readonly column: Column | 'line';
  readonly message: string;
}
export interface Cell {
  readonly value: string;
  readonly unit: string;
  readonly line: number;
}

/** The figures of one lot, found by what they are. */
export class LotCells {
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

  /** The further trays of a search. */
  trays(test: string): readonly string[] {
    const here = keyOf('other-seeds.trayExamined', { test }).split('\u0001').slice(0, 2).join('\u0001');
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

export interface Place {
  readonly test?: string;
  readonly dish?: string;
  readonly day?: string;
  readonly name?: string;
}
const keyOf = (what: string, { test = '', dish = '', day = '', name = '' }: Place) =>
  [what, test, dish, day, name].join('\u0001');

const WHOLE = /^[1-9]\d{0,2}$/;

/** Reads a lot file: every row is looked at, and every fault named with its line and column. */
export function readLotFile(text: string): { lots: LotCells[]; faults: CellFault[] } {
  const faults: CellFault[] = [];
  let rows: { record: string[]; line: number }[];
  try {
    const parsed = parse(text, {
      bom: true,
      relax_column_count: true,
      skip_empty_lines: true,
      info: true,
    }) as unknown as { record: string[]; info: { lines: number } }[];
    rows = parsed.map(({ record, info }) => ({ record: record.map((cell) => cell.trim()), line: info.lines }));
  } catch (error) {
    const line = typeof error === 'object' && error !== null && 'lines' in error ? Number(error.lines) : 1;
    return {
      lots: [],
      faults: [
        {
          line,
          column: 'line',
          message: `cannot be read as CSV: ${error instanceof Error ? error.message : 'malformed'}`,
        },
      ],
    };
  }
  const head = rows.shift();
  if (head?.record.join() !== COLUMNS.join())
    return { lots: [], faults: [{ line: 1, column: 'line', message: `the first line must be ${COLUMNS.join(',')}` }] };
  const lots = new Map<string, LotCells>();
  for (const { record, line } of rows) {
    const fault = (column: Column | 'line', message: string) => faults.push({ line, column, message });
    if (record.length !== COLUMNS.length) {
      fault('line', `has ${record.length} cells, ${COLUMNS.length} are needed`);
      continue;
    }
    const [reference = '', what = '', test = '', dish = '', day = '', name = '', value = '', unit = ''] = record;
    if (!reference) {
      fault('lot', 'the reference of the lot is missing');
      continue;
    }
    const item = Object.hasOwn(ITEMS, what) ? ITEMS[what] : undefined;
    if (!item) {
      fault('what', `"${what.slice(0, 60)}" is not something a lot file holds; see the list of items`);
      continue;
    }
    const at = { test, dish, day, name };
    let good = true;
    for (const column of ['test', 'dish', 'day', 'name'] as const) {
      const needed = item.needs.includes(column);
      const wrong = needed ? (column === 'name' ? at.name === '' : !WHOLE.test(at[column])) : at[column] !== '';
      if (wrong) {
        fault(
          column,
          needed
            ? column === 'name'
              ? 'a name is missing'
              : 'a whole number from 1 is needed'
            : `stays empty for ${what}`,
        );
        good = false;
      }
    }
    if (item.units.length > 0 ? !item.units.includes(unit) : unit !== '') {
      fault('unit', item.units.length > 0 ? `one of ${item.units.join(', ')} is needed` : `stays empty for ${what}`);
      good = false;
    }
    if (!good) continue;
    const lot = lots.get(reference) ?? new LotCells(reference, line);
    lots.set(reference, lot);
    if (
      !lot.add(
        what,
        { ...(test ? { test } : {}), ...(dish ? { dish } : {}), ...(day ? { day } : {}), ...(name ? { name } : {}) },
        { value, unit, line },
      )
    )
      fault('what', `${what} stands here a second time`);
  }
  return { lots: [...lots.values()], faults };
}
