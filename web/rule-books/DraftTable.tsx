import { useState } from 'react';
import { Button, Form, Stack, Table } from 'react-bootstrap';
import type { FieldFault } from '@mercato/contract/http/problem';
import { checkRowsSchema, type DraftView } from '@mercato/contract/rule-books/editions';
import { tableFaultWords } from '@mercato/contract/rule-books/faults';
import { ruleBookRoutes } from '@mercato/contract/rule-books/routes';
import { checkTable } from '@mercato/core/rule-books/checkTable';
import type { TableShape } from '@mercato/core/rule-books/columns';
import { type Row, rowKey, TABLE_SHAPES } from '@mercato/core/rule-books/tableShapes';
import { Refused } from '../api/client.ts';
import { send, sendFile } from '../api/routes.ts';
import { Inline, Quiet, Small } from '../ui/Buttons.tsx';
import { EntryForm } from '../ui/EntryForm.tsx';
import { Field } from '../ui/Field.tsx';
import { to, useEntry } from '../ui/entry.ts';
import { FileField, TextField, Trouble } from '../ui/fields.tsx';
import { RowsTable } from './RowsTable.tsx';

interface DraftTableProps {
  draft: DraftView;
  name: string;
  lead: boolean;
}

export function DraftTable({ draft, name, lead }: DraftTableProps) {
  const [writing, setWriting] = useState<{ index: number; row: Record<string, string> } | null>(null);
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const leave = () => setWriting(null);
  const { store, bring, clear, faults, trouble } = useWrites(draft, name, leave);
  const shape = TABLE_SHAPES[draft.book][name];
  const table = draft.content.tables[name];
  if (!shape || !table) return null;

  const keep = () => {
    if (!writing) return;
    const rows = [...table.rows];
    rows[writing.index] = writing.row;
    void store(shape, rows);
  };
  const adding = writing?.index === table.rows.length ? writing : null;
  const editRow = (index: number, row: Record<string, string>) => (
    <EditRow
      key={`edit ${index}`}
      columns={shape.columns}
      row={row}
      faults={faults.filter((one) => one.path.startsWith(`rows.${index}.`))}
      change={(next) => setWriting({ index, row: next })}
      keep={keep}
      leave={() => {
        leave();
        clear();
      }}
    />
  );
  return (
    <>
      <h2>{shape.title}</h2>
      <Trouble text={trouble} />
      <FaultList faults={faults} />
      <RowsTable
        book={draft.book}
        name={name}
        table={table}
        {...(lead
          ? {
              lead: (row: Row, index: number) => {
                const key = rowKey(shape, row);
                return (
                  <RowLead
                    what={key}
                    chosen={chosen.has(key)}
                    choose={(wanted) => {
                      const next = new Set(chosen);
                      if (wanted) next.add(key);
                      else next.delete(key);
                      setChosen(next);
                    }}
                    write={() => setWriting({ index, row: { ...row } })}
                  />
                );
              },
              edit: (_row: Row, index: number) => (writing?.index === index ? editRow(index, writing.row) : null),
            }
          : {})}
        above={
          lead && (
            <Stack direction="horizontal" gap={2} className="actions">
              <Small onClick={() => setWriting({ index: table.rows.length, row: {} })}>add a row</Small>
              <Small
                disabled={chosen.size === 0}
                onClick={() =>
                  void store(
                    shape,
                    table.rows.filter((row) => !chosen.has(rowKey(shape, row))),
                  ).then((done) => {
                    if (done) setChosen(new Set());
                  })
                }
              >
                take {chosen.size} out
              </Small>
              <FileField label="table from a CSV file" accept=".csv,text/csv" onFile={(file) => void bring(file)} />
            </Stack>
          )
        }
      />
      {adding && (
        <Table className="rows">
          <tbody>{editRow(adding.index, adding.row)}</tbody>
        </Table>
      )}
      {lead && (
        <CheckForm
          draft={draft}
          name={name}
          keys={[...chosen]}
          all={() => setChosen(new Set(table.rows.map((row) => rowKey(shape, row))))}
          checked={() => setChosen(new Set())}
        />
      )}
    </>
  );
}

/** Writes to a table of a draft: what is wrong with its rows is said before they are sent, and after. */
function useWrites(draft: DraftView, name: string, written: () => void) {
  const [faults, setFaults] = useState<readonly FieldFault[]>([]);
  const [trouble, setTrouble] = useState<string>();
  const at = { draft: draft.id, table: name };
  const { version } = draft;
  const clear = () => {
    setTrouble(undefined);
    setFaults([]);
  };
  const attempt = async (work: () => Promise<DraftView>) => {
    clear();
    try {
      await work();
      written();
      return true;
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      setFaults(error.faults);
      setTrouble(error.message);
      return false;
    }
  };
  return {
    faults,
    trouble,
    clear,
    store: async (shape: TableShape, rows: readonly Row[]) => {
      const wrong = checkTable(shape, rows).map(({ row, column, message }) => ({
        path: `rows.${row ?? ''}.${column}`,
        message: tableFaultWords(message),
      }));
      if (wrong.length === 0) return attempt(() => send(ruleBookRoutes.writeTable, at, { rows }, { version }));
      setTrouble(`The table cannot stand so. ${wrong[0]?.message ?? ''}`);
      setFaults(wrong);
      return false;
    },
    bring: async (file: File) => {
      const text = await file.text();
      await attempt(() => sendFile(ruleBookRoutes.importTable, at, text, { version }));
    },
  };
}

interface EditRowProps {
  columns: readonly { name: string; says: string }[];
  row: Record<string, string>;
  faults: readonly FieldFault[];
  change: (row: Record<string, string>) => void;
  keep: () => void;
  leave: () => void;
}

function EditRow({ columns, row, faults, change, keep, leave }: EditRowProps) {
  return (
    <tr className="at">
      <td colSpan={columns.length + 2}>
        <form
          className="fields"
          onSubmit={(event) => {
            event.preventDefault();
            keep();
          }}
        >
          {columns.map((column, i) => (
            <TextField
              key={column.name}
              label={column.says}
              value={row[column.name] ?? ''}
              autoFocus={i === 0}
              fault={faults.find((one) => one.path.endsWith(`.${column.name}`))?.message}
              onChange={(text) => change({ ...row, [column.name]: text })}
            />
          ))}
          <Stack direction="horizontal" gap={2} className="actions">
            <Button type="submit" size="sm">
              Save the row
            </Button>
            <Small onClick={leave}>Cancel</Small>
          </Stack>
        </form>
      </td>
    </tr>
  );
}

interface CheckFormProps {
  draft: DraftView;
  name: string;
  keys: readonly string[];
  all: () => void;
  checked: () => void;
}

function CheckForm({ draft, name, keys, all, checked }: CheckFormProps) {
  const form = useEntry({
    from: { against: '' },
    body: (values) => ({ ...values, keys: [...keys] }),
    schema: checkRowsSchema,
    send: to(ruleBookRoutes.checkRows, { draft: draft.id, table: name }, { version: draft.version, done: checked }),
  });
  return (
    <EntryForm
      entry={form}
      title="Mark as checked"
      trouble={form.general ?? (form.fault('keys') ? 'Choose the rows that were compared.' : undefined)}
      send={<>{keys.length} rows agree with it</>}
      disabled={keys.length === 0}
      beside={<Quiet onClick={all}>Choose all rows</Quiet>}
      className="mt-3 w-form"
      waits
    >
      <Field entry={form} name="against" />
    </EntryForm>
  );
}

interface RowLeadProps {
  what: string;
  chosen: boolean;
  choose: (chosen: boolean) => void;
  write: () => void;
}

function RowLead({ what: key, chosen, choose, write }: RowLeadProps) {
  return (
    <span className="d-inline-flex gap-2">
      <Form.Check aria-label={`choose ${key}`} checked={chosen} onChange={(event) => choose(event.target.checked)} />
      <Inline className="opens" aria-label={`write ${key}`} onClick={write}>
        write
      </Inline>
    </span>
  );
}

/** What is wrong with a table, where that is more than one thing. */
const FaultList = ({ faults }: { faults: readonly FieldFault[] }) =>
  faults.length < 2 ? null : (
    <ul className="outside">
      {faults.slice(0, 12).map((one, i) => (
        <li key={i}>{one.message}</li>
      ))}
    </ul>
  );
