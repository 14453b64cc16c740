import { useQuery } from '@tanstack/react-query';
import { Table } from 'react-bootstrap';
import { Link, useSearchParams } from 'react-router';
import { todayRoutes } from '@mercato/contract/today/routes';
import type { DayLoad } from '@mercato/contract/today/today';
import { dueThingWords } from '@mercato/contract/today/words';
import { addDays } from '@mercato/core/units/days';
import { readerNow } from '../api/reader.ts';
import { reading } from '../api/routes.ts';
import { shortDay, useSession } from '../api/session.tsx';
import { Busy } from '../ui/Busy.tsx';
import { Inline } from '../ui/Buttons.tsx';
import { Choices } from '../ui/Choices.tsx';
import { useKeys } from '../ui/keys.tsx';

const WEEKDAYS = ['Sun', 'Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat'];
const weekday = (day: string) => new Date(`${day}T00:00:00Z`).getUTCDay();
/** The Monday on or before a day. */
const monday = (day: string) => addDays(day, -((weekday(day) + 6) % 7));
/** The weeks that a month stands in. */
function monthOf(day: string): { from: string; days: number } {
  const first = `${day.slice(0, 8)}01`;
  const from = monday(first);
  const next = addDays(`${day.slice(0, 8)}28`, 4);
  const last = addDays(`${next.slice(0, 8)}01`, -1);
  const days = Math.round((Date.parse(addDays(monday(last), 7)) - Date.parse(from)) / 86_400_000);
  return { from, days };
}

/** A week or a month ahead: what comes on each day, by the place where it stands, and how much that is. */
export default function Days() {
  const { session } = useSession();
  const today = session?.today ?? '';
  const [search, setSearch] = useSearchParams();
  const month = search.get('view') === 'month';
  const asked = search.get('from') ?? today;
  const at = /^\d{4}-\d{2}-\d{2}$/.test(asked) ? asked : today;
  const { from, days } = month ? monthOf(at) : { from: monday(at), days: 7 };
  const { data } = useQuery({ ...reading(todayRoutes.days, {}, { from, days: String(days) }), enabled: today !== '' });
  const go = (day: string) => setSearch({ ...(month ? { view: 'month' } : {}), from: day });
  const [before, after] = month
    ? [addDays(`${at.slice(0, 8)}01`, -1), addDays(`${at.slice(0, 8)}28`, 4)]
    : [addDays(from, -7), addDays(from, 7)];
  useKeys([
    { key: 'ArrowLeft', shown: '←', says: month ? 'month before' : 'week before', act: () => go(before) },
    { key: 'ArrowRight', shown: '→', says: month ? 'month after' : 'week after', act: () => go(after) },
  ]);
  if (!data) return <Busy />;
  return (
    <main>
      <div className="list-head">
        <h1>{month ? 'Month' : 'Week'}</h1>
        <span className="soft">
          {shortDay(from)} to {shortDay(addDays(from, days - 1))}
        </span>
        <Choices
          label="view"
          options={[
            ['week', 'week'],
            ['month', 'month'],
          ]}
          chosen={month ? 'month' : 'week'}
          choose={(view) => setSearch({ ...(view === 'month' ? { view } : {}), from: at })}
        />
        <span className="ms-auto">
          <Inline onClick={() => go(before)}>before</Inline> <Inline onClick={() => go(today)}>now</Inline>{' '}
          <Inline onClick={() => go(after)}>after</Inline> · <Link to="/">today</Link>
        </span>
      </div>
      {month ? (
        <Month days={data.days} today={data.today} month={at.slice(0, 7)} />
      ) : (
        <Week days={data.days} today={data.today} />
      )}
    </main>
  );
}

/** By place and day: dishes to be counted, tests, and what else has that day. */
function Week({ days, today }: { days: readonly DayLoad[]; today: string }) {
  const rooms = [...new Set(days.flatMap((one) => one.rooms.map((room) => room.room)))].sort((a, b) =>
    a.localeCompare(b, 'en', { numeric: true }),
  );
  const most = Math.max(1, ...days.flatMap((one) => one.rooms.map((room) => room.dishes)));
  const reader = readerNow();
  return (
    <Table responsive className="week mt-3">
      <thead>
        <tr>
          <th>place</th>
          {days.map((one) => (
            <th key={one.day} className={one.day === today ? 'now' : undefined}>
              {WEEKDAYS[weekday(one.day)]} {shortDay(one.day)}
              {one.closed && <span className="soft d-block small">closed</span>}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {rooms.map((name) => (
          <tr key={name}>
            <th scope="row">{name || 'no place'}</th>
            {days.map((one) => (
              <td key={one.day} className={one.closed ? 'closed' : undefined}>
                <Load room={one.rooms.find((room) => room.room === name)} most={most} />
              </td>
            ))}
          </tr>
        ))}
        <tr>
          <th scope="row">all dishes</th>
          {days.map((one) => (
            <td key={one.day} className="fig">
              {one.rooms.reduce((sum, room) => sum + room.dishes, 0) || ''}
            </td>
          ))}
        </tr>
        <tr>
          <th scope="row">more</th>
          {days.map((one) => (
            <td key={one.day}>
              {one.others.map((other, i) => (
                <Link key={i} to={other.open} className="d-block small sentence">
                  {dueThingWords(other.says, reader)}
                </Link>
              ))}
            </td>
          ))}
        </tr>
      </tbody>
    </Table>
  );
}

/** Dishes of one place on one day, with a bar for how many that is. */
function Load({ room, most }: { room: DayLoad['rooms'][number] | undefined; most: number }) {
  if (!room) return null;
  return (
    <>
      <span className="fig">{room.dishes}</span> {room.dishes === 1 ? 'dish' : 'dishes'}
      <svg viewBox="0 0 100 6" className="burden" role="presentation" preserveAspectRatio="none">
        <rect width={(100 * room.dishes) / most} height="6" fill="var(--normal)" />
      </svg>
      <span className="soft small">
        {room.tests} {room.tests === 1 ? 'test' : 'tests'}
        {room.finals > 0 && `, ${room.finals} final`}
      </span>
    </>
  );
}

function Month({ days, today, month }: { days: readonly DayLoad[]; today: string; month: string }) {
  const dishes = (one: DayLoad) => one.rooms.reduce((sum, room) => sum + room.dishes, 0);
  const most = Math.max(1, ...days.map(dishes));
  const weeks = Array.from({ length: days.length / 7 }, (_, i) => days.slice(7 * i, 7 * i + 7));
  return (
    <Table responsive className="month mt-3">
      <thead>
        <tr>
          {weeks[0]?.map((one) => (
            <th key={one.day}>{WEEKDAYS[weekday(one.day)]}</th>
          ))}
        </tr>
      </thead>
      <tbody>
        {weeks.map((week) => (
          <tr key={week[0]?.day}>
            {week.map((one) => (
              <td
                key={one.day}
                className={[
                  one.closed ? 'closed' : '',
                  one.day === today ? 'now' : '',
                  one.day.startsWith(month) ? '' : 'soft',
                ]
                  .filter(Boolean)
                  .join(' ')}
              >
                <Link to={`/today/days?from=${one.day}`} className="plain">
                  {Number(one.day.slice(8))}
                </Link>
                {dishes(one) > 0 && (
                  <>
                    <span className="d-block">
                      <span className="fig">{dishes(one)}</span> {dishes(one) === 1 ? 'dish' : 'dishes'}
                    </span>
                    <svg viewBox="0 0 100 6" className="burden" role="presentation" preserveAspectRatio="none">
                      <rect width={(100 * dishes(one)) / most} height="6" fill="var(--normal)" />
                    </svg>
                  </>
                )}
                {one.others.length > 0 && <span className="soft small d-block">{one.others.length} more</span>}
              </td>
            ))}
          </tr>
        ))}
      </tbody>
    </Table>
  );
}
