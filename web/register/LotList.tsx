import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useEffect, useMemo, useRef, useState } from 'react';
import { Form } from 'react-bootstrap';
import { Link, useNavigate } from 'react-router';
import { standingWords, STEP_NAMES } from '@mercato/contract/lot-sheet/words';
import type { LotListRow, LotState } from '@mercato/contract/register/lots';
import { lotRoutes } from '@mercato/contract/register/routes';
import { todayRoutes } from '@mercato/contract/today/routes';
import { massText } from '@mercato/contract/words/figures';
import { carried } from '../api/carried.ts';
import { readerNow } from '../api/reader.ts';
import { reading } from '../api/routes.ts';
import { dueWords, useSession } from '../api/session.tsx';
import { Choices } from '../ui/Choices.tsx';
import { DataTable } from '../ui/DataTable.tsx';
import { Pages } from '../ui/Pages.tsx';
import { Key, KeyLink, useKeys } from '../ui/keys.tsx';
import { useListAddress } from '../ui/listAddress.ts';
import type { Column } from '../ui/listColumn.ts';
import { VerdictMark } from '../ui/shapes.tsx';

const NONE: readonly LotListRow[] = [];
const columnsOn = (today: string): readonly Column<LotListRow>[] => [
  {
    id: 'reference',
    head: 'reference',
    value: (one) => one.reference,
    fixed: true,
    className: 'code',
    cell: (one) => (
      <Link className="plain" to={`/lots/${one.id}`} onClick={(event) => event.stopPropagation()}>
        {one.reference}
      </Link>
    ),
  },
  {
    id: 'kind',
    head: 'kind',
    value: (one) => `${one.species}, ${one.commonName}`,
    cell: (one) => (
      <>
        <i className="species fs-6">{one.species}</i>, {one.commonName}
      </>
    ),
  },
  {
    id: 'mass',
    head: 'mass',
    value: (one) => massText(carried(one.mass)),
    cell: (one) => massText(carried(one.mass)),
    figure: true,
    className: 'mass pe-5',
    sortable: false,
  },
  {
    id: 'mark',
    head: 'mark',
    value: (one) => one.standing.mark,
    cell: (one) => <VerdictMark mark={one.standing.mark} />,
    className: 'mark c-1',
    sortable: false,
    silent: true,
  },
  {
    id: 'step',
    head: 'step',
    value: (one) => STEP_NAMES[one.standing.step],
    className: 'step serif text-nowrap',
    sortable: false,
  },
  {
    id: 'stands',
    head: 'status',
    value: (one) => standingWords(one.standing, readerNow().order),
    className: 'stands',
    sortable: false,
  },
  {
    id: 'due',
    head: 'due',
    value: (one) => (one.standing.due ? dueWords(one.standing.due, today) : ''),
    className: 'text-nowrap',
  },
];

const STATES: readonly (LotState | 'all')[] = ['open', 'held', 'released', 'expired', 'divided', 'all'];
export default function LotList() {
  const { session, may } = useSession();
  const [at, setAt] = useState(-1);
  const { get, sought, page, typed, type, change } = useListAddress(() => setAt(-1));
  const state = STATES.find((one) => one === get('state')) ?? 'all';
  const find = useRef<HTMLInputElement>(null);
  const row = useRef<HTMLTableRowElement>(null);
  const navigate = useNavigate();
  const { data } = useQuery({
    ...reading(
      lotRoutes.list,
      {},
      { q: sought, state, page: String(page), sort: get('sort'), place: get('place'), client: get('client') },
    ),
    placeholderData: keepPreviousData,
  });
  const { data: places } = useQuery(reading(todayRoutes.places, {}));
  const { data: clients } = useQuery(reading(lotRoutes.clients, {}));
  const rows = data?.rows ?? NONE;
  const columns = useMemo(() => columnsOn(session?.today ?? ''), [session?.today]);
  const pages = data ? Math.max(1, Math.ceil(data.total / data.pageSize)) : 1;
  useEffect(() => {
    row.current?.scrollIntoView({ block: 'nearest' });
  }, [at]);
  const open = (index: number) => {
    const one = rows[index];
    if (one) void navigate(`/lots/${one.id}`);
  };
  useKeys([
    {
      key: 'j',
      says: 'next lot',
      act: () => setAt((i) => Math.min(rows.length - 1, i + 1)),
    },
    {
      key: 'k',
      says: 'previous lot',
      act: () => setAt((i) => Math.max(0, i - 1)),
    },
    {
      key: 'Enter',
      says: 'open the lot',
      act: () => open(at),
    },
    {
      key: '/',
      says: 'search',
      act: () => find.current?.focus(),
    },
    ...(may('lot.write') ? [{ key: 'n', says: 'new lot', act: () => void navigate('/lots/new') }] : []),
    ...(may('import.write') ? [{ key: 'i', says: 'import lots', act: () => void navigate('/lots/import') }] : []),
  ]);

  return (
    <main>
      <div className="list-head">
        <h1>Lots</h1>
        <Form.Control
          ref={find}
          type="search"
          aria-label="search lots"
          placeholder="kind, reference, variety, origin"
          value={typed}
          onChange={(event) => type(event.target.value)}
          onKeyDown={(event) => {
            if (event.key === 'Enter' || event.key === 'Escape') {
              event.currentTarget.blur();
              setAt(0);
            }
          }}
        />
        <Choices
          label="state"
          options={STATES.map((one) => [one, one, data?.totals[one]] as const)}
          chosen={state}
          choose={(one) => change({ state: one === 'all' ? '' : one, page: '1' })}
        />
        <Narrowed of="place" all="every place" options={places?.places ?? []} chosen={get('place')} change={change} />
        <Narrowed
          of="client"
          all="every client"
          options={clients?.clients ?? []}
          chosen={get('client')}
          change={change}
        />
        {may('lot.write') && (
          <span className="soft ms-auto d-flex flex-wrap column-gap-3">
            <KeyLink of="N" to="/lots/new">
              new lot
            </KeyLink>
            {may('import.write') && (
              <KeyLink of="I" to="/lots/import">
                import lots
              </KeyLink>
            )}
          </span>
        )}
      </div>
      {data && rows.length === 0 ? (
        <p className="soft mt-4">
          {typed
            ? `No lot matches “${sought}”${state === 'all' ? '' : ` among those ${state}`}.`
            : 'No lot yet. The first is opened with N.'}
        </p>
      ) : (
        <DataTable
          name="lots"
          label="lots"
          className="lots"
          columns={columns}
          rows={rows}
          rowKey={(one) => one.id}
          rowProps={(_, i) => ({
            ref: i === at ? row : undefined,
            className: i === at ? 'at pointer' : 'pointer',
            'aria-selected': i === at,
            onClick: () => open(i),
          })}
          sort={{ by: get('sort'), change: (sort) => change({ sort, page: '1' }) }}
        />
      )}
      {data && rows.length > 0 && (
        <p className="soft mt-3">
          {(page - 1) * data.pageSize + 1} to {(page - 1) * data.pageSize + rows.length} of {data.total} <Key>J</Key>{' '}
          <Key>K</Key> down and up <Key>Enter</Key> open
        </p>
      )}
      <Pages label="pages of lots" page={page} pages={pages} turn={(next) => change({ page: String(next) })} />
    </main>
  );
}

interface NarrowedProps {
  of: string;
  all: string;
  options: readonly string[];
  chosen: string;
  change: (next: Readonly<Record<string, string>>) => void;
}

/** Keeps the list to one of several; nothing where there is nothing to choose from. */
function Narrowed({ of, all, options, chosen, change }: NarrowedProps) {
  if (options.length === 0 && chosen === '') return null;
  return (
    <Form.Select
      size="sm"
      style={{ width: '9rem' }}
      aria-label={of}
      value={chosen}
      onChange={(event) => change({ [of]: event.target.value, page: '1' })}
    >
      <option value="">{all}</option>
      {[...new Set([...options, ...(chosen === '' ? [] : [chosen])])].map((one) => (
        <option key={one}>{one}</option>
      ))}
    </Form.Select>
  );
}
