import type { Api } from '../http/api.ts';
import { nextList } from './next.ts';
import { storeCalendar, storeToday } from './today.ts';

export function todayRoutes(api: Api): void {
  api.read('/store/today', async ({ tx, now }) => storeToday(tx, now));
  api.read('/store/next', async ({ tx, now }) => nextList(tx, now));
  api.file('/store/calendar.ics', async ({ tx, now }) => ({
    type: 'text/calendar; charset=utf-8',
    name: 'store.ics',
    body: await storeCalendar(tx, now),
  }));
}
