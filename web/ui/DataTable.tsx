import {
  type ColumnDef,
  columnFilteringFeature,
  columnVisibilityFeature,
  createFilteredRowModel,
  createSortedRowModel,
  globalFilteringFeature,
  type Row,
  rowSortingFeature,
  sortFn_alphanumeric,
  sortFn_basic,
  type SortingState,
  tableFeatures,
  useTable,
} from '@tanstack/react-table';
import { useVirtualizer } from '@tanstack/react-virtual';
import { ArrowDown, ArrowUp, Columns3, Download } from 'lucide-react';
import { type ComponentProps, type ReactNode, useMemo, useRef, useState } from 'react';
import { Dropdown, Form, Table } from 'react-bootstrap';
import { Inline } from './Buttons.tsx';
import { useKept } from './kept.ts';
import type { Column } from './listColumn.ts';

/** A list whose order the server keeps: "reference", "-reference" from the end, or '' as it comes. */
export interface ServerSort {
  readonly by: string;
  readonly change: (by: string) => void;
}

const features = tableFeatures({
  rowSortingFeature,
  columnVisibilityFeature,
  columnFilteringFeature,
  globalFilteringFeature,
  filteredRowModel: createFilteredRowModel(),
  sortedRowModel: createSortedRowModel(),
  sortFns: { alphanumeric: sortFn_alphanumeric, basic: sortFn_basic },
});
type ListRow<T extends object> = Row<typeof features, T>;

/** Above so many rows only those in sight are in the page. */
const MANY = 200;
const ROW_PX = 41;

/**
 * A list: sorted by its heads, its columns chosen and the choice kept on this machine, what is shown given out as a file,
 * and any length scrolled.
 */
export function DataTable<T extends object>({
  name,
  label,
  columns,
  rows,
  rowKey,
  rowProps,
  sought,
  sort,
  tools,
  above,
  className,
  instead,
}: {
  /** Under which the choice of columns is kept, and the file is named. */
  name: string;
  label: string;
  columns: readonly Column<T>[];
  rows: readonly T[];
  rowKey: (row: T) => string;
  rowProps?: (row: T, index: number) => ComponentProps<'tr'>;
  /** Every one of these words stands in a row that is shown; without it all are. */
  sought?: string;
  sort?: ServerSort;
  /** What else can be done with the list, beside its own tools. */
  tools?: ReactNode;
  /** Between the tools and the rows. */
  above?: ReactNode;
  className?: string;
  /** What stands in place of a row, such as a form that changes it. */
  instead?: (row: T) => ReactNode;
}) {
  const [hidden, keepHidden] = useKept<Record<string, boolean>>(`columns ${name}`, {});
  const [sorting, setSorting] = useState<SortingState>([]);
  const built = useMemo(
    () =>
      columns.map((one): ColumnDef<typeof features, T> => ({
        id: one.id,
        accessorFn: (row) => one.value(row),
        header: one.head,
        enableHiding: one.fixed !== true,
        enableSorting: one.sortable !== false,
        sortFn: one.figure === true ? 'basic' : 'alphanumeric',
      })),
    [columns],
  );
  const table = useTable({
    features,
    columns: built,
    data: rows,
    getRowId: rowKey,
    manualSorting: sort !== undefined,
    globalFilterFn: (row: ListRow<T>, _id: string, words: string) => holdsAll(columns, row.original, words),
    getColumnCanGlobalFilter: () => true,
    state: {
      sorting: sort ? sortingOf(sort.by) : sorting,
      columnVisibility: hidden,
      globalFilter: sought ?? '',
    },
    onSortingChange: (update) => {
      const next = typeof update === 'function' ? update(sort ? sortingOf(sort.by) : sorting) : update;
      if (sort) sort.change(next[0] ? `${next[0].desc ? '-' : ''}${next[0].id}` : '');
      else setSorting(next);
    },
    onColumnVisibilityChange: (update) => keepHidden(typeof update === 'function' ? update(hidden) : update),
  });
  const shown = table.getRowModel().rows;
  const seen = columns.filter((one) => hidden[one.id] !== false);
  return (
    <>
      <div className="d-flex justify-content-end align-items-center gap-2 mt-2 no-print">
        {tools}
        {sought && (
          <span className="soft" role="status">
            {shown.length} of {rows.length}
          </span>
        )}
        <ChooseColumns columns={columns} hidden={hidden} keep={keepHidden} />
        <Inline
          title="export what is shown"
          aria-label="export what is shown"
          onClick={() =>
            void giveOut(
              name,
              seen,
              shown.map((row) => row.original),
            )
          }
        >
          <Download size={16} aria-hidden />
        </Inline>
      </div>
      {above}
      <Body
        label={label}
        className={className}
        head={
          <tr>
            {table.getHeaderGroups()[0]?.headers.map((header) => {
              const column = columns.find((one) => one.id === header.column.id);
              const way = header.column.getIsSorted();
              return (
                <th
                  key={header.id}
                  className={classesOf(column)}
                  aria-sort={way === 'asc' ? 'ascending' : way === 'desc' ? 'descending' : undefined}
                >
                  {header.column.getCanSort() ? (
                    <Inline className="sorts" onClick={header.column.getToggleSortingHandler()}>
                      {column?.head}
                      {way === 'asc' && <ArrowUp size={13} aria-hidden />}
                      {way === 'desc' && <ArrowDown size={13} aria-hidden />}
                    </Inline>
                  ) : (
                    <span className={column?.silent ? 'visually-hidden' : undefined}>{column?.head}</span>
                  )}
                </th>
              );
            })}
          </tr>
        }
        rows={shown}
        line={(row, index, ref) =>
          instead?.(row.original) ?? (
            <tr key={row.id} data-index={index} {...rowProps?.(row.original, index)} {...(ref ? { ref } : {})}>
              {seen.map((one) => (
                <td key={one.id} className={classesOf(one)}>
                  {one.cell ? one.cell(row.original) : one.value(row.original)}
                </td>
              ))}
            </tr>
          )
        }
      />
    </>
  );
}

const classesOf = (column: Pick<Column<never>, 'figure' | 'className'> | undefined) =>
  [column?.figure && 'num', column?.className].filter(Boolean).join(' ') || undefined;

const sortingOf = (by: string): SortingState =>
  by === '' ? [] : [{ id: by.replace(/^-/, ''), desc: by.startsWith('-') }];

function holdsAll<T>(columns: readonly Column<T>[], row: T, words: string): boolean {
  const text = columns
    .map((one) => one.value(row))
    .join(' ')
    .toLowerCase();
  return words
    .toLowerCase()
    .split(/\s+/)
    .every((word) => text.includes(word));
}

interface BodyProps<T extends object> {
  label: string;
  className: string | undefined;
  head: ReactNode;
  rows: readonly ListRow<T>[];
  line: (row: ListRow<T>, index: number, ref?: (row: HTMLTableRowElement | null) => void) => ReactNode;
}

/** The rows, all of them or, of many, those in sight. */
function Body<T extends object>({ label, className, head, rows, line }: BodyProps<T>) {
  const scroller = useRef<HTMLDivElement>(null);
  const many = rows.length > MANY;
  // eslint-disable-next-line react-hooks/incompatible-library -- what it gives is read here alone, and on every render
  const virtual = useVirtualizer({
    count: many ? rows.length : 0,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW_PX,
    getItemKey: (index) => rows[index]?.id ?? index,
    overscan: 12,
  });
  const inSight = virtual.getVirtualItems();
  const above = inSight[0]?.start ?? 0;
  const below = virtual.getTotalSize() - (inSight.at(-1)?.end ?? 0);
  return (
    <div ref={scroller} className={many ? 'scroll tall' : 'scroll'} {...(many ? { tabIndex: 0 } : {})}>
      <Table className={className} aria-label={label} aria-rowcount={many ? rows.length : undefined}>
        <thead>{head}</thead>
        <tbody>
          {many ? (
            <>
              <tr aria-hidden style={{ height: above }} />
              {inSight.map(({ index }) => rows[index] && line(rows[index], index, virtual.measureElement))}
              <tr aria-hidden style={{ height: below }} />
            </>
          ) : (
            rows.map((row, index) => line(row, index))
          )}
        </tbody>
      </Table>
    </div>
  );
}

interface ChooseColumnsProps<T> {
  columns: readonly Column<T>[];
  hidden: Readonly<Record<string, boolean>>;
  keep: (hidden: Record<string, boolean>) => void;
}

function ChooseColumns<T>({ columns, hidden, keep }: ChooseColumnsProps<T>) {
  return (
    <Dropdown autoClose="outside">
      <Dropdown.Toggle variant="link" aria-label="columns" title="columns">
        <Columns3 size={16} aria-hidden />
      </Dropdown.Toggle>
      <Dropdown.Menu className="p-2">
        {columns
          .filter((one) => one.fixed !== true)
          .map((one) => (
            <Form.Check
              key={one.id}
              id={`column-${one.id}`}
              label={one.head}
              checked={hidden[one.id] !== false}
              onChange={(event) => keep({ ...hidden, [one.id]: event.target.checked })}
            />
          ))}
      </Dropdown.Menu>
    </Dropdown>
  );
}

/** What is shown as a file: a line each, in the order and the columns of the screen. */
async function giveOut<T>(name: string, columns: readonly Column<T>[], rows: readonly T[]): Promise<void> {
  const { unparse } = await import('papaparse');
  const text = unparse([columns.map((one) => one.head), ...rows.map((row) => columns.map((one) => one.value(row)))], {
    // What begins like a formula is no formula to a spreadsheet.
    escapeFormulae: true,
  });
  const link = document.createElement('a');
  link.href = URL.createObjectURL(new Blob([`\uFEFF${text}\r\n`], { type: 'text/csv;charset=utf-8' }));
  link.download = `${name}.csv`;
  link.click();
  setTimeout(() => URL.revokeObjectURL(link.href), 1000);
}
