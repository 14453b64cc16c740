import { useQuery } from '@tanstack/react-query';
import { lazy, Suspense, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { standingWords } from '@mercato/contract/lot-sheet/words';
import { todayRoutes } from '@mercato/contract/today/routes';
import { type Due, DUE_PLACES, type DuePlace } from '@mercato/contract/today/today';
import { dueThingWords } from '@mercato/contract/today/words';
import { wholeDayOf } from '@mercato/contract/words/days';
import { clockIn } from '@mercato/core/units/wallTime';
import { readerNow } from '../api/reader.ts';
import { linkTo, reading } from '../api/routes.ts';
import { dueWords, useSession } from '../api/session.tsx';
import { Busy } from '../ui/Busy.tsx';
import { Choices } from '../ui/Choices.tsx';
import { Fold } from '../ui/Fold.tsx';
import { Key, useKeys } from '../ui/keys.tsx';
import { VerdictMark } from '../ui/shapes.tsx';

const FirstActs = lazy(() => import('./FirstActs.tsx'));

const PLACE_NAMES: Readonly<Record<DuePlace, string>> = {
  dishes: 'Dishes',
  bench: 'Bench',
  sampling: 'Sampling',
  desk: 'Desk',
  shed: 'Shed',
  store: 'Store',
};

/** What lots and the store ask of somebody, by the place where it is done; what is late comes first. */
export default function Today() {
  const { session } = useSession();
  const navigate = useNavigate();
  const [whose, setWhose] = useState<'mine' | 'all'>('mine');
  const [at, setAt] = useState(0);
  const { data } = useQuery({ ...reading(todayRoutes.today, {}), refetchInterval: 60_000 });
  const roles = session?.person?.roles ?? [];
  const due = data?.due ?? [];
  const mine = due.filter((one) => one.roles.some((role) => roles.includes(role)));
  const groups = byPlace(whose === 'mine' ? mine : due);
  const rows = groups.flatMap(([, dues]) => dues);
  // The list grows shorter as things are done.
  const here = rows[Math.min(at, rows.length - 1)];
  useKeys([
    { key: 'j', says: 'next', act: () => setAt((i) => Math.min(rows.length - 1, i + 1)) },
    { key: 'k', says: 'previous', act: () => setAt((i) => Math.max(0, Math.min(i, rows.length - 1) - 1)) },
    { key: 'Enter', says: 'open it', act: () => here && void navigate(here.open) },
  ]);
  if (!data || !session) return <Busy />;
  const { zone } = session.laboratory;
  return (
    <main>
      <div className="list-head">
        <h1>Today</h1>
        <span className="soft">{wholeDayOf(data.today, readerNow().order)}</span>
        <Choices
          label="whose"
          options={[
            ['mine', 'mine', mine.length],
            ['all', 'all', due.length],
          ]}
          chosen={whose}
          choose={(one) => {
            setWhose(one);
            setAt(0);
          }}
        />
        <span className="soft ms-auto keys-only d-none d-md-inline">
          <Key>J</Key> <Key>K</Key> down and up <Key>Enter</Key> open
        </span>
      </div>
      {(data.empty.lots || data.empty.store) && (
        <Suspense>
          <FirstActs empty={data.empty} />
        </Suspense>
      )}
      {rows.length === 0 && <p className="mt-4">Nothing is due{whose === 'mine' ? ' for you' : ''} today.</p>}
      {groups.map(([place, dues]) => (
        <section key={place} className="mt-3">
          <h2 className="fs-5 mb-1">
            {place} <span className="soft fig small">{dues.length}</span>
          </h2>
          <ul className="due-list list-unstyled mb-0" aria-label={place}>
            {dues.map((one, i) => (
              <DueLine key={i} due={one} today={data.today} zone={zone} now={one === here} />
            ))}
          </ul>
        </section>
      ))}
      {data.more && (
        <p className="mt-3">
          More lots can go on: <Link to="/lots?state=open">all open lots</Link>.
        </p>
      )}
      {data.soon.length > 0 && (
        <Fold title={`In the next four weeks: ${data.soon.length}`} className="mt-4">
          <ul className="due-list list-unstyled mb-0" aria-label="soon">
            {data.soon.map((one, i) => (
              <DueLine key={i} due={one} today={data.today} zone={zone} soon />
            ))}
          </ul>
        </Fold>
      )}
      <p className="mt-4">
        <a href={linkTo(todayRoutes.calendar, {})} download="mercato.ics">
          Export to your calendar
        </a>
      </p>
    </main>
  );
}

/** Dues by the place where they are done: rooms with dishes first, then the bench, the desk and the store. */
function byPlace(dues: readonly Due[]): [string, Due[]][] {
  const groups = new Map<string, Due[]>();
  for (const place of DUE_PLACES)
    for (const one of dues.filter((due) => due.at === place)) {
      const name = one.room ?? PLACE_NAMES[place];
      groups.set(name, [...(groups.get(name) ?? []), one]);
    }
  return [...groups];
}

interface DueLineProps {
  due: Due;
  today: string;
  zone: string;
  /** The one that the hands are at. */
  now?: boolean;
  /** Of days to come. */
  soon?: boolean;
}

function DueLine({ due, today, zone, now = false, soon = false }: DueLineProps) {
  const reader = readerNow();
  const dayOf = (by: string) => (by.length === 10 ? by : clockIn(zone, new Date(by)).slice(0, 10));
  const when = due.what === 'alarm' || due.by === null ? '' : dueWords(dayOf(due.by), today);
  const outside = due.overdue || (due.what === 'lot' && due.standing.mark === 'outside');
  const mark = outside ? 'outside' : soon ? 'not-judged' : due.what === 'alarm' ? 'near' : 'next';
  return (
    <li className={now ? 'now' : undefined}>
      <VerdictMark mark={mark} />
      {due.what === 'lot' ? (
        <>
          <Link className="fig" to={due.open}>
            {due.reference}
          </Link>
          <span>
            <i className="species">{due.species}</i>
            {due.commonName && `, ${due.commonName}`}
          </span>
          <span>{standingWords(due.standing, reader.order)}</span>
        </>
      ) : (
        <Link className="sentence what" to={due.open}>
          {dueThingWords(due, reader)}
        </Link>
      )}
      <span className={due.overdue ? 'outside when' : 'soft when'}>{when}</span>
    </li>
  );
}
