import { type Column, PROVENANCE_COLUMNS, type Shape, type TableShape } from './columns.ts';
import { type Row, rowKey } from './tableShapes.ts';

export interface RowFault {
  /** From 0; null = the table as a whole. */
  readonly row: number | null;
  readonly column: string;
  readonly message: TableFault;
}

/** What is wrong with a row, or with a table; `says` is what its column is for. */
export type TableFault =
  | { readonly is: 'table.no-row' | 'table.cell-too-long' }
  | { readonly is: 'table.no-such-column'; readonly name: string }
  | { readonly is: 'table.not-together'; readonly says: string; readonly together: readonly string[] }
  /** Rows from 1. */
  | { readonly is: 'table.doubled'; readonly key: string; readonly row: number }
  | { readonly is: 'table.empty'; readonly says: string }
  | { readonly is: 'table.not-a-number' | 'table.not-whole' | 'table.not-yes-or-no'; readonly cell: string }
  | { readonly is: 'table.none-of'; readonly cell: string; readonly choices: readonly string[] }
  | { readonly is: 'table.ends-below'; readonly to: string; readonly from: string }
  | { readonly is: 'table.overlap'; readonly low: number }
  | { readonly is: 'table.gap'; readonly high: number };

/**
 * What is wrong with the rows of a table: unknown or empty columns, words where numbers belong, doubled rows,
 * and for stepped tables gaps and overlaps. An empty answer means that the table can be read.
 */
export function checkTable(shape: TableShape, rows: readonly Row[]): RowFault[] {
  const columns = [...shape.columns, ...PROVENANCE_COLUMNS];
  const known = new Set(columns.map((one) => one.name));
  const faults: RowFault[] = [];
  if (rows.length === 0) faults.push({ row: null, column: shape.key[0] ?? '', message: { is: 'table.no-row' } });
  const seen = new Map<string, number>();
  rows.forEach((row, i) => {
    for (const name of Object.keys(row))
      if (!known.has(name)) faults.push({ row: i, column: name, message: { is: 'table.no-such-column', name } });
    for (const column of columns) {
      const message = cellFault(column, (row[column.name] ?? '').trim());
      if (message) faults.push({ row: i, column: column.name, message });
    }
    const { together = [] } = shape;
    const empty = together.filter((name) => (row[name] ?? '').trim() === '');
    if (empty.length > 0 && empty.length < together.length)
      for (const column of columns.filter((one) => empty.includes(one.name)))
        faults.push({
          row: i,
          column: column.name,
          message: { is: 'table.not-together', says: column.says, together },
        });
    const key = rowKey(shape, row);
    const before = seen.get(key);
    if (before !== undefined)
      faults.push({ row: i, column: shape.key[0] ?? '', message: { is: 'table.doubled', key, row: before + 1 } });
    seen.set(key, i);
  });
  // Only figures that can be read can be put in order.
  if (faults.length === 0 && shape.shape) faults.push(...shapeFaults(shape.shape, rows));
  return faults;
}

function cellFault(column: Column, cell: string): TableFault | null {
  if (cell === '') return column.needed ? { is: 'table.empty', says: column.says } : null;
  switch (column.kind) {
    case 'number':
      return /^\d+(\.\d+)?$/.test(cell) ? null : { is: 'table.not-a-number', cell };
    case 'whole':
      return /^\d+$/.test(cell) ? null : { is: 'table.not-whole', cell };
    case 'yes-no':
      return cell === 'yes' || cell === 'no' ? null : { is: 'table.not-yes-or-no', cell };
    case 'choice':
      return column.choices?.includes(cell) ? null : { is: 'table.none-of', cell, choices: column.choices ?? [] };
    default:
      return cell.length > 2000 ? { is: 'table.cell-too-long' } : null;
  }
}

function shapeFaults(shape: Shape, rows: readonly Row[]): RowFault[] {
  if (shape.by === 'points') return [];
  const [from, to] = shape.by === 'classes' ? [shape.from, shape.to] : [shape.from, shape.below];
  const within = shape.by === 'classes' ? shape.within : undefined;
  const step = shape.by === 'classes' ? shape.step : 0;
  const faults: RowFault[] = [];
  const groups = new Map<string, { low: number; high: number; row: number }[]>();
  rows.forEach((row, i) => {
    const low = Number(row[from]);
    const high = (row[to] ?? '').trim() === '' ? Infinity : Number(row[to]);
    if (high < low)
      faults.push({
        row: i,
        column: to,
        message: { is: 'table.ends-below', to: row[to] ?? '', from: row[from] ?? '' },
      });
    const group = within === undefined ? '' : (row[within] ?? '');
    groups.set(group, [...(groups.get(group) ?? []), { low, high, row: i }]);
  });
  for (const group of groups.values()) {
    const sorted = group.sort((a, b) => a.low - b.low);
    sorted.slice(1).forEach((here, i) => {
      const before = sorted[i];
      if (!before) return;
      const distance = Number((here.low - before.high).toFixed(6));
      const touching = shape.by === 'half-open' ? 0 : Number.MIN_VALUE;
      if (distance < touching)
        faults.push({ row: here.row, column: from, message: { is: 'table.overlap', low: before.low } });
      else if (step !== null && distance > step)
        faults.push({ row: here.row, column: from, message: { is: 'table.gap', high: before.high } });
    });
  }
  return faults;
}
