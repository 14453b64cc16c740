import Table from 'react-bootstrap/Table';
import type { RuleBook, RuleTable } from '@mercato/core/rule-books/edition';
import { rowKey, TABLE_SHAPES, type Row } from '@mercato/core/rule-books/tableShapes';
import { useMemo, useState, type JSX, type ReactNode } from 'react';
import { Trust } from './Trust.tsx';

/** One table of an edition, with a search over all its cells. `lead` and `edit` are given where rows can be written. */
export function RowsTable({
  book,
  name,
  table,
  lead,
  edit,
  above,
}: {
  book: RuleBook;
  name: string;
  table: RuleTable;
  /** A cell before each row. */
  lead?: (row: Row, index: number) => ReactNode;
  /** Stands instead of a row that is being written. */
  edit?: (row: Row, index: number) => ReactNode;
  above?: ReactNode;
}): JSX.Element {
  const [sought, setSought] = useState('');
  const shape = TABLE_SHAPES[book][name];
  const rows = useMemo(() => {
    const words = sought.toLowerCase().split(/\s+/).filter(Boolean);
    return table.rows
      .map((row, index) => ({ row, index }))
      .filter(({ row }) => {
        const text = Object.values(row).join(' ').toLowerCase();
        return words.every((word) => text.includes(word));
      });
  }, [table, sought]);
  if (!shape) return <p />;
  return (
    <>
      <div className="actions mt-2">
        <input
          className="form-control c-5"
          type="search"
          aria-label="search this table"
          placeholder="search this table"
          value={sought}
          onChange={(event) => setSought(event.target.value)}
        />
        <span className="soft">
          {rows.length} of {table.rows.length} rows · {table.section}
        </span>
      </div>
      {above}
      <div className="scroll">
        <Table className="rows">
          <thead>
            <tr>
              {lead && <th />}
              {shape.columns.map((column) => (
                <th key={column.name} className={isFigure(column.kind) ? 'num' : undefined}>
                  {column.says}
                </th>
              ))}
              <th>provenance</th>
            </tr>
          </thead>
          <tbody>
            {rows.map(({ row, index }) => {
              const written = edit?.(row, index);
              if (written) return written;
              return (
                <tr key={`${rowKey(shape, row)} ${index}`}>
                  {lead && <td className="text-nowrap">{lead(row, index)}</td>}
                  {shape.columns.map((column) => (
                    <td key={column.name} className={isFigure(column.kind) ? 'num' : undefined}>
                      {(row[column.name] ?? '').replaceAll('<=>', '/').replaceAll(';', ', ')}
                    </td>
                  ))}
                  <td className="soft small">
                    <Trust row={row} table={table} />
                  </td>
                </tr>
              );
            })}
          </tbody>
        </Table>
      </div>
    </>
  );
}

const isFigure = (kind: string) => kind === 'number' || kind === 'whole';
