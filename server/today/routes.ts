import type { Api } from '../http/api.ts';
import { storeCalendar, storeToday } from './today.ts';

export function todayRoutes(api: Api): void {
  api.read('/store/today', async ({ tx, now }) => storeToday(tx, now));
  api.file('/store/calendar.ics', async ({ tx, now }) => ({
    type: 'text/calendar; charset=utf-8',
    name: 'store.ics',
    body: await storeCalendar(tx, now),
  }));
}
