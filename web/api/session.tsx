import { useQuery } from '@tanstack/react-query';
import type { SessionView } from '@mercato/contract/register/people';
import { sessionRoutes } from '@mercato/contract/register/routes';
import { shortDayOf } from '@mercato/contract/words/days';
import { may, type Permission } from '@mercato/core/register/permissions';
import { daysBetween } from '@mercato/core/units/days';
import { clockIn } from '@mercato/core/units/wallTime';
import { setCsrf } from './client.ts';
import { readerNow, takeReading } from './reader.ts';
import { ask, keyOf } from './routes.ts';

export const SESSION_KEY = keyOf(sessionRoutes.view, {});

/** What the page goes by from now on. */
export function taken(session: SessionView): SessionView {
  setCsrf(session.csrf);
  takeReading(session.reading);
  return session;
}

/** Who is signed in, the laboratory's day and zone. */
export function useSession() {
  const query = useQuery({
    queryKey: SESSION_KEY,
    queryFn: async ({ signal }) => taken(await ask(sessionRoutes.view, {}, undefined, signal)),
    staleTime: 60_000,
  });
  return {
    session: query.data,
    failed: query.isError,
    may: (permission: Permission) => may(query.data?.person?.roles ?? [], permission),
  };
}

/** An instant in the laboratory's zone: "24 Nov, 09:20". */
export function shortInstant(iso: string, zone: string): string {
  const [day = '', time = ''] = clockIn(zone, new Date(iso)).split('T');
  return `${shortDay(day)}, ${time}`;
}

/** A day, or the day of an instant in a zone, in the order in which its reader writes dates: "24 Nov", "Nov 24". */
export const shortDay = (iso: string, zone = 'UTC'): string =>
  shortDayOf(iso.length === 10 ? iso : clockIn(zone, new Date(iso)), readerNow().order);

/** "today", "2 days overdue", "due 27 Nov". */
export function dueWords(due: string, today: string): string {
  const days = daysBetween(today, due);
  if (days === 0) return 'today';
  if (days < 0) return days === -1 ? '1 day overdue' : `${-days} days overdue`;
  return days === 1 ? 'tomorrow' : `due ${shortDay(due)}`;
}
