import { PROVENANCE_COLUMNS, rowKey, type Column, type Row, type Shape, type TableShape } from './tableShapes.ts';

export interface RowFault {
  /** From 0; null = the table as a whole. */
  readonly row: number | null;
  readonly column: string;
  readonly message: string;
}

/**
 * What is wrong with the rows of a table: unknown or empty columns, words where numbers belong, doubled rows,
 * and for stepped tables gaps and overlaps. An empty answer means that the table can be read.
 */
export function checkTable(shape: TableShape, rows: readonly Row[]): RowFault[] {
  const columns = [...shape.columns, ...PROVENANCE_COLUMNS];
  const known = new Set(columns.map((one) => one.name));
  const faults: RowFault[] = [];
  if (rows.length === 0) faults.push({ row: null, column: shape.key[0] ?? '', message: 'the table has no row' });
  const seen = new Map<string, number>();
  rows.forEach((row, i) => {
    for (const name of Object.keys(row))
      if (!known.has(name)) faults.push({ row: i, column: name, message: `the table has no column "${name}"` });
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
          message: `${column.says} is missing: ${together.join(', ')} are filled together or not at all`,
        });
    const key = rowKey(shape, row);
    const before = seen.get(key);
    if (before !== undefined)
      faults.push({ row: i, column: shape.key[0] ?? '', message: `"${key}" stands in row ${before + 1} already` });
    seen.set(key, i);
  });
  // Only figures that can be read can be put in order.
  if (faults.length === 0 && shape.shape) faults.push(...shapeFaults(shape.shape, rows));
  return faults;
}

function cellFault(column: Column, cell: string): string | null {
  if (cell === '') return column.needed ? `${column.says} is missing` : null;
  switch (column.kind) {
    case 'number':
      return /^\d+(\.\d+)?$/.test(cell) ? null : `"${cell}" is not a number of 0 or more`;
    case 'whole':
      return /^\d+$/.test(cell) ? null : `"${cell}" is not a whole number of 0 or more`;
    case 'yes-no':
      return cell === 'yes' || cell === 'no' ? null : `"${cell}" is neither yes nor no`;
    case 'choice':
      return column.choices?.includes(cell) ? null : `"${cell}" is none of ${column.choices?.join(', ') ?? ''}`;
    default:
      return cell.length > 2000 ? 'is longer than 2 000 characters' : null;
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
    if (high < low) faults.push({ row: i, column: to, message: `${row[to] ?? ''} lies below ${row[from] ?? ''}` });
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
        faults.push({ row: here.row, column: from, message: `overlaps the class that begins at ${before.low}` });
      else if (step !== null && distance > step)
        faults.push({ row: here.row, column: from, message: `leaves a gap after ${before.high}` });
    });
  }
  return faults;
}
