import { searchRoutes } from '@mercato/contract/register/routes';
import { todayRoutes } from '@mercato/contract/today/routes';
import { askedText } from '../http/asked.ts';
import type { Api } from '../http/api.ts';
import { nextList } from './next.ts';
import { findAnything } from './search.ts';
import { calendarOf, whatIsDue } from './today.ts';

export function serveToday(api: Api): void {
  api.read(todayRoutes.today, async ({ tx, now }) => whatIsDue(tx, now));
  api.read(searchRoutes.find, async ({ tx, query }) => findAnything(tx, askedText(query.q, 100)));
  api.read(todayRoutes.next, async ({ tx, now }) => nextList(tx, now));
  api.file(todayRoutes.calendar, async ({ tx, now }) => ({
    name: 'mercato.ics',
    body: await calendarOf(tx, now),
  }));
}
