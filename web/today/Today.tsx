import { useQuery } from '@tanstack/react-query';
import { lazy, Suspense, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { standingWords } from '@mercato/contract/lot-sheet/words';
import { todayRoutes } from '@mercato/contract/today/routes';
import { DUE_PLACES, type DueLine as Line, type DuePlace } from '@mercato/contract/today/today';
import { dishActWords, dueThingWords } from '@mercato/contract/today/words';
import { wholeDayOf } from '@mercato/contract/words/days';
import { clockIn } from '@mercato/core/units/wallTime';
import { readerNow } from '../api/reader.ts';
import { reading, send } from '../api/routes.ts';
import { dueWords, useSession } from '../api/session.tsx';
import { Busy } from '../ui/Busy.tsx';
import { Inline } from '../ui/Buttons.tsx';
import { Choices } from '../ui/Choices.tsx';
import { Fold } from '../ui/Fold.tsx';
import { useAct } from '../ui/act.ts';
import { Trouble } from '../ui/fields.tsx';
import { Key, useKeys } from '../ui/keys.tsx';
import { VerdictMark } from '../ui/shapes.tsx';

const Feeds = lazy(() => import('./Feeds.tsx'));
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
  const { act, trouble } = useAct();
  const me = session?.person?.id ?? '';
  const seeTo = (one: Line) =>
    void act(() => send(todayRoutes.claim, {}, { key: one.key, mine: one.claimed?.id !== me }));
  useKeys([
    { key: 'j', says: 'next', act: () => setAt((i) => Math.min(rows.length - 1, i + 1)) },
    { key: 'k', says: 'previous', act: () => setAt((i) => Math.max(0, Math.min(i, rows.length - 1) - 1)) },
    {
      key: 'm',
      says: 'I see to it, or not after all',
      act: () => {
        if (here) seeTo(here);
      },
    },
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
        <span className="ms-auto">
          <Link to="/today/days">week</Link> · <Link to="/today/days?view=month">month</Link> ·{' '}
          <Link to="/today/sheet">round sheet</Link>
        </span>
        <span className="soft keys-only d-none d-md-inline">
          <Key>J</Key> <Key>K</Key> down and up <Key>M</Key> mine <Key>Enter</Key> open
        </span>
      </div>
      <Trouble text={trouble} />
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
            {dues.map((one) => (
              <DueLine
                key={one.key}
                due={one}
                today={data.today}
                zone={zone}
                now={one === here}
                me={me}
                seeTo={seeTo}
              />
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
              <DueLine key={i} due={one} today={data.today} zone={zone} soon me={me} />
            ))}
          </ul>
        </Fold>
      )}
      <Fold title="In the calendar of your phone or computer" className="mt-4">
        <Suspense>
          <Feeds />
        </Suspense>
      </Fold>
    </main>
  );
}

/** Dues by the place where they are done: rooms with dishes first, then the bench, the desk and the store. */
function byPlace(dues: readonly Line[]): [string, Line[]][] {
  const groups = new Map<string, Line[]>();
  for (const place of DUE_PLACES)
    for (const one of dues.filter((due) => due.at === place)) {
      const name = one.room ?? PLACE_NAMES[place];
      groups.set(name, [...(groups.get(name) ?? []), one]);
    }
  return [...groups];
}

interface DueLineProps {
  due: Line;
  today: string;
  zone: string;
  /** The one that the hands are at. */
  now?: boolean;
  /** Of days to come. */
  soon?: boolean;
  me: string;
  /** Says that I see to it, or not after all; left out where it is too early for that. */
  seeTo?: (due: Line) => void;
}

function DueLine({ due, today, zone, now = false, soon = false, me, seeTo }: DueLineProps) {
  const reader = readerNow();
  const dayOf = (by: string) => (by.length === 10 ? by : clockIn(zone, new Date(by)).slice(0, 10));
  const when = due.what === 'alarm' || due.by === null ? '' : dueWords(dayOf(due.by), today);
  const outside = due.overdue || (due.what === 'lot' && due.standing.mark === 'outside');
  const mark = outside ? 'outside' : soon ? 'not-judged' : due.what === 'alarm' ? 'near' : 'next';
  return (
    <li className={now ? 'now' : undefined}>
      <VerdictMark mark={mark} />
      {due.what === 'lot' || due.what === 'dishes' ? (
        <>
          <Link className="fig" to={due.open}>
            {due.reference}
          </Link>
          <span>
            <i className="species">{due.species}</i>
            {due.commonName && `, ${due.commonName}`}
          </span>
          <span>{due.what === 'lot' ? standingWords(due.standing, reader.order) : dishActWords(due)}</span>
        </>
      ) : (
        <Link className="sentence what" to={due.open}>
          {dueThingWords(due, reader)}
        </Link>
      )}
      <span className={due.overdue ? 'outside when' : 'soft when'}>{when}</span>
      {seeTo && (
        <span className="soft sees">
          {due.claimed && due.claimed.id !== me ? (
            due.claimed.name
          ) : (
            <Inline
              aria-label={due.claimed ? `not mine after all: ${due.open}` : `I see to it: ${due.open}`}
              onClick={() => seeTo(due)}
            >
              {due.claimed ? 'mine' : 'I see to it'}
            </Inline>
          )}
        </span>
      )}
    </li>
  );
}
