import type { CareList, LoggerAnswer, PlaceCare } from '../air/care.ts';
import { file, filled, nothing, read, schemasOf, write } from '../http/route.ts';
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
const inStore = { changes: ['store', 'places'] } as const;
const list = read('/store/lists/:list', 'store.read', ['lists']).answers<ListView>();
const fillsList = (view: ListView) => filled(list, { list: view.id });
const placeCare = read('/store/places/:place/care', 'store.read', ['care'], ['days']).answers<PlaceCare>();
const atPlace = { changes: ['care', 'places', 'store'] } as const;

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
  pack: write('post', '/store/packets', 'store.write', packets('packedSeedSchema'), {
    status: 201,
    ...inStore,
  }).answers(fillsPacket),
  writeLine: write('post', '/store/packets/:packet/lines', 'store.write', packets('packetActSchema'), {
    versioned: true,
    ...inStore,
  }).answers(fillsPacket),
  keepTest: write(
    'post',
    '/store/packets/:packet/tests',
    'store.write',
    schemasOf(() => import('./tests.ts'))('newTestSchema'),
    { status: 201, ...inStore },
  ).answers(fillsPacket),
  accession: read('/store/accessions/:accession', 'store.read', ['store']).answers<AccessionView>(),
  changeAccession: write(
    'put',
    '/store/accessions/:accession',
    'store.write',
    schemasOf(() => import('./accessions.ts'))('accessionChangeSchema'),
    { versioned: true, changes: ['store'] },
  ).answers<AccessionView>(),
};

export const placeRoutes = {
  list: places,
  add: write('post', '/store/places', 'store.write', packets('newPlaceSchema'), {
    status: 201,
    changes: ['store', 'care'],
  }).answers(fillsPlaces),
  change: write('put', '/store/places/:place', 'store.write', packets('placeChangeSchema'), {
    versioned: true,
    changes: ['store', 'care'],
  }).answers(fillsPlaces),
  remove: write('post', '/store/places/:place/remove', 'store.write', packets('placeRemovalSchema'), {
    versioned: true,
    changes: ['store', 'care'],
  }).answers(fillsPlaces),
  careList: read('/store/care', 'store.read', ['care']).answers<CareList>(),
  care: placeCare,
  writeLine: write('post', '/store/places/:place/lines', 'store.write', care('placeEntrySchema'), {
    versioned: true,
    ...atPlace,
  }).answers<PlaceCare>(),
  readDial: write(
    'post',
    '/store/places/:place/readings',
    'store.write',
    care('newReadingSchema'),
    atPlace,
  ).answers<PlaceCare>(),
  strikeReading: write(
    'post',
    '/store/places/:place/readings/:reading/strike',
    'store.write',
    care('strikeReadingSchema'),
    atPlace,
  ).answers<PlaceCare>(),
  setClimate: write('put', '/store/places/:place/climate', 'store.write', care('climateSettingsSchema'), {
    versioned: true,
    ...atPlace,
  }).answers<PlaceCare>(),
  askLogger: write('post', '/store/places/:place/logger', 'store.write', nothing, atPlace).answers<LoggerAnswer>(),
};

export const listRoutes = {
  all: read('/store/lists', 'store.read', ['lists']).answers<Lists>(),
  list,
  keep: write('post', '/store/lists', 'store.write', lists('newListSchema'), {
    status: 201,
    changes: ['lists'],
  }).answers(fillsList),
  sayHow: write('put', '/store/lists/:list', 'store.write', lists('listReadingSchema'), {
    versioned: true,
  }).answers(fillsList),
  bringIn: write('post', '/store/lists/:list/bring', 'store.write', nothing, {
    versioned: true,
    changes: ['lists', 'store', 'places', 'care'],
  }).answers(fillsList),
  undo: write('post', '/store/lists/:list/undo', 'store.write', lists('listUndoSchema'), {
    versioned: true,
    changes: ['lists', 'store', 'places', 'care'],
  }).answers(fillsList),
};

/** Seed lots as BrAPI v2.1 describes them. */
export const brapiRoutes = {
  seedLots: read('/brapi/v2/seedlots', 'store.read', ['store'], ['page', 'pageSize']).answers<
    BrapiPage<BrapiSeedLot>
  >(),
  seedLot: read('/brapi/v2/seedlots/:seedlot', 'store.read', ['store']).answers<BrapiOne<BrapiSeedLot>>(),
};
