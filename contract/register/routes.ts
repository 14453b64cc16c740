import type { Kind } from '@mercato/core/rule-books/findKind';
import { LIVE_ADDRESS, type LiveNote } from '../http/live.ts';
import { file, filled, nothing, read, schemasOf, stream, write } from '../http/route.ts';
import type { LotHistory } from '../lot-sheet/history.ts';
import type { StoreScan } from '../store/packets.ts';
import type { KindList, KindMethods, KindView, NameLists } from './kinds.ts';
import type { LotList, LotSheet, ScanAnswer } from './lots.ts';
import type { LaboratoryView, PeopleList, PersonView, ResetLink, SessionView, SignedIn } from './people.ts';
import type { StationList } from './stations.ts';

const people = schemasOf(() => import('./people.ts'));
const lots = schemasOf(() => import('./lots.ts'));
const kinds = schemasOf(() => import('./kinds.ts'));
const stations = schemasOf(() => import('./stations.ts'));

export const sessionRoutes = {
  view: read('/session', 'anybody', ['session']).answers<SessionView>(),
  signIn: write('post', '/session', 'anybody', people('signInSchema')).answers<SignedIn>(),
  signOut: write('delete', '/session', 'anybody', nothing).answers<object>(),
  /** With the link that stands in the terminal of who started the program. */
  setUp: write('post', '/set-up', 'anybody', people('firstPersonSchema'), {
    status: 201,
    changes: ['session'],
  }).answers<object>(),
  /** With the link that a lead gave. */
  resetPassword: write('post', '/reset', 'anybody', people('passwordResetSchema'), { status: 201 }).answers<object>(),
  changePassword: write('put', '/me/password', 'own.write', people('passwordChangeSchema')).answers<object>(),
  live: stream(LIVE_ADDRESS, 'lots.read').tells<LiveNote>(),
};

export const peopleRoutes = {
  list: read('/people', 'people.read', ['people']).answers<PeopleList>(),
  add: write('post', '/people', 'people.write', people('newPersonSchema'), {
    status: 201,
    changes: ['people'],
  }).answers<PersonView>(),
  change: write('put', '/people/:person', 'people.write', people('personChangeSchema'), {
    versioned: true,
    changes: ['people'],
  }).answers<PersonView>(),
  resetLink: write('post', '/people/:person/reset', 'people.write', nothing, {
    status: 201,
    unkept: true,
  }).answers<ResetLink>(),
};

const laboratory = read('/laboratory', 'lots.read', ['laboratory']).answers<LaboratoryView>();
export const laboratoryRoutes = {
  view: laboratory,
  change: write('put', '/laboratory', 'settings.write', people('laboratorySchema'), {
    changes: ['session'],
  }).answers((_: LaboratoryView) => filled(laboratory, {})),
};

const stationList = read('/stations', 'lots.read', ['stations']).answers<StationList>();
const fillsStations = (_: StationList) => filled(stationList, {});
export const stationRoutes = {
  list: stationList,
  add: write('post', '/stations', 'settings.write', stations('newStationSchema'), { status: 201 }).answers(
    fillsStations,
  ),
  act: write('post', '/stations/:station/acts', 'sampling.write', stations('stationActSchema'), {
    status: 201,
    changes: ['lot'],
  }).answers(fillsStations),
};

const sheet = read('/lots/:lot', 'lots.read', ['lot']).answers<LotSheet>();
const fillsSheet = (view: LotSheet) => filled(sheet, { lot: view.id });
export const lotRoutes = {
  list: read('/lots', 'lots.read', ['lots'], ['q', 'state', 'page', 'sort']).answers<LotList>(),
  sheet,
  add: write('post', '/lots', 'lot.write', lots('lotHeaderSchema'), {
    status: 201,
    changes: ['lots'],
  }).answers(fillsSheet),
  correct: write('put', '/lots/:lot', 'lot.write', lots('lotHeaderChangeSchema'), {
    versioned: true,
    changes: ['lot', 'lots'],
  }).answers(fillsSheet),
  request: write('put', '/lots/:lot/request', 'lot.write', schemasOf(() => import('./request.ts'))('requestSchema'), {
    versioned: true,
    changes: ['lot', 'lots'],
  }).answers(fillsSheet),
  divide: write('post', '/lots/:lot/parts', 'lot.write', lots('lotDivisionSchema'), {
    status: 201,
    changes: ['lot', 'lots'],
  }).answers(fillsSheet),
  decide: write('post', '/lots/:lot/decisions', 'decision.write', lots('decisionSchema'), {
    status: 201,
    changes: ['lot', 'lots'],
  }).answers(fillsSheet),
  judgeAnew: write(
    'post',
    '/lots/:lot/edition',
    'rules.write',
    schemasOf(() => import('../rule-books/editions.ts'))('rejudgeSchema'),
    { status: 201, changes: ['lot', 'lots'] },
  ).answers(fillsSheet),
  history: read('/lots/:lot/history', 'lots.read', ['lot']).answers<LotHistory>(),
  /** What carries a code: a vessel of a lot, a packet, a bag. */
  scan: read('/vessels/:code', 'lots.read', ['lot', 'store']).answers<ScanAnswer | StoreScan>(),
};

export const kindRoutes = {
  list: read('/kinds', 'lots.read', ['kinds'], ['q']).answers<KindList>(),
  view: read('/kinds/:species', 'lots.read', ['kinds']).answers<KindView>(),
  add: write('post', '/kinds', 'figure.write', kinds('newKindSchema'), {
    status: 201,
    changes: ['kinds', 'names'],
  }).answers<Kind>(),
  correct: write('put', '/kinds/:species', 'figure.write', kinds('kindChangeSchema'), {
    changes: ['kinds', 'names'],
  }).answers<Kind>(),
  addFigure: write('post', '/kinds/:species/figures', 'figure.write', kinds('ownFigureSchema'), {
    status: 201,
    changes: ['kinds'],
  }).answers<KindMethods>(),
  names: read('/names', 'lots.read', ['names']).answers<NameLists>(),
};

export const exportRoutes = {
  /** The table of all lots, as it comes in again. */
  lots: file('/export/lots.csv', 'lots.read', 'text/csv'),
};
