import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useRef } from 'react';
import { Form } from 'react-bootstrap';
import { Link, useNavigate } from 'react-router';
import type { PacketBrief } from '@mercato/contract/store/packets';
import { storeRoutes } from '@mercato/contract/store/routes';
import { linkTo, reading } from '../api/routes.ts';
import { useSession } from '../api/session.tsx';
import { Inline } from '../ui/Buttons.tsx';
import { Choices, PageNav } from '../ui/Choices.tsx';
import { DataTable } from '../ui/DataTable.tsx';
import { Pages } from '../ui/Pages.tsx';
import { Key, useKeys } from '../ui/keys.tsx';
import { useListAddress } from '../ui/listAddress.ts';
import type { Column } from '../ui/listColumn.ts';
import { usePlaces } from './data.ts';
import { BUSY_WORDS, harvestWords, leftFigure, testWords } from './words.ts';

/** What can be done here, in the order in which people ask. */
const PAGES = [
  ['/store/today', 'today'],
  ['/store/next', 'what next?'],
  ['/store/rounds', 'rounds of tests'],
  ['/store/dry', 'dry enough?'],
  ['/store/sow', 'how much to sow'],
  ['/store/calendar', 'when to sow'],
  ['/store/care', 'care of the store'],
  ['/store/record', 'how seed has kept'],
  ['/store/compare', 'float, towel, field'],
  ['/store/candidates', 'seed for a site'],
  ['/store/places', 'map of the store'],
  ['/store/lists', 'a list that you have'],
] as const;

const SHOWS = [
  ['here', 'in store'],
  ['gone', 'used up'],
  ['all', 'all'],
] as const;

const COLUMNS: readonly Column<PacketBrief>[] = [
  {
    id: 'packet',
    head: 'packet',
    fixed: true,
    value: (one) => `${one.kind} ${one.variety}`.trim(),
    cell: (one) => (
      <Link to={`/store/packets/${one.id}`}>
        <b className="serif">{one.kind}</b> {one.variety}
      </Link>
    ),
    className: 'what',
  },
  { id: 'harvest', head: 'harvest', value: harvestWords, className: 'harvest text-nowrap' },
  { id: 'left', head: 'left', value: (one) => leftFigure(one.left), figure: true, sortable: false, className: 'pe-4' },
  {
    id: 'stands',
    head: 'where it lies, and how it came up',
    value: (one) =>
      [
        one.place.join(' › ') || 'no place yet',
        one.lastTest && testWords(one.lastTest),
        one.busy && BUSY_WORDS[one.busy.what],
      ]
        .filter(Boolean)
        .join(' · '),
    sortable: false,
    className: 'soft stands',
  },
  { id: 'code', head: 'code', value: (one) => one.code, className: 'code' },
];

/** Every packet of the store: found by any word of it, or by the place it lies in. */
export default function Store() {
  const { may } = useSession();
  const navigate = useNavigate();
  const { get, sought, page, typed, type, change } = useListAddress();
  const place = get('place');
  const show = SHOWS.find(([one]) => one === get('show'))?.[0] ?? 'here';
  const find = useRef<HTMLInputElement>(null);
  const { data: places } = usePlaces();
  const { data } = useQuery({
    ...reading(storeRoutes.list, {}, { q: sought, place, show, page: String(page), sort: get('sort') }),
    placeholderData: keepPreviousData,
  });
  useKeys([
    {
      key: '/',
      says: 'search',
      act: () => find.current?.focus(),
    },
    { key: 't', says: 'today', act: () => void navigate('/store/today') },
    { key: 'w', says: 'what next?', act: () => void navigate('/store/next') },
    { key: 'r', says: 'rounds of tests', act: () => void navigate('/store/rounds') },
    { key: 'd', says: 'dry enough to close?', act: () => void navigate('/store/dry') },
    { key: 'c', says: 'care of the store', act: () => void navigate('/store/care') },
    { key: 'l', says: 'a list that you have', act: () => void navigate('/store/lists') },
    { key: 'm', says: 'map of the store', act: () => void navigate('/store/places') },
    ...(may('store.write') ? [{ key: 'n', says: 'new packet', act: () => void navigate('/store/new') }] : []),
  ]);
  const asked = { q: sought, place, show };
  const here = places?.places.find((one) => one.id === place);
  const pages = data ? Math.max(1, Math.ceil(data.total / data.pageSize)) : 1;
  return (
    <main>
      <div className="list-head">
        <h1>Seed store</h1>
        <Form.Control
          ref={find}
          type="search"
          aria-label="search the store"
          placeholder="kind, variety, year, code"
          value={typed}
          onChange={(event) => type(event.target.value)}
        />
        <Choices
          label="which"
          options={SHOWS}
          chosen={show}
          choose={(one) => change({ show: one === 'here' ? '' : one, page: '' })}
        />
        {may('store.write') && (
          <Link to="/store/new" className="btn btn-primary">
            New packet <Key>N</Key>
          </Link>
        )}
      </div>
      <PageNav label="the store" pages={PAGES} />
      {here && (
        <p>
          In <b>{here.path.join(' › ')}</b> <Link to={`/store/places/${here.id}`}>its air, door and desiccant</Link>{' '}
          <Inline onClick={() => change({ place: '', page: '' })}>the whole store</Inline>
        </p>
      )}
      {data?.rows.length === 0 && (
        <p className="soft mt-4">
          {sought || here || show !== 'here'
            ? 'No packet answers to that.'
            : 'The store is empty. A packet needs no more than its kind, the year of harvest and how many seeds it holds.'}
        </p>
      )}
      {data && data.rows.length > 0 && (
        <DataTable
          name="store"
          label="packets"
          className="lots"
          columns={COLUMNS}
          rows={data.rows}
          rowKey={(one) => one.id}
          sort={{ by: get('sort'), change: (sort) => change({ sort, page: '' }) }}
          tools={
            <p className="soft me-auto mb-0">
              {data.total} {data.total === 1 ? 'packet' : 'packets'}:{' '}
              <a href={linkTo(storeRoutes.sheet, {}, asked)}>print the list</a>,{' '}
              <a href={linkTo(storeRoutes.labels, {}, asked)}>
                {data.total > 500 ? 'labels of the first 500' : data.total === 1 ? 'its label' : 'labels of all'}
              </a>
            </p>
          }
        />
      )}
      <Pages label="pages of packets" page={page} pages={pages} turn={(next) => change({ page: String(next) })} />
    </main>
  );
}
