import { useQuery } from '@tanstack/react-query';
import { Table } from 'react-bootstrap';
import { Link, useSearchParams } from 'react-router';
import { ruleBookRoutes } from '@mercato/contract/rule-books/routes';
import { compareEditions } from '@mercato/core/rule-books/compareEditions';
import type { EditionContent } from '@mercato/core/rule-books/edition';
import { TABLE_SHAPES } from '@mercato/core/rule-books/tableShapes';
import { reading } from '../api/routes.ts';
import { Busy } from '../ui/Busy.tsx';

const useContent = (id: string) =>
  useQuery({ ...reading(ruleBookRoutes.edition, { edition: id }), staleTime: Infinity, enabled: id !== '' });

/** An edition that is still being written. */
const useDraftContent = (id: string) =>
  useQuery({ ...reading(ruleBookRoutes.draft, { draft: id }), enabled: id !== '' });

const WORDS = { added: 'new', removed: 'gone', changed: 'changed' } as const;

/** Two editions of a book, or an edition and a draft, row by row: only what differs. */
export default function Compare() {
  const [search] = useSearchParams();
  const first = useContent(search.get('a') ?? '').data;
  const draft = useDraftContent(search.get('draft') ?? '').data;
  const edition = useContent(search.get('b') ?? '').data;
  const second = draft ? { ...draft.content, name: `${draft.name} (draft)` } : edition;
  if (!first || !second) return <Busy />;
  if (first.book !== second.book)
    return (
      <main>
        <h1>These cannot be compared</h1>
        <p>They are editions of two different books.</p>
      </main>
    );
  const differences = compareEditions(first, second);
  return (
    <main>
      <h1>Two editions compared</h1>
      <p className="soft">
        <Link to="/rules">all rule books</Link> · <b>{first.name}</b> against <b>{second.name}</b>:{' '}
        {differences.length === 0 ? 'every row is the same' : `${differences.length} rows differ`}
      </p>
      {Object.keys(TABLE_SHAPES[first.book]).map((table) => {
        const rows = differences.filter((one) => one.table === table);
        return rows.length === 0 ? null : (
          <section key={table} className="mt-3">
            <h2>{TABLE_SHAPES[first.book][table]?.title}</h2>
            <Table className="w-wide">
              <tbody>
                {rows.map((row) => (
                  <tr key={row.key}>
                    <td className="c-5">{row.key}</td>
                    <td className="c-2">{WORDS[row.kind]}</td>
                    <td>
                      {row.cells.map((cell) => (
                        <div key={cell.column}>
                          <span className="soft">{columnWords(first, table, cell.column)}</span>{' '}
                          {cell.before && <span className="struck fig">{cell.before}</span>}{' '}
                          <span className="fig">{cell.after}</span>
                        </div>
                      ))}
                    </td>
                  </tr>
                ))}
              </tbody>
            </Table>
          </section>
        );
      })}
    </main>
  );
}

const columnWords = (content: EditionContent, table: string, name: string) =>
  TABLE_SHAPES[content.book][table]?.columns.find((one) => one.name === name)?.says ?? name;
