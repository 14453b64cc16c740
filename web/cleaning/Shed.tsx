import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import type { BatchBrief } from '@mercato/contract/cleaning/views';
import { cleaningRoutes } from '@mercato/contract/cleaning/routes';
import { OUTCOME_WORDS } from '@mercato/contract/cleaning/words';
import { shedDueWords } from '@mercato/contract/cleaning/dueWords';
import { reading } from '../api/routes.ts';
import { useNow } from '../ui/now.ts';
import { shortInstant, useSession } from '../api/session.tsx';
import { Busy } from '../ui/Busy.tsx';
import { Choices } from '../ui/Choices.tsx';
import { DataTable } from '../ui/DataTable.tsx';
import { TextField } from '../ui/fields.tsx';
import { Pages } from '../ui/Pages.tsx';
import { VerdictMark } from '../ui/shapes.tsx';
import { type Way, Ways } from '../ui/Ways.tsx';
import type { Column } from '../ui/listColumn.ts';
import { massWords } from './weights.tsx';

const BEFORE: readonly Way[] = [
  ['/shed/ripe', 'Is it ripe?', 'signs of each kind, and when to cut it'],
  ['/shed/loads', 'Appointments', 'trucks that come, and what they will make'],
];
const WORK: readonly Way[] = [
  ['/shed/trial', 'Try settings first', 'what screens, air and table would leave, before seed is risked'],
  ['/shed/screens', 'Screens', 'holes in mm and inches; which of them part two seeds'],
  ['/shed/screenings', 'Screenings', 'where every kilo went, over all batches'],
  ['/shed/machines', 'Machines', 'what runs on which, and clean-downs'],
];

/** Batches from the plant to the bag, and what the shed asks for now. */
export default function Shed() {
  const { may, session } = useSession();
  const now = useNow();
  const [search, setSearch] = useSearchParams();
  const [typed, setTyped] = useState(search.get('q') ?? '');
  const state = search.get('state') ?? 'open';
  const page = search.get('page') ?? '1';
  const { data, error } = useQuery({
    ...reading(cleaningRoutes.batches, {}, { q: typed, state, page }),
    placeholderData: keepPreviousData,
  });
  const { data: asks } = useQuery(reading(cleaningRoutes.batches, {}, { state: 'open', sort: 'due' }));
  if (!data) return <Busy error={error} />;
  const zone = session?.laboratory.zone ?? 'UTC';
  const due = (asks?.rows ?? []).filter((one) => one.due !== null);
  const set = (change: Record<string, string>) =>
    setSearch({ ...(typed ? { q: typed } : {}), state, page, ...change }, { replace: true });
  return (
    <main>
      <div className="list-head">
        <h1>Shed</h1>
        {may('shed.write') && (
          <Link to="/shed/new" className="btn btn-primary">
            New batch
          </Link>
        )}
      </div>
      {due.length > 0 && (
        <ul className="asks list-unstyled" aria-label="what the shed asks for">
          {due.map((one) => (
            <li key={one.id}>
              <VerdictMark mark={Date.parse(one.dueAt ?? '') < now ? 'outside' : 'next'} />
              <Link to={`/shed/batches/${one.id}?pass=${one.due?.pass ?? ''}`}>
                {one.due && shedDueWords(one.due.act)}: {one.kind} {one.variety}
              </Link>
              <span className="soft">{one.dueAt !== null && shortInstant(one.dueAt, zone)}</span>
            </li>
          ))}
        </ul>
      )}
      <div className="ways mt-3">
        <Ways title="Before" ways={BEFORE} />
        <Ways title="At work" ways={WORK} />
      </div>
      <div className="list-head mt-3">
        <TextField
          label="find a batch"
          value={typed}
          placeholder="kind, variety, number, field"
          onChange={(next) => {
            setTyped(next);
            set({ page: '1', ...(next ? { q: next } : {}) });
          }}
        />
        <Choices
          label="which batches"
          chosen={state}
          choose={(next) => set({ state: next, page: '1' })}
          options={[
            ['open', 'open'],
            ['closed', 'closed'],
            ['all', 'all'],
          ]}
        />
      </div>
      {data.total === 0 ? (
        <p className="soft">
          {typed === ''
            ? 'No batch yet. A batch is seed on its way from the plant to the bag: picked, threshed, cleaned, dried.'
            : 'No batch answers to that.'}
        </p>
      ) : (
        <DataTable name="shed" label="batches" columns={columnsOf(zone)} rows={data.rows} rowKey={(one) => one.id} />
      )}
      <Pages
        label="pages of batches"
        page={data.page}
        pages={Math.ceil(data.total / data.pageSize)}
        turn={(next) => set({ page: String(next) })}
      />
    </main>
  );
}

const columnsOf = (zone: string): Column<BatchBrief>[] => [
  {
    id: 'number',
    head: 'batch',
    value: (one) => one.number,
    cell: (one) => (
      <Link to={`/shed/batches/${one.id}`} className="fig">
        {one.number}
      </Link>
    ),
  },
  {
    id: 'kind',
    head: 'kind and variety',
    value: (one) => `${one.kind} ${one.variety}`,
    cell: (one) => (
      <>
        <b className="serif">{one.kind}</b> {one.variety} <span className="soft">{one.name}</span>
      </>
    ),
  },
  {
    id: 'in',
    head: 'came in',
    value: (one) => Number(one.inG ?? 0),
    cell: (one) => <span className="fig">{massWords(one.inG)}</span>,
  },
  {
    id: 'clean',
    head: 'clean seed',
    value: (one) => Number(one.cleanG),
    cell: (one) => <span className="fig">{one.cleanG === '0' ? '–' : massWords(one.cleanG)}</span>,
  },
  {
    id: 'passes',
    head: 'passes',
    value: (one) => one.passes,
    cell: (one) => <span className="fig">{one.passes}</span>,
  },
  {
    id: 'status',
    head: 'status',
    value: (one) => OUTCOME_WORDS[one.outcome],
    cell: (one) => (
      <>
        <VerdictMark mark={one.outcome === 'runs' ? 'not-judged' : one.outcome} /> {OUTCOME_WORDS[one.outcome]}
      </>
    ),
  },
  {
    id: 'due',
    head: 'due',
    value: (one) => one.dueAt ?? '9',
    cell: (one) => (one.dueAt === null ? '–' : shortInstant(one.dueAt, zone)),
  },
];
