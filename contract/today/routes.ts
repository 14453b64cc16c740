import { file, read } from '../http/route.ts';
import type { NextList } from './next.ts';
import type { Today } from './today.ts';

export const todayRoutes = {
  today: read('/today', 'lots.read', [
    'lots',
    'store',
    'care',
    'batches',
    'rounds',
    'shed-batches',
    'loads',
  ]).answers<Today>(),
  next: read('/store/next', 'store.read', ['store']).answers<NextList>(),
  calendar: file('/today/calendar.ics', 'lots.read', 'text/calendar'),
};
