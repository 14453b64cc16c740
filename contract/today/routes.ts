import { file, read } from '../http/route.ts';
import type { NextList } from './next.ts';
import type { StoreToday } from './today.ts';

export const todayRoutes = {
  today: read('/store/today', 'store.read', ['store', 'care', 'batches', 'rounds']).answers<StoreToday>(),
  next: read('/store/next', 'store.read', ['store']).answers<NextList>(),
  calendar: file('/store/calendar.ics', 'store.read', 'text/calendar'),
};
