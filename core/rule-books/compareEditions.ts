import type { EditionContent } from './edition.ts';
import type { TableShape } from './columns.ts';
import { type Row, rowKey, TABLE_SHAPES } from './tableShapes.ts';

export interface RowDifference {
  readonly table: string;
  readonly key: string;
  readonly kind: 'added' | 'removed' | 'changed';
  readonly cells: readonly { readonly column: string; readonly before: string; readonly after: string }[];
}

/** What a second edition of a book says otherwise than the first, row by row; rows are matched by what names them. */
export function compareEditions(first: EditionContent, second: EditionContent): readonly RowDifference[] {
  const names = [...new Set([...Object.keys(first.tables), ...Object.keys(second.tables)])];
  return names.flatMap((table) => {
    const shape = TABLE_SHAPES[first.book][table];
    if (!shape) return [];
    return compareRows(table, shape, first.tables[table]?.rows ?? [], second.tables[table]?.rows ?? []);
  });
}

export function compareRows(
  table: string,
  shape: TableShape,
  before: readonly Row[],
  after: readonly Row[],
): readonly RowDifference[] {
  const old = new Map(before.map((row) => [rowKey(shape, row), row]));
  const fresh = new Map(after.map((row) => [rowKey(shape, row), row]));
  const cellsOf = (a: Row, b: Row) =>
    [...new Set([...Object.keys(a), ...Object.keys(b)])]
      .map((column) => ({ column, before: (a[column] ?? '').trim(), after: (b[column] ?? '').trim() }))
      .filter((cell) => cell.before !== cell.after);
  return [
    ...[...old].flatMap(([key, row]): RowDifference[] => {
      const other = fresh.get(key);
      if (!other) return [{ table, key, kind: 'removed', cells: cellsOf(row, {}) }];
      const cells = cellsOf(row, other);
      return cells.length > 0 ? [{ table, key, kind: 'changed', cells }] : [];
    }),
    ...[...fresh].flatMap(([key, row]): RowDifference[] =>
      old.has(key) ? [] : [{ table, key, kind: 'added', cells: cellsOf({}, row) }],
    ),
  ];
}
