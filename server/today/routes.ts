import type { Router } from 'express';
import { searchRoutes } from '@mercato/contract/register/routes';
import { todayRoutes } from '@mercato/contract/today/routes';
import { askedText, idParam } from '../http/asked.ts';
import type { Connection } from '../database/connect.ts';
import type { Api } from '../http/api.ts';
import { openFile } from '../http/open.ts';
import { todayIn } from '../http/day.ts';
import { laboratoryOf } from '../register/lotFile.ts';
import { claim } from './claims.ts';
import { daysFrom, MOST_DAYS } from './days.ts';
import { addFeed, endFeed, feedBehind, feedsOf, roomsInUse, usedFeed } from './feeds.ts';
import { nextList } from './next.ts';
import { findAnything } from './search.ts';
import { calendarOf, whatIsDue } from './today.ts';

export function serveToday(api: Api): void {
  api.read(todayRoutes.today, async ({ tx, now }) => whatIsDue(tx, now));
  api.read(searchRoutes.find, async ({ tx, query }) => findAnything(tx, askedText(query.q, 100)));
  api.read(todayRoutes.next, async ({ tx, now }) => nextList(tx, now));
  api.read(todayRoutes.days, async ({ tx, query, now }) => {
    const today = todayIn(now, (await laboratoryOf(tx)).zone);
    const from = typeof query.from === 'string' && isDay(query.from) ? query.from : today;
    const days = typeof query.days === 'string' && /^\d{1,2}$/.test(query.days) ? Number(query.days) : 7;
    return daysFrom(tx, from, Math.min(MOST_DAYS, Math.max(1, days)), now);
  });
  api.read(todayRoutes.places, async ({ tx }) => ({ places: await roomsInUse(tx) }));
  api.write(todayRoutes.claim, async (context) => {
    await claim(context, context.body);
    return whatIsDue(context.tx, context.now);
  });
  api.read(todayRoutes.feeds, async ({ tx, person }) => feedsOf(tx, person.id));
  api.write(todayRoutes.addFeed, async (context) => addFeed(context, context.body));
  api.write(todayRoutes.endFeed, async (context) => endFeed(context, idParam(context.params, 'feed')));
  api.file(todayRoutes.calendar, async ({ tx, now }) => ({
    name: 'mercato.ics',
    body: await calendarOf(tx, now),
  }));
}

/** What calendar programs read by themselves: the secret in the address stands for signing in. */
export function serveFeed(router: Router, connection: Connection, clock: () => Date): void {
  openFile(router, todayRoutes.feed, async ({ params }) => {
    const now = clock();
    const { id, body } = await feedBehind(connection.db, params.token, now);
    await usedFeed(connection, id, now);
    return { name: 'mercato.ics', body };
  });
}

const isDay = (value: string) => /^\d{4}-\d{2}-\d{2}$/.test(value) && !Number.isNaN(Date.parse(value));
