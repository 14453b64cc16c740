import type { CareList, LoggerAnswer, PlaceCare } from '../air/care.ts';
import { file, filled, nothing, read, schemasOf, writes } from '../http/route.ts';
import type { AccessionView } from './accessions.ts';
import type { BrapiOne, BrapiPage, BrapiSeedLot } from './brapi.ts';
import type { CandidateList } from './candidates.ts';
import type { Comparison } from './comparison.ts';
import type { Lists, ListView } from './lists.ts';
import type { PacketView, PlaceList, StoreList } from './packets.ts';

const packets = schemasOf(() => import('./packets.ts'));
const care = schemasOf(() => import('../air/care.ts'));
const lists = schemasOf(() => import('./lists.ts'));

const places = read('/store/places', 'store.read', ['places']).answers<PlaceList>();
const fillsPlaces = (_: PlaceList) => filled(places, {});
const packet = read('/store/packets/:packet', 'store.read', ['store']).answers<PacketView>();
const fillsPacket = (view: PacketView) => filled(packet, { packet: view.id });
const list = read('/store/lists/:list', 'store.read', ['lists']).answers<ListView>();
const fillsList = (view: ListView) => filled(list, { list: view.id });
const placeCare = read('/store/places/:place/care', 'store.read', ['care'], ['days']).answers<PlaceCare>();

const storeWrites = writes('store.write', ['care', 'places', 'store']);

export const storeRoutes = {
  list: read('/store', 'store.read', ['store'], ['q', 'place', 'show', 'page', 'packets', 'sort']).answers<StoreList>(),
  comparison: read('/store/comparison', 'store.read', ['store']).answers<Comparison>(),
  candidates: read(
    '/store/candidates',
    'store.read',
    ['store'],
    ['kind', 'name', 'district', 'elevation', 'exposure', 'rainfall'],
  ).answers<CandidateList>(),
  packetTable: file('/store/packets.csv', 'store.read', 'text/csv'),
  passportTable: file('/store/passport.csv', 'store.read', 'text/csv'),
  labels: file('/store/labels.pdf', 'store.read', 'application/pdf', ['packets', 'q', 'place', 'show', 'layout']),
  sheet: file('/store/list.pdf', 'store.read', 'application/pdf', ['q', 'place', 'show']),
  packet,
  pack: storeWrites
    .add('/store/packets', packets('packedSeedSchema'), { changes: ['store', 'places'] })
    .answers(fillsPacket),
  writeLine: storeWrites.seen
    .post('/store/packets/:packet/lines', packets('packetActSchema'), { changes: ['store', 'places'] })
    .answers(fillsPacket),
  keepTest: storeWrites
    .add('/store/packets/:packet/tests', schemasOf(() => import('./tests.ts'))('newTestSchema'), {
      changes: ['store', 'places'],
    })
    .answers(fillsPacket),
  accession: read('/store/accessions/:accession', 'store.read', ['store']).answers<AccessionView>(),
  changeAccession: storeWrites.seen
    .put('/store/accessions/:accession', schemasOf(() => import('./accessions.ts'))('accessionChangeSchema'), {
      changes: ['store'],
    })
    .answers<AccessionView>(),
};

export const placeRoutes = {
  list: places,
  add: storeWrites.add('/store/places', packets('newPlaceSchema'), { changes: ['store', 'care'] }).answers(fillsPlaces),
  change: storeWrites.seen
    .put('/store/places/:place', packets('placeChangeSchema'), { changes: ['store', 'care'] })
    .answers(fillsPlaces),
  remove: storeWrites.seen
    .post('/store/places/:place/remove', packets('placeRemovalSchema'), { changes: ['store', 'care'] })
    .answers(fillsPlaces),
  careList: read('/store/care', 'store.read', ['care']).answers<CareList>(),
  care: placeCare,
  writeLine: storeWrites.seen.post('/store/places/:place/lines', care('placeEntrySchema')).answers<PlaceCare>(),
  readDial: storeWrites.post('/store/places/:place/readings', care('newReadingSchema')).answers<PlaceCare>(),
  strikeReading: storeWrites
    .post('/store/places/:place/readings/:reading/strike', care('strikeReadingSchema'))
    .answers<PlaceCare>(),
  setClimate: storeWrites.seen.put('/store/places/:place/climate', care('climateSettingsSchema')).answers<PlaceCare>(),
  askLogger: storeWrites.post('/store/places/:place/logger', nothing).answers<LoggerAnswer>(),
};

export const listRoutes = {
  all: read('/store/lists', 'store.read', ['lists']).answers<Lists>(),
  list,
  keep: storeWrites.add('/store/lists', lists('newListSchema'), { changes: ['lists'] }).answers(fillsList),
  sayHow: storeWrites.seen.put('/store/lists/:list', lists('listReadingSchema'), { changes: [] }).answers(fillsList),
  bringIn: storeWrites.seen
    .post('/store/lists/:list/bring', nothing, { changes: ['lists', 'store', 'places', 'care'] })
    .answers(fillsList),
  undo: storeWrites.seen
    .post('/store/lists/:list/undo', lists('listUndoSchema'), { changes: ['lists', 'store', 'places', 'care'] })
    .answers(fillsList),
};

/** Seed lots as BrAPI v2.1 describes them. */
export const brapiRoutes = {
  seedLots: read('/brapi/v2/seedlots', 'store.read', ['store'], ['page', 'pageSize']).answers<
    BrapiPage<BrapiSeedLot>
  >(),
  seedLot: read('/brapi/v2/seedlots/:seedlot', 'store.read', ['store']).answers<BrapiOne<BrapiSeedLot>>(),
};
