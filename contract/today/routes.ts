import { file, nothing, read, schemasOf, writes } from '../http/route.ts';
import type { NextList } from './next.ts';
import type { Days, FeedList, NewFeedAnswer, Today } from './today.ts';

const schema = schemasOf(() => import('./today.ts'));
const ownWrites = writes('lots.read', ['claims']);

export const todayRoutes = {
  today: read('/today', 'lots.read', [
    'lots',
    'store',
    'care',
    'batches',
    'rounds',
    'shed-batches',
    'loads',
    'claims',
  ]).answers<Today>(),
  days: read('/today/days', 'lots.read', ['lots', 'laboratory'], ['from', 'days']).answers<Days>(),
  places: read('/today/places', 'lots.read', ['lots']).answers<Pick<FeedList, 'places'>>(),
  claim: ownWrites.post('/today/claims', schema('claimSchema')).answers<Today>(),
  feeds: read('/today/feeds', 'lots.read', ['feeds']).answers<FeedList>(),
  addFeed: writes('lots.read', ['feeds'])
    .add('/today/feeds', schema('newFeedSchema'), { unkept: true })
    .answers<NewFeedAnswer>(),
  endFeed: writes('lots.read', ['feeds']).post('/today/feeds/:feed/end', nothing).answers<FeedList>(),
  feed: file('/calendar/:token', 'anybody', 'text/calendar'),
  next: read('/store/next', 'store.read', ['store']).answers<NextList>(),
  calendar: file('/today/calendar.ics', 'lots.read', 'text/calendar'),
};
