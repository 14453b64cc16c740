import type { Kind } from '@mercato/core/rule-books/findKind';
import { LIVE_ADDRESS, type LiveNote } from '../http/live.ts';
import { file, filled, nothing, read, schemasOf, stream, writes } from '../http/route.ts';
import type { Effects } from '../lot-sheet/effects.ts';
import type { LotHistory } from '../lot-sheet/history.ts';
import type { StoreScan } from '../store/packets.ts';
import type { KindList, KindMethods, KindView, NameLists, TestedKinds } from './kinds.ts';
import type { LotList, LotSheet, ScanAnswer } from './lots.ts';
import type { LaboratoryView, PeopleList, PersonView, ResetLink, SessionView, SignedIn } from './people.ts';
import type { Found } from './search.ts';
import type { StationList } from './stations.ts';

const people = schemasOf(() => import('./people.ts'));
const lots = schemasOf(() => import('./lots.ts'));
const kinds = schemasOf(() => import('./kinds.ts'));
const stations = schemasOf(() => import('./stations.ts'));

const anybodysWrites = writes('anybody');
const peopleWrites = writes('people.write', ['people']);
const settingWrites = writes('settings.write', ['session']);
const lotWrites = writes('lot.write', ['lot', 'lots']);
const figureWrites = writes('figure.write', ['kinds', 'names']);

export const sessionRoutes = {
  view: read('/session', 'anybody', ['session']).answers<SessionView>(),
  signIn: anybodysWrites.post('/session', people('signInSchema')).answers<SignedIn>(),
  signOut: anybodysWrites.remove('/session', nothing).answers<object>(),
  /** With the link that stands in the terminal of who started the program. */
  setUp: anybodysWrites.add('/set-up', people('firstPersonSchema'), { changes: ['session'] }).answers<object>(),
  /** With the link that a lead gave. */
  resetPassword: anybodysWrites.add('/reset', people('passwordResetSchema')).answers<object>(),
  changePassword: writes('own.write').put('/me/password', people('passwordChangeSchema')).answers<object>(),
  sayReading: writes('own.write')
    .put('/me/reading', people('readingSchema'), { changes: ['session'] })
    .answers<object>(),
  live: stream(LIVE_ADDRESS, 'lots.read').tells<LiveNote>(),
};

/** A laboratory of its own to play in, beside the real one: made, visited, and taken away again. */
export const exampleRoutes = {
  make: settingWrites.add('/example', nothing).answers<object>(),
  takeAway: settingWrites.remove('/example', nothing).answers<object>(),
  /** Goes into the example as one of its people, or leaves it. */
  visit: writes('own.write', ['session'])
    .put('/example/visit', schemasOf(() => import('./visit.ts'))('visitSchema'))
    .answers<object>(),
};

export const peopleRoutes = {
  list: read('/people', 'people.read', ['people']).answers<PeopleList>(),
  add: peopleWrites.add('/people', people('newPersonSchema')).answers<PersonView>(),
  change: peopleWrites.seen.put('/people/:person', people('personChangeSchema')).answers<PersonView>(),
  resetLink: peopleWrites.add('/people/:person/reset', nothing, { changes: [], unkept: true }).answers<ResetLink>(),
};

const laboratory = read('/laboratory', 'lots.read', ['laboratory']).answers<LaboratoryView>();
export const laboratoryRoutes = {
  view: laboratory,
  change: settingWrites
    .put('/laboratory', people('laboratorySchema'))
    .answers((_: LaboratoryView) => filled(laboratory, {})),
};

const stationList = read('/stations', 'lots.read', ['stations']).answers<StationList>();
const fillsStations = (_: StationList) => filled(stationList, {});
export const stationRoutes = {
  list: stationList,
  add: settingWrites.add('/stations', stations('newStationSchema'), { changes: [] }).answers(fillsStations),
  act: writes('sampling.write', ['lot'])
    .add('/stations/:station/acts', stations('stationActSchema'))
    .answers(fillsStations),
};

const sheet = read('/lots/:lot', 'lots.read', ['lot']).answers<LotSheet>();
const fillsSheet = (view: LotSheet) => filled(sheet, { lot: view.id });
export const lotRoutes = {
  list: read('/lots', 'lots.read', ['lots'], ['q', 'state', 'page', 'sort', 'place', 'client']).answers<LotList>(),
  sheet,
  /** The reference that follows the newest, and that no lot has; null where none follows. */
  nextReference: read('/next-reference', 'lots.read', ['lots']).answers<{ reference: string | null }>(),
  /** Who asked for the newest lots, the last one first. */
  clients: read('/clients', 'lots.read', ['lots']).answers<{ clients: string[] }>(),
  add: lotWrites.add('/lots', lots('newLotSchema'), { changes: ['lots'] }).answers(fillsSheet),
  correct: lotWrites.seen.put('/lots/:lot', lots('lotHeaderChangeSchema')).answers(fillsSheet),
  request: lotWrites.seen
    .put('/lots/:lot/request', schemasOf(() => import('./request.ts'))('requestSchema'))
    .answers(fillsSheet),
  work: lotWrites.add('/lots/:lot/worked', schemasOf(() => import('./worked.ts'))('newWorkSchema')).answers(fillsSheet),
  strikeWork: lotWrites
    .put('/lots/:lot/worked/:work', schemasOf(() => import('./worked.ts'))('workStruckSchema'))
    .answers(fillsSheet),
  divide: lotWrites.add('/lots/:lot/parts', lots('lotDivisionSchema')).answers(fillsSheet),
  decide: writes('decision.write', ['lot', 'lots'])
    .add('/lots/:lot/decisions', lots('decisionSchema'))
    .answers(fillsSheet),
  judgeAnew: writes('rules.write', ['lot', 'lots'])
    .add('/lots/:lot/edition', schemasOf(() => import('../rule-books/editions.ts'))('rejudgeSchema'))
    .answers(fillsSheet),
  /** What an edition would evaluate otherwise, lot by lot after the one that was looked at last. */
  effects: read('/rule-books/:edition/effects', 'rules.write', ['lots', 'rule-books'], ['after']).answers<Effects>(),
  judgeTogether: writes('rules.write', ['lot', 'lots', 'rule-books'])
    .add('/rule-books/:edition/evaluations', schemasOf(() => import('../lot-sheet/effects.ts'))('togetherSchema'))
    .answers<{ lots: number }>(),
  history: read('/lots/:lot/history', 'lots.read', ['lot']).answers<LotHistory>(),
  /** What carries a code: a vessel of a lot, a packet, a bag. */
  scan: read('/vessels/:code', 'lots.read', ['lot', 'store']).answers<ScanAnswer | StoreScan>(),
};

export const kindRoutes = {
  list: read('/kinds', 'lots.read', ['kinds'], ['q']).answers<KindList>(),
  view: read('/kinds/:species', 'lots.read', ['kinds']).answers<KindView>(),
  add: figureWrites.add('/kinds', kinds('newKindSchema')).answers<Kind>(),
  correct: figureWrites.put('/kinds/:species', kinds('kindChangeSchema')).answers<Kind>(),
  addFigure: figureWrites
    .add('/kinds/:species/figures', kinds('ownFigureSchema'), { changes: ['kinds'] })
    .answers<KindMethods>(),
  names: read('/names', 'lots.read', ['names']).answers<NameLists>(),
  tested: read('/tested-kinds', 'anybody', []).answers<TestedKinds>(),
};

export const searchRoutes = {
  /** Lots, dishes, packets, places and kinds that hold every typed word. */
  find: read('/search', 'lots.read', ['lots', 'store'], ['q']).answers<Found>(),
};

export const exportRoutes = {
  /** The table of all lots, as it comes in again. */
  lots: file('/export/lots.csv', 'lots.read', 'text/csv'),
};
