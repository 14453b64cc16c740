import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { todayRoutes } from '@mercato/contract/today/routes';
import type { Due } from '@mercato/contract/today/today';
import { dueThingWords } from '@mercato/contract/today/words';
import { clockIn } from '@mercato/core/units/wallTime';
import { readerNow } from '../api/reader.ts';
import { linkTo, reading } from '../api/routes.ts';
import { dueWords, useSession } from '../api/session.tsx';
import { Busy } from '../ui/Busy.tsx';
import { VerdictMark } from '../ui/shapes.tsx';

/** What is due in the store today, overdue first, and what comes in the next weeks. */
export default function StoreToday() {
  const { session } = useSession();
  const { data } = useQuery({ ...reading(todayRoutes.today, {}), refetchInterval: 60_000 });
  if (!data || !session) return <Busy />;
  return (
    <main className="w-text">
      <div className="list-head">
        <h1>Today in the store</h1>
        <a href={linkTo(todayRoutes.calendar, {})} download="store.ics">
          for your calendar
        </a>
      </div>
      {data.due.length === 0 && <p className="mt-4">Nothing is due today.</p>}
      <DueList dues={data.due} today={data.today} zone={session.laboratory.zone} name="due" />
      {data.soon.length > 0 && (
        <>
          <h2 className="mt-4">In the next four weeks</h2>
          <DueList dues={data.soon} today={data.today} zone={session.laboratory.zone} name="soon" />
        </>
      )}
    </main>
  );
}

interface DueListProps {
  dues: readonly Due[];
  today: string;
  zone: string;
  name: string;
}

function DueList({ dues, today, zone, name }: DueListProps) {
  const dayOf = (by: string) => (by.length === 10 ? by : clockIn(zone, new Date(by)).slice(0, 10));
  return (
    <ul className="dues list-unstyled mb-0" aria-label={name}>
      {dues.map((one, i) => (
        <li key={i}>
          <VerdictMark mark={one.overdue ? 'outside' : name === 'due' ? 'near' : 'not-judged'} />{' '}
          <Link to={one.open} className="sentence">
            {dueThingWords(one, readerNow().order)}
          </Link>{' '}
          <span className="soft">{one.what === 'alarm' ? '' : dueWords(dayOf(one.by), today)}</span>
        </li>
      ))}
    </ul>
  );
}
