import { type ReactNode, useEffect, useState } from 'react';
import { Form } from 'react-bootstrap';
import { Link, useSearchParams } from 'react-router';
import { BOOK_NAMES, type EditionContent } from '@mercato/core/rule-books/edition';
import { TABLE_SHAPES } from '@mercato/core/rule-books/tableShapes';
import { Inline } from '../ui/Buttons.tsx';
import { SpeciesRows } from './SpeciesRows.tsx';

interface BrowseProps {
  content: EditionContent;
  head: ReactNode;
  tableView: (table: string) => ReactNode;
}

/** An edition or a draft: its tables and its kinds at the left, what was chosen at the right. */
export function Browse({ content, head, tableView }: BrowseProps) {
  const [search, setSearch] = useSearchParams();
  const table = search.get('table');
  const sought = search.get('kind') ?? '';
  // Held here as typed: the address follows, and no key is lost to it.
  const [typed, setTyped] = useState(sought);
  useEffect(() => {
    if (typed === sought || (typed === '' && search.has('table'))) return undefined;
    const timer = setTimeout(() => setSearch(typed ? { kind: typed } : {}, { replace: true }), 150);
    return () => clearTimeout(timer);
  }, [typed, sought, search, setSearch]);
  const shapes = TABLE_SHAPES[content.book];
  const names = Object.keys(shapes).filter((name) => content.tables[name]);
  return (
    <main className={`browse ${table && !sought ? 'chosen' : ''}`}>
      <nav aria-label="tables">
        <p className="mb-1">
          <Link to="/rules">all rule books</Link>
        </p>
        <Form.Label htmlFor="kind-sought">a kind in every table</Form.Label>
        <Form.Control
          id="kind-sought"
          type="search"
          placeholder="Avena, oats …"
          value={typed}
          onChange={(event) => setTyped(event.target.value)}
        />
        <h2 className="mt-3">Tables of {BOOK_NAMES[content.book]}</h2>
        {names.map((name) => (
          <Inline
            key={name}
            aria-pressed={name === table}
            className={`d-block text-start py-1 px-0 ${name === table ? 'fw-semibold text-body' : ''}`}
            onClick={() => {
              setTyped('');
              setSearch({ table: name });
              window.scrollTo(0, 0);
            }}
          >
            {shapes[name]?.title}
          </Inline>
        ))}
      </nav>
      <section>
        {head}
        {sought ? (
          <SpeciesRows content={content} sought={sought} />
        ) : table && content.tables[table] ? (
          tableView(table)
        ) : (
          <p className="soft mt-4">Choose a table, or look a kind up by its scientific or common name.</p>
        )}
      </section>
    </main>
  );
}
