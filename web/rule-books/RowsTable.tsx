import { type ReactNode, useMemo, useState } from 'react';
import { Form } from 'react-bootstrap';
import type { RuleBook, RuleTable } from '@mercato/core/rule-books/edition';
import { type Row, rowKey, TABLE_SHAPES } from '@mercato/core/rule-books/tableShapes';
import { DataTable } from '../ui/DataTable.tsx';
import type { Column } from '../ui/listColumn.ts';
import { Trust } from './Trust.tsx';

interface RowsTableProps {
  book: RuleBook;
  name: string;
  table: RuleTable;
  /** A cell before each row. */
  lead?: (row: Row, index: number) => ReactNode;
  /** Stands instead of a row that is being written. */
  edit?: (row: Row, index: number) => ReactNode;
  above?: ReactNode;
}

/** One table of an edition, with a search over all its cells. `lead` and `edit` are given where rows can be written. */
export function RowsTable({ book, name, table, lead, edit, above }: RowsTableProps) {
  const [sought, setSought] = useState('');
  const shape = TABLE_SHAPES[book][name];
  const lines = useMemo(() => table.rows.map((row, index): Line => ({ row, index })), [table]);
  const columns = useMemo(
    (): readonly Column<Line>[] => [
      ...(lead
        ? [
            {
              id: 'lead',
              head: 'what can be done',
              silent: true,
              fixed: true,
              sortable: false,
              value: () => null,
              cell: ({ row, index }: Line) => lead(row, index),
              className: 'text-nowrap',
            },
          ]
        : []),
      ...(shape?.columns ?? []).map((column) => ({
        id: column.name,
        head: column.says,
        figure: isFigure(column.kind),
        value: ({ row }: Line) => valueOf(row[column.name] ?? '', isFigure(column.kind)),
      })),
      {
        id: 'provenance',
        head: 'provenance',
        value: ({ row }: Line) => [row.verification, row.origin, row.confidence, row.doubts].filter(Boolean).join('; '),
        cell: ({ row }: Line) => <Trust row={row} table={table} />,
        className: 'soft small',
      },
    ],
    [shape, table, lead],
  );
  if (!shape) return <p />;
  return (
    <DataTable
      name={`${book} ${name}`}
      label={shape.title}
      className="rows"
      columns={columns}
      rows={lines}
      rowKey={({ row, index }) => `${rowKey(shape, row)} ${index}`}
      sought={sought}
      instead={({ row, index }) => edit?.(row, index)}
      tools={
        <>
          <Form.Control
            type="search"
            className="c-5 me-auto"
            aria-label="search this table"
            placeholder="search this table"
            value={sought}
            onChange={(event) => setSought(event.target.value)}
          />
          <span className="soft">
            {table.rows.length} rows · {table.section}
          </span>
        </>
      }
      above={above}
    />
  );
}

interface Line {
  readonly row: Row;
  readonly index: number;
}

const valueOf = (cell: string, figure: boolean): string | number => {
  const text = cell.replaceAll('<=>', '/').replaceAll(';', ', ');
  return figure && text !== '' && !Number.isNaN(Number(text)) ? Number(text) : text;
};
const isFigure = (kind: string) => kind === 'number' || kind === 'whole';
