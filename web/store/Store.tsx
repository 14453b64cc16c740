import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useRef } from 'react';
import { Form } from 'react-bootstrap';
import { Link, useNavigate } from 'react-router';
import type { PacketBrief } from '@mercato/contract/store/packets';
import { storeRoutes } from '@mercato/contract/store/routes';
import { linkTo, reading } from '../api/routes.ts';
import { useSession } from '../api/session.tsx';
import { Inline } from '../ui/Buttons.tsx';
import { Choices } from '../ui/Choices.tsx';
import { DataTable } from '../ui/DataTable.tsx';
import { Fold } from '../ui/Fold.tsx';
import { Pages } from '../ui/Pages.tsx';
import { type Way, Ways } from '../ui/Ways.tsx';
import { Key, useKeys } from '../ui/keys.tsx';
import { useListAddress } from '../ui/listAddress.ts';
import type { Column } from '../ui/listColumn.ts';
import { usePlaces } from './data.ts';
import { BUSY_WORDS, harvestWords, leftFigure, testWords } from './words.ts';

/** What the store can tell, by what one wants to do. */
const SECTIONS: readonly (readonly [title: string, ways: readonly Way[]])[] = [
  [
    'Test',
    [
      ['/store/next', 'What next?', 'sow, test, renew or throw away first'],
      ['/store/rounds', 'Test rounds', 'bags under way, and what they say'],
      ['/store/compare', 'Float, towel, field', 'do quick tests tell what will come up?'],
    ],
  ],
  [
    'Sow',
    [
      ['/store/sow', 'How much to sow', 'for so many plants, a bed or a row'],
      ['/store/calendar', 'When to sow', 'and when to test before'],
      ['/store/candidates', 'Seed for a site', 'what grew in places like it'],
    ],
  ],
  [
    'Keep',
    [
      ['/store/dry', 'Dry enough?', 'before it is closed'],
      ['/store/care', 'Care of the store', 'too warm, too damp, drying and freezing'],
      ['/store/record', 'How seed has kept', 'your own tests over the years'],
    ],
  ],
  [
    'Places and lists',
    [
      ['/store/places', 'Map of the store', 'what lies where'],
      ['/store/lists', 'Import packet list', 'from a spreadsheet, and back'],
    ],
  ],
];

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

const Sections = ({ className = '' }: { className?: string }) => (
  <nav className={`ways my-3 ${className}`} aria-label="the store">
    {SECTIONS.map(([title, ways]) => (
      <Ways key={title} title={title} ways={ways} />
    ))}
  </nav>
);

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
    { key: 'w', says: 'what next?', act: () => void navigate('/store/next') },
    { key: 'r', says: 'rounds of tests', act: () => void navigate('/store/rounds') },
    { key: 'd', says: 'dry enough to close?', act: () => void navigate('/store/dry') },
    { key: 'c', says: 'care of the store', act: () => void navigate('/store/care') },
    { key: 'l', says: 'import packet list', act: () => void navigate('/store/lists') },
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
      <Sections className="d-none d-md-grid" />
      <Fold title="What the store can tell" className="d-md-none">
        <Sections />
      </Fold>
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
