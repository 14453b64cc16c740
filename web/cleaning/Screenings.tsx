import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { Link, useSearchParams } from 'react-router';
import type { GoneRow } from '@mercato/contract/cleaning/views';
import { cleaningRoutes } from '@mercato/contract/cleaning/routes';
import { FATE_WORDS, OUTLET_WORDS } from '@mercato/contract/cleaning/words';
import { reading } from '../api/routes.ts';
import { shortInstant, useSession } from '../api/session.tsx';
import { Busy } from '../ui/Busy.tsx';
import { Choices } from '../ui/Choices.tsx';
import { DataTable } from '../ui/DataTable.tsx';
import { Pages } from '../ui/Pages.tsx';
import type { Column } from '../ui/listColumn.ts';
import { massWords } from './weights.tsx';

/** Where the screenings of all batches went: every kilo, and what was never weighed. */
export default function Screenings() {
  const { session } = useSession();
  const [search, setSearch] = useSearchParams();
  const year = search.get('year') ?? '';
  const page = search.get('page') ?? '1';
  const { data, error } = useQuery({
    ...reading(cleaningRoutes.gone, {}, { year, page }),
    placeholderData: keepPreviousData,
  });
  if (!data) return <Busy error={error} />;
  const zone = session?.laboratory.zone ?? 'UTC';
  return (
    <main>
      <p className="soft">
        <Link to="/shed">the shed</Link>
      </p>
      <h1>Ledger of screenings</h1>
      <p className="soft w-text">
        What was treated with a poison, or with something unknown, is never eaten: that is refused where it is written.
      </p>
      {data.years.length > 1 && (
        <Choices
          label="which year"
          chosen={year}
          choose={(next) => setSearch(next === '' ? {} : { year: next }, { replace: true })}
          options={[['', 'all'], ...data.years.map((one) => [String(one), String(one)] as const)]}
        />
      )}
      {data.total === 0 ? (
        <p className="soft">Nothing has gone yet. Where screenings go is written at their batch.</p>
      ) : (
        <>
          <dl className="figures">
            {data.sums.map((one) => (
              <div key={one.to}>
                <dt>{FATE_WORDS[one.to]}</dt>
                <dd>
                  <span className="fig">{massWords(one.massG)}</span>
                  {one.unweighed > 0 && <span className="soft">, and {one.unweighed} times not weighed</span>}
                </dd>
              </div>
            ))}
          </dl>
          <DataTable
            name="screenings"
            label="screenings that went"
            columns={columnsOf(zone)}
            rows={data.rows}
            rowKey={(one) => `${one.batchId} ${one.line}`}
          />
        </>
      )}
      <Pages
        label="pages of the ledger"
        page={data.page}
        pages={Math.ceil(data.total / data.pageSize)}
        turn={(next) => setSearch({ ...(year ? { year } : {}), page: String(next) }, { replace: true })}
      />
    </main>
  );
}

const columnsOf = (zone: string): Column<GoneRow>[] => [
  { id: 'at', head: 'when', value: (one) => one.at, cell: (one) => shortInstant(one.at, zone) },
  {
    id: 'batch',
    head: 'batch',
    value: (one) => one.number,
    cell: (one) => (
      <>
        <Link to={`/shed/batches/${one.batchId}`} className="fig">
          {one.number}
        </Link>{' '}
        {one.kind} {one.variety}
      </>
    ),
  },
  {
    id: 'what',
    head: 'what',
    value: (one) => one.vessel,
    cell: (one) => (
      <>
        {one.vessel}
        <span className="soft">{one.outlet !== null && `, ${OUTLET_WORDS[one.outlet]}`}</span>
        {one.treated.length > 0 && <b className="treated"> treated: {one.treated.join(', ')}</b>}
      </>
    ),
  },
  {
    id: 'mass',
    head: 'mass',
    value: (one) => Number(one.massG ?? 0),
    cell: (one) => <span className="fig">{one.massG === null ? 'not weighed' : massWords(one.massG)}</span>,
  },
  { id: 'to', head: 'where it went', value: (one) => FATE_WORDS[one.to], cell: (one) => FATE_WORDS[one.to] },
  { id: 'by', head: 'written by', value: (one) => one.by, cell: (one) => one.by },
  { id: 'whom', head: 'to whom', value: (one) => one.whom, cell: (one) => one.whom || '–' },
];
