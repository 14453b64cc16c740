import { exampleRoutes } from '@mercato/contract/register/routes';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import fc from 'fast-check';
import { v7 as uuid } from 'uuid';
import { beforeAll, describe, expect, it } from 'vitest';
import type { PlaceCare } from '@mercato/contract/air/care';
import type { DeviceList } from '@mercato/contract/devices/devices';
import type { PhotoList } from '@mercato/contract/germination/dishes';
import type { GerminationView } from '@mercato/contract/germination/germination';
import { LIVE_ADDRESS } from '@mercato/contract/http/live';
import type { MetersView } from '@mercato/contract/moisture/meters';
import type { MoistureView } from '@mercato/contract/moisture/moisture';
import type { OtherSeedsView } from '@mercato/contract/other-seeds/otherSeeds';
import type { PurityView } from '@mercato/contract/purity/purity';
import type { BagView, RoundView } from '@mercato/contract/quick-tests/rounds';
import type { LotSheet } from '@mercato/contract/register/lots';
import type { PersonView } from '@mercato/contract/register/people';
import type { ReleaseView } from '@mercato/contract/release/release';
import type { DraftView, EditionView, RuleBookList } from '@mercato/contract/rule-books/editions';
import type { SamplingView } from '@mercato/contract/sampling/sampling';
import type { SowingPlans } from '@mercato/contract/sowing/plans';
import type { BatchView } from '@mercato/contract/storage/batches';
import { UNKNOWN_HEADER } from '@mercato/contract/store/accessions';
import type { ListView } from '@mercato/contract/store/lists';
import type { PacketView, PlaceList } from '@mercato/contract/store/packets';
import type { WeightView } from '@mercato/contract/weight/weight';
import { serveLogger } from '../../devices/serveLogger.ts';
import { SimulatedLogger } from '../../devices/simulatedLogger.ts';
import type { FeedList, NewFeedAnswer } from '@mercato/contract/today/today';
import { jpegFile } from '@mercato/core/testing/pictureFiles';
import { useHands } from '../testing/hands.ts';
import { type Answer, CLOVER, PASSWORD, Visitor } from '../testing/laboratory.ts';
import { shedStory } from '../testing/shed.ts';
import {
  clovers,
  drawnLot,
  germinationPlan,
  grams,
  sampledLot,
  submittedSample,
  vesselOf,
} from '../testing/samples.ts';

const hands = useHands();
const EXAMPLE = readFileSync(join(import.meta.dirname, '../../docs/examples/lots.csv'), 'utf8');
const TODAY = '2026-11-24';

interface Sent {
  readonly method: string;
  readonly path: string;
  readonly body: unknown;
  readonly headers: Readonly<Record<string, string>>;
}

/** Somebody whose requests are remembered when they were answered with a 2xx, and must be. */
class Recorder extends Visitor {
  constructor(
    of: Visitor,
    private readonly answered: Sent[],
  ) {
    super(of.base);
    Object.assign(this, { cookie: of.cookie, csrf: of.csrf, id: of.id });
  }

  override async send<T = Record<string, unknown>>(
    method: string,
    path: string,
    body?: unknown,
    headers: Record<string, string> = {},
  ): Promise<Answer<T>> {
    const answer = await super.send<T>(method, path, body, headers);
    if (answer.status >= 300)
      throw new Error(`${method} ${path} ${JSON.stringify(body)} was answered ${JSON.stringify(answer.body)}`);
    this.answered.push({ method, path, body, headers });
    return answer;
  }
}

const answered: Sent[] = [];
/** One valid request to every route at the least, in the order in which a laboratory and a store would send them. */
async function story(): Promise<void> {
  const [lead, analyst, sampler] = [hands.lead, hands.analyst, hands.sampler].map((one) => new Recorder(one, answered));
  if (!lead || !analyst || !sampler) throw new Error('nobody is here');
  const pageOf = () => ({ 'Mercato-Page': uuid() });

  // People, the house, its rule books.
  await lead.post('/people', { username: 'rowan', name: 'Rowan', password: PASSWORD, roles: ['analyst'] });
  const { people } = (await lead.get<{ people: PersonView[] }>('/people')).body;
  const rowan = people.find((one) => one.username === 'rowan');
  await lead.put(`/people/${rowan?.id}`, { name: 'Rowan A.', roles: ['analyst'], active: true }, 1);
  await lead.post(`/people/${rowan?.id}/reset`, {});
  const own = await hands.lab.as('lead');
  await new Recorder(own, answered).send('PUT', '/me/password', { current: PASSWORD, next: PASSWORD });
  // Where else the lead was signed in, they are signed out now.
  Object.assign(lead, { cookie: own.cookie, csrf: own.csrf });
  hands.lead = own;
  await lead.send('PUT', '/me/reading', { mark: ',', order: 'month first', degrees: 'F', heavy: null });
  await lead.send('PUT', '/laboratory', {
    name: 'Q',
    address: '',
    zone: 'UTC',
    paper: 'A4',
    closedWeek: 'none',
    closedDays: [],
    countDepth: 'classes',
    photoDays: null,
  });
  await lead.get('/laboratory');
  await lead.post('/stations', { name: 'Bench 1', kind: 'bench' });
  const books = (await lead.get<RuleBookList>('/rule-books')).body.editions;
  const ista = books.find((one) => one.book === 'ista')?.id ?? '';
  const content = (await lead.get<EditionView['content']>(`/rule-books/${ista}`)).body;
  for (const path of [
    `/rule-books/${ista}/about`,
    `/rule-books/${ista}/effects`,
    `/rule-books/${ista}/edition.json`,
    '/names',
    '/kinds?q=oat',
  ])
    await lead.get(path);
  const table = (await lead.get<{ text: string }>(`/rule-books/${ista}/tables/species.csv`)).body.text;
  const draftOf = async (name: string) =>
    (await lead.post<DraftView>('/rule-books/drafts', { basedOn: ista, name, year: 2027 })).body;
  let draft = await draftOf('Our copy');
  await lead.get(`/rule-books/drafts/${draft.id}`);
  const rows = draft.content.tables.species?.rows ?? [];
  const at = () => `/rule-books/drafts/${draft.id}`;
  draft = (await lead.put<DraftView>(`${at()}/tables/species`, { rows }, draft.version)).body;
  draft = (
    await lead.put<DraftView>(`/import${at()}/tables/species`, table, draft.version, { 'Content-Type': 'text/csv' })
  ).body;
  draft = (
    await lead.post<DraftView>(
      `${at()}/tables/species/checked`,
      { keys: ['Avena sativa'], against: 'our own book' },
      { 'If-Match': String(draft.version) },
    )
  ).body;
  const issued = (
    await lead.post<EditionView>(`${at()}/issue`, { reason: 'ours', use: false }, { 'If-Match': String(draft.version) })
  ).body;
  const dropped = await draftOf('Dropped');
  await lead.send('DELETE', `/rule-books/drafts/${dropped.id}`, {}, { 'If-Match': String(dropped.version) });
  await lead.post('/rule-books/drafts/file', { book: 'ista', name: 'From a file', year: 2026, tables: content.tables });
  const teff = {
    species: 'Eragrostis tef',
    family: 'Poaceae',
    commonNames: ['teff'],
    synonyms: [],
    chaffy: false,
    hardSeeded: false,
    thousandSeedWeightG: null,
    source: 'invented for this test',
  };
  await lead.post('/kinds', teff);
  await lead.send('PUT', '/kinds/Eragrostis%20tef', { ...teff, family: 'Gramineae', reason: 'a slip' });
  await lead.post('/kinds/Eragrostis%20tef/figures', {
    book: 'ista',
    field: 'purityG',
    value: '1',
    source: 'own trial',
  });
  await lead.get('/kinds/Avena%20sativa');

  // Balances.
  const settings = {
    name: 'B1',
    address: '',
    pattern: 'W {value} {unit} {state:steady|moving}',
    overload: '',
    tare: 'T',
    baudRate: 9600,
    resolution: '0.001',
    tolerance: '0.002',
    checkHours: 24,
  };
  const { balances } = (await lead.post<{ balances: { id: string }[] }>('/balances', settings)).body;
  const device = { name: 'oven 1', kind: 'oven', address: 'tcp://127.0.0.1:9' };
  const { devices } = (await lead.post<DeviceList>('/devices', device)).body;
  const moved = { name: 'oven 1', address: 'tcp://127.0.0.1:10', reason: 'moved' };
  await lead.put(`/devices/${devices[0]?.id}`, moved, 1);
  await analyst.get('/devices');
  await lead.put(`/balances/${balances[0]?.id}`, { ...settings, checkHours: 12, reason: 'twice a day' }, 1);
  await analyst.post(`/balances/${balances[0]?.id}/checks`, { nominal: '10.000', shown: '10.001' });
  await analyst.get('/balances');

  // From the lot to its samples.
  const { lot, draw } = await clovers(analyst, 'E-1');
  const sheet = (await analyst.get<LotSheet>(`/lots/${lot}`)).body;
  await analyst.put(
    `/lots/${lot}`,
    { ...CLOVER, book: 'ista', reference: 'E-1', variety: 'Other', reason: 'a slip' },
    sheet.version,
  );
  const request = {
    client: 'Marlpit Growers',
    theirReference: '',
    tests: ['purity'],
    dueOn: null,
    sampledBy: 'us',
    fee: null,
  };
  await sampler.put(`/lots/${lot}/request`, request, 0);
  const dampened = { what: 'dampened', on: TODAY, sampled: 'after', note: 'water against cracking' };
  const { worked } = (await sampler.post<LotSheet>(`/lots/${lot}/worked`, dampened)).body;
  await sampler.send('PUT', `/lots/${lot}/worked/${worked[0]?.id}`, { reason: 'it was another lot' });
  await lead.put(`/lots/${lot}/submitted`, { ...submittedSample('480'), reason: 'weighed again' }, 1);
  const drawn = await drawnLot(sampler, 'E-2');
  await sampler.put(`/lots/${drawn.lot}/request`, request, 0);
  const heap = await sampledLot(sampler, 'E-3');
  await sampler.post(`/lots/${heap.lot}/composite`, { mass: grams('598'), loss: grams('2') });
  const composite = await vesselOf(sampler, heap.lot, 'composite');
  await sampler.put(`/vessels/${composite.id}/mass`, { mass: grams('598.0'), reason: 'read again' }, 1);
  await sampler.put(`/lots/${heap.lot}/submitted`, submittedSample('300'), 0);
  await sampler.post(`/lots/${heap.lot}/reserves`, {
    from: composite.id,
    mass: grams('200'),
    place: 'cold store',
    discardOn: '2027-11-24',
  });
  await sampler.post(`/vessels/${composite.id}/events`, { what: 'move', place: 'shelf 1', note: '' });
  await sampler.get(`/vessels/${encodeURIComponent(composite.code)}`);
  await sampler.get(`/lots/${heap.lot}/labels.pdf`);
  const parts = [1, 2].map((n) => ({ reference: `E-4${n}`, containers: 2, mass: { text: '50', unit: 'kg' } }));
  const whole = (
    await sampler.post<LotSheet>('/lots', {
      ...CLOVER,
      book: 'ista',
      reference: 'E-4',
      mass: { text: '100', unit: 'kg' },
      containers: 4,
      containerMass: { text: '25', unit: 'kg' },
    })
  ).body;
  await sampler.post(`/lots/${whole.id}/parts`, { parts, reason: 'too large' });
  const stations = (await lead.get<{ stations: { id: string }[] }>('/stations')).body.stations;
  await analyst.post(`/stations/${stations[0]?.id}/acts`, {
    what: 'take',
    code: (await vesselOf(sampler, lot, 'submitted')).code,
  });
  const found = [97, 95, 96, 90, 94, 96, 95, 93].map((n, i) => ({ container: i + 1, text: String(n) }));
  const doubted = { attribute: 'germination', part: 'normal seedlings', seedsEach: 100, results: found };
  const { heterogeneity } = (await analyst.post<SamplingView>(`/lots/${lot}/heterogeneity`, doubted)).body;
  await analyst.put(`/heterogeneity/${heterogeneity[0]?.id}`, { results: found, reason: 'read again' }, 1);

  // The tests.
  const vessel = async (purpose: string, mass: string) => (await draw({ purpose, mass: grams(mass) })).body.id;
  await analyst.post(`/lots/${lot}/working`, { purpose: 'moisture', mass: grams('1') });
  const weighed = { workingSample: '5.100', pureSeed: '4.700', otherSeeds: '0.010', inertMatter: '0.020' };
  const purity = (await analyst.post<PurityView>('/purity/tests', { vesselId: await vessel('purity', '5.2') })).body
    .tests[0];
  await analyst.put(
    `/purity/tests/${purity?.id}`,
    {
      ...weighed,
      parts: [{ component: 'otherSeeds', name: 'the curled one', amount: { kind: 'mass', text: '0.010' } }],
    },
    1,
  );
  const named = {
    written: 'the curled one',
    taxon: 'Rumex crispus',
    noneListed: false,
    reason: 'under the microscope',
  };
  await analyst.put(`/purity/tests/${purity?.id}/names`, named, 2);
  const day = { fields: ['pureSeed'], seenOn: TODAY, reason: 'it was today' };
  const purityNow = async () => (await lead.get<PurityView>(`/lots/${lot}/purity`)).body.tests[0]?.version ?? 0;
  await lead.put(`/purity/tests/${purity?.id}/days`, day, await purityNow());
  await analyst.post(`/purity/tests/${purity?.id}/sorting`, { mass: '1.0', seconds: 60 });
  await lead.post(`/lots/${lot}/decisions`, { subject: purity?.id, decision: 'set-aside', reason: 'seed was spilled' });
  await analyst.post(`/lots/${lot}/purity/others`, {
    source: 'elsewhere',
    way: 'two-way',
    percents: { pureSeed: '96.0' },
  });
  await analyst.get(`/lots/${lot}/purity/others`);

  const search = (
    await analyst.post<OtherSeedsView>('/other-seeds/tests', {
      vesselId: await vessel('other-seeds', '51.0'),
      extent: 'complete',
      named: [],
    })
  ).body.tests[0];
  const tests = `/other-seeds/tests/${search?.id}`;
  await analyst.put(`${tests}/keys`, { keys: [{ key: '1', species: 'Plantago major' }] }, 0);
  const [one, other, session] = [pageOf(), pageOf(), uuid()];
  const find = (page: Record<string, string>, name: string, sequence: number, turn = 0) => ({
    session: name,
    page: page['Mercato-Page'],
    keys: [{ sequence, tray: 1, species: 'Plantago major', seeds: 1, turn }],
  });
  await analyst.post(`${tests}/tallies`, find(one, session, 0));
  const late = uuid();
  await lead.post(`${tests}/tallies`, find(other, late, 0));
  await lead.post(`${tests}/trays/1/late`, { session: late, keys: 1, fate: 'aside' });
  await analyst.post(`${tests}/trays/1/hand`, { act: 'leave', turn: 0 }, one);
  const counted = [
    { name: 'Plantago major', count: 1 },
    { name: 'the curled one', count: 2 },
  ];
  const tray = (await analyst.put<OtherSeedsView>(`${tests}/trays/1`, { examined: '50.2', species: counted }, 0)).body
    .tests[0];
  const bound = await analyst.put<OtherSeedsView>(`${tests}/names`, named, tray?.version ?? 0);
  await lead.put(`${tests}/days`, { ...day, fields: ['examined'] }, bound.body.tests[0]?.version ?? 0);
  await analyst.post(`/lots/${lot}/other-seeds/others`, {
    source: 'elsewhere',
    way: 'two-way',
    species: 'Plantago major',
    count: 3,
    mass: grams('50'),
  });
  for (const path of [`/lots/${lot}/other-seeds/others`, '/fields/weeds?field=field+6', '/jurisdictions'])
    await analyst.get(path);

  const moisture = (
    await analyst.post<MoistureView>('/moisture/tests', {
      vesselId: await vessel('moisture', '12'),
      method: 'oven 130 °C, 1 h',
    })
  ).body.tests[0];
  const oven = (container: string, withSeed: string, dried: string) => ({ container, withSeed, dried });
  await analyst.put(
    `/moisture/tests/${moisture?.id}`,
    { first: oven('20.000', '25.000', '24.550'), second: oven('21.000', '26.000', '25.545') },
    1,
  );
  await lead.put(`/moisture/tests/${moisture?.id}/days`, { ...day, fields: ['first.dried'] }, 2);
  await analyst.put(
    `/moisture/tests/${moisture?.id}/oven`,
    { diameterCm: 6, sealed: 'yes', backAt: '2026-11-20T08:00:00Z' },
    2,
  );
  const outOf = [{ id: moisture?.id, version: 3 }];
  await analyst.post('/moisture/loads', { what: 'outAt', at: '2026-11-20T09:00:00Z', oven: '', tests: outOf });
  await analyst.get('/moisture/ovens');
  await meters(lead, analyst, await vessel('moisture', '12'));
  await analyst.get(`/lots/${lot}/moisture`);
  const weight = (await analyst.post<WeightView>('/weight/tests', { vesselId: await vessel('weight', '5') })).body
    .tests[0];
  await analyst.put(`/weight/tests/${weight?.id}`, { replicates: ['0.19'], whole: null }, 1);
  await lead.put(`/weight/tests/${weight?.id}/days`, { ...day, fields: ['replicate.1'] }, 2);
  await analyst.get(`/lots/${lot}/weight`);

  const germination = (
    await analyst.post<GerminationView>('/germination/tests', {
      vesselId: await vessel('germination', '20'),
      ...germinationPlan(TODAY),
    })
  ).body.tests[0];
  const dish = germination?.dishes[0]?.id ?? '';
  const sets = `/germination/tests/${germination?.id}`;
  await lead.send(
    'PUT',
    `${sets}/days`,
    { setUpDate: TODAY, prechillDays: 0, reason: 'as planned' },
    { 'If-Match': '1' },
  );
  const press = (page: Record<string, string>, name: string) => ({
    session: name,
    page: page['Mercato-Page'],
    keys: [{ sequence: 0, dishId: dish, day: 0, seedClass: 'normal', seeds: 1, turn: 0 }],
  });
  await analyst.post(`${sets}/tallies`, press(one, uuid()));
  const later = uuid();
  await lead.post(`${sets}/tallies`, press(other, later));
  await lead.post(`/germination/dishes/${dish}/late`, { session: later, day: 0, keys: 1, fate: 'aside' });
  await analyst.post(`/germination/dishes/${dish}/hand`, { act: 'leave', turn: 0 }, one);
  const counts = { normal: 96, abnormal: 4, hard: 0, fresh: 0, dead: 0 };
  await analyst.put(
    `/germination/dishes/${germination?.dishes[1]?.id}/days/0`,
    { counts, closed: true, final: true, entry: 'typed', cause: 'all-germinated' },
    germination?.dishes[1]?.version ?? 1,
  );
  await dishStory(lead, analyst, lot, await vessel('germination', '20'), await vessel('germination', '20'));
  await analyst.get(`/lots/${lot}/germination`);
  await lead.post(`/lots/${lot}/edition`, { editionId: issued.id, reason: 'our own book' });
  await lead.post(`/rule-books/${ista}/evaluations`, { lots: [lot], reason: 'the book as shipped' });
  await lead.post(`/rule-books/${issued.id}/acts`, { act: 'retire', reason: 'a trial' });
  for (const part of ['history', 'sampling', 'vessels', 'release', 'other-seeds'])
    await lead.get(`/lots/${lot}/${part}`);
  await lead.post('/import/lots', EXAMPLE, { 'Content-Type': 'text/csv' });
  await lead.get('/export/lots.csv');
  const { rows: ready } = (await lead.get<{ rows: { id: string }[] }>('/lots?q=EX')).body;
  let document: string | undefined;
  const why: unknown[] = [];
  for (const row of ready) {
    // Some lots of the file can be released, some are held.
    const path = `/lots/${row.id}/releases`;
    const offered = await hands.lead.post<ReleaseView>(path, { kind: 'report' });
    why.push(offered.body.detail);
    if (offered.status >= 300) continue;
    answered.push({ method: 'POST', path, body: { kind: 'report' }, headers: {} });
    document = offered.body.releases[0]?.id;
    break;
  }
  if (document === undefined) throw new Error(JSON.stringify(why));
  for (const path of [`/releases/${document}`, `/releases/${document}/document.pdf`]) await lead.get(path);

  // The seed store.
  const placed = async (kind: string, name: string) =>
    (await sampler.post<PlaceList>('/store/places', { parentId: null, kind, name })).body.places.find(
      (p) => p.name === name,
    );
  const [cold, spare] = [await placed('refrigerator', 'Cold'), await placed('box', 'Spare')];
  await sampler.put(`/store/places/${spare?.id}`, { parentId: cold?.id, kind: 'box', name: 'Box', reason: 'moved' }, 1);
  await sampler.post(`/store/places/${spare?.id}/remove`, { reason: 'broken' }, { 'If-Match': '"2"' });
  const header = { ...UNKNOWN_HEADER, kind: 'leek', species: 'Allium porrum', harvestYear: 2024 };
  const packet = (
    await sampler.post<PacketView>('/store/packets', {
      accession: header,
      packet: {
        amount: { by: 'count', seeds: 200 },
        packedOn: '2024',
        supplier: '',
        wrapping: 'paper',
        placeId: cold?.id,
        note: '',
      },
    })
  ).body;
  await sampler.post(
    `/store/packets/${packet.id}/lines`,
    { what: 'take', amount: { by: 'count', seeds: 5 }, use: 'sowing' },
    { 'If-Match': '"1"' },
  );
  await sampler.post(`/store/packets/${packet.id}/tests`, {
    what: 'towel',
    on: '2026-10-01',
    seeds: 20,
    hits: 15,
    minutes: null,
    note: '',
  });
  await sampler.put(`/store/accessions/${packet.accessionId}`, { ...header, variety: 'Fell', reason: 'a slip' }, 1);
  for (const path of ['', '/bags']) await sampler.get(`/store/packets/${packet.id}${path}`);
  await sampler.get(`/store/accessions/${packet.accessionId}`);

  let list = (
    await sampler.post<ListView>('/store/lists', {
      name: 'a.csv',
      placeId: null,
      base64: Buffer.from('kind,harvest,packed,amount\npea,2024,2024,50 seeds\n').toString('base64'),
    })
  ).body;
  list = (
    await sampler.put<ListView>(
      `/store/lists/${list.id}`,
      { ...list.reading, columns: list.columns.map((c) => c.proposal) },
      list.version,
    )
  ).body;
  list = (await sampler.post<ListView>(`/store/lists/${list.id}/bring`, {}, { 'If-Match': `"${list.version}"` })).body;
  await sampler.post(`/store/lists/${list.id}/undo`, { reason: 'a trial' }, { 'If-Match': `"${list.version}"` });
  await sampler.get(`/store/lists/${list.id}`);

  const book = `/store/places/${cold?.id}`;
  const reading = { at: `${TODAY}T08:00:00Z`, temperature: { text: '4', unit: 'C' }, humidityPercent: 40 };
  const read = (await sampler.post<PlaceCare>(`${book}/readings`, reading)).body;
  await sampler.post(`${book}/readings/${read.dials[0]?.id}/strike`, { reason: 'misread' });
  await sampler.post(
    `${book}/lines`,
    { what: 'door', at: `${TODAY}T08:00:00Z`, minutes: 3, why: '' },
    { 'If-Match': `"${read.place.version}"` },
  );
  const logger = await serveLogger(new SimulatedLogger('story'), 0);
  const climate = { band: null, logger: `tcp://127.0.0.1:${logger.port}` };
  await lead.put(`${book}/climate`, climate, read.place.version + 1);
  await sampler.post(`${book}/logger`, {});
  await lead.put(`${book}/climate`, { band: null, logger: '' }, read.place.version + 2);
  await logger.stop();
  await sampler.get(`${book}/care`);

  const seen = { on: TODAY, sprouted: 1, water: 'moist', mould: false, thrives: null, note: '' };
  const round = (
    await sampler.post<RoundView>('/rounds', {
      name: '',
      startedOn: '2026-11-10',
      warmthC: { low: 17, high: 20 },
      light: 'light',
      bags: [{ packetId: packet.id, seeds: 20, treatment: 'untreated', control: false }],
    })
  ).body;
  const bag = `/bags/${round.bagsOf[0]?.id}`;
  const turn = (page: Record<string, string>) => ({ page: page['Mercato-Page'], turn: 0 });
  const [held, tardy, wrong] = [uuid(), uuid(), uuid()];
  await sampler.send('PUT', `${bag}/looks/${held}`, { ...seen, hand: turn(one) });
  await lead.send('PUT', `${bag}/looks/${tardy}`, { ...seen, hand: turn(other) });
  await lead.post(`${bag}/looks/${tardy}/late`, { fate: 'aside' });
  await sampler.send('PUT', `${bag}/looks/${wrong}`, { ...seen, sprouted: 2 });
  await sampler.post(`${bag}/looks/${wrong}/strike`, { reason: 'the wrong bag' });
  const taken = (await sampler.get<BagView>(bag)).body.held.turn;
  await sampler.post(`${bag}/hand`, { act: 'take', turn: taken }, one);
  await sampler.send('PUT', `${bag}/float`, { seeds: 10, sank: 8, minutes: 15 });
  await sampler.post(`${bag}/end`, { on: TODAY, answers: {} });
  await sampler.post(`${bag}/reopen`, { reason: 'too early' });
  for (const path of ['/rounds', `/rounds/${round.id}`, `/rounds/${round.id}/labels.pdf`]) await sampler.get(path);

  const batch = (
    await sampler.post<BatchView>('/store/batches', {
      what: 'warming',
      placeId: cold?.id,
      packets: [packet.id],
      hours: 24,
      massG: null,
      moisturePercent: null,
      targetPercent: null,
      shutAirPercent: null,
      bags: 0,
      anyway: '',
    })
  ).body;
  await sampler.post(
    `/store/batches/${batch.id}/lines`,
    { what: 'ended', words: 'warm by now' },
    { 'If-Match': `"${batch.version}"` },
  );
  await sampler.get(`/store/batches/${batch.id}`);
  const plan = {
    kind: 'leek',
    species: 'Allium porrum',
    packetId: null,
    note: '',
    from: '2027-03-01',
    to: '2027-04-15',
    testDays: 14,
    buyDays: 10,
    sowings: 1,
    everyDays: 14,
    oneChance: false,
  };
  const sowing = (await sampler.post<SowingPlans>('/store/sowings', plan)).body.plans[0];
  await sampler.put(`/store/sowings/${sowing?.id}`, { ...plan, note: 'by the wall' }, 1);
  await sampler.post(`/store/sowings/${sowing?.id}/drop`, { reason: 'no bed' }, { 'If-Match': '"2"' });
  const lots = (await sampler.get<{ result: { data: { seedLotDbId: string }[] } }>('/brapi/v2/seedlots')).body.result
    .data;
  for (const path of [
    `/brapi/v2/seedlots/${lots[0]?.seedLotDbId}`,
    '/store',
    '/store/places',
    '/store/comparison',
    '/store/candidates?kind=leek&name=x&district=&exposure=',
    '/store/care',
    '/store/lists',
    '/store/packets.csv',
    '/store/passport.csv',
    `/store/labels.pdf?packets=${packet.id}`,
    '/store/list.pdf',
    '/store/record',
    '/store/batches',
    `/store/batch-warnings?what=drying&packets=${packet.id}`,
    '/store/sowings',
    '/store/sowings.pdf',
    '/today',
    '/search?q=clover',
    '/next-reference',
    '/clients',
    '/store/next',
    '/today/calendar.ics',
  ])
    await sampler.get(path);
  await shedStory(sampler);
}

/** Arms, shelves, photographs, a second hand, a spoiled dish. */
async function dishStory(lead: Recorder, analyst: Recorder, lot: string, ...vessels: string[]): Promise<void> {
  const shelf = { kind: 'shelf', name: 'Shelf for dishes', parentId: null, dishPlaces: 40 };
  const { places } = (await lead.post<PlaceList>('/store/places', shelf)).body;
  const placeId = places.find((one) => one.name === shelf.name)?.id ?? '';
  const { treatment: _treatment, prechillDays: _days, ...shared } = germinationPlan(TODAY);
  const arm = { name: 'untreated', treatment: '', prechillDays: 0, control: false };
  const arms = vessels.map((vesselId, i) => ({ ...arm, vesselId, control: i > 0 }));
  await analyst.post('/germination/trials', { ...shared, shelves: [placeId], dealSeed: 7, arms });
  const see = async () => (await lead.get<GerminationView>(`/lots/${lot}/germination`)).body.tests.at(-1);
  const one = async () => (await see())?.dishes[0];
  const counts = { normal: 96, abnormal: 4, hard: 0, fresh: 0, dead: 0 };
  const dish = `/germination/dishes/${(await one())?.id}`;
  const body = { counts, parts: { damaged: 4, deformed: 0, decayed: 0 }, closed: true, final: true, entry: 'typed' };
  await analyst.put(`${dish}/days/0`, { ...body, cause: 'all-germinated' }, (await one())?.version ?? 1);
  await lead.put(`${dish}/recounts/0`, { counts }, (await one())?.version ?? 1);
  await lead.put(`${dish}/spoiled`, { cause: 'dropped', note: 'it fell' }, (await one())?.version ?? 1);
  await lead.post(`${dish}/place`, { placeId });
  await lead.get(`/germination/room?from=${TODAY}&to=${TODAY}`);
  const picture = Buffer.from(jpegFile(40, 30)).toString('base64');
  const { photos } = (await lead.post<PhotoList>(`${dish}/photos`, { picture, thumbnail: picture, note: 'roots' }))
    .body;
  const photo = `/germination/photos/${photos[0]?.id}`;
  await lead.get(`${dish}/photos`);
  await lead.get(photo);
  await lead.get(`${photo}/thumbnail`);
  await lead.post(`${photo}/strike`, { reason: 'out of focus' });
  await lead.post(`/lots/${lot}/germination/others`, { source: 'another', way: 'specification', percent: 85 });
  await lead.get(`/lots/${lot}/germination/others`);
  // What is due, and who sees to it.
  await lead.post('/today/claims', { key: 'dishes of somebody', mine: true });
  await lead.get(`/today/days?from=${TODAY}&days=14`);
  await lead.get('/today/places');
  const { path } = (await lead.post<NewFeedAnswer>('/today/feeds', { place: '' })).body;
  await lead.get(path.replace('/api', ''));
  const { feeds } = (await lead.get<FeedList>('/today/feeds')).body;
  await lead.post(`/today/feeds/${feeds[0]?.id}/end`, {});
}

const template = (path: string) => new RegExp(`^${path.replace(/:[a-z]+/gi, '[^/?]+').replace(/\./g, '\\.')}(\\?.*)?$`);

describe('every route', () => {
  beforeAll(story);

  it('was reached with a 2xx; simulated devices, their streams, the live stream and the example have tests of their own', () => {
    const example = Object.values(exampleRoutes).map((one) => one.path);
    const without: readonly string[] = [
      '/balances/:balance/acts',
      '/balances/:balance/stream',
      '/devices/:device/acts',
      '/devices/:device/stream',
      LIVE_ADDRESS,
      ...example,
    ];
    const missed = hands.lab.api.routes
      .map(({ method, path }) => [method.toUpperCase(), path] as const)
      .filter(
        ([method, path]) =>
          !without.includes(path) && !answered.some((one) => one.method === method && template(path).test(one.path)),
      );
    expect(missed.map((one) => one.join(' '))).toEqual([]);
  });

  // What is nearly right goes deepest: each valid request with something in it changed.
  it('answers what is nearly right with no 5xx', async () => {
    const odd: fc.Arbitrary<unknown> = fc.oneof(
      fc.jsonValue({ maxDepth: 2 }),
      fc.constantFrom(
        null,
        '',
        -1,
        0,
        1e9,
        0.5,
        '0',
        '-1',
        '1e5',
        'NaN',
        'constructor',
        '__proto__',
        '\u0000',
        '\ud800',
        'ж',
        '2026-11-24',
        '2026-02-30',
        '9999-12-31',
        'x'.repeat(600),
        [],
        {},
      ),
      fc.uuid(),
    );
    const writes = answered.filter((one) => one.method !== 'GET');
    const change = fc.record({
      request: fc.nat(writes.length - 1),
      spot: fc.nat(),
      how: fc.constantFrom('put', 'put', 'put', 'drop', 'version'),
      value: odd,
    });
    await fc.assert(
      fc.asyncProperty(change, async ({ request, spot, how, value }) => {
        const sent = writes[request];
        if (!sent) return;
        const { body, headers } = changed(sent, spot, how, value);
        const answer = await hands.lead.send(sent.method, sent.path, body, headers);
        expect(answer.status, `${sent.method} ${sent.path} ${JSON.stringify(body).slice(0, 2000)}`).toBeLessThan(500);
        if (answer.status === 401 || answer.body.code === 'wrong-csrf-token') hands.lead = await hands.lab.as('lead');
      }),
      { numRuns: Number(process.env.MERCATO_FUZZ ?? 1500) },
    );
    expect(hands.lab.errors).toEqual([]);
  });
});

/** A valid request with one spot of its body put otherwise or left out, or with another version. */
function changed(
  sent: Sent,
  spot: number,
  how: string,
  value: unknown,
): Pick<Sent, 'body'> & { headers: Record<string, string> } {
  const headers = { ...sent.headers };
  if (how === 'version') return { body: sent.body, headers: { ...headers, 'If-Match': String(spot % 5) } };
  if (typeof sent.body !== 'object' || sent.body === null) return { body: sent.body, headers };
  const body = structuredClone(sent.body) as Record<string, unknown>;
  const spots: (readonly [Record<string, unknown>, string])[] = [];
  const walk = (of: Record<string, unknown>) => {
    for (const key of Object.keys(of)) {
      spots.push([of, key]);
      const inner = of[key];
      if (typeof inner === 'object' && inner !== null) walk(inner as Record<string, unknown>);
    }
  };
  walk(body);
  const [of, key] = spots[spot % Math.max(1, spots.length)] ?? [];
  if (of && key !== undefined) {
    if (how === 'drop') Reflect.deleteProperty(of, key);
    else of[key] = value;
  }
  return { body, headers };
}

/** A meter, its calibration, a check of it, and a sample that it reads. */
async function meters(lead: Visitor, analyst: Visitor, vesselId: string) {
  const [meter] = (await lead.post<MetersView>('/moisture/meters', { name: 'every route' })).body.meters;
  await lead.send('PUT', `/moisture/meters/${meter?.id}/device`, { device: null });
  const pairs = [8, 9, 10].map((meterPercent) => ({ meterPercent, ovenPercent: meterPercent + 0.5 }));
  const kind = { species: 'Trifolium pratense' };
  const made = await lead.post<MetersView>(`/moisture/meters/${meter?.id}/calibrations`, {
    ...kind,
    degree: 1,
    validUntil: '2099-12-31',
    pairs,
  });
  const check = { ...kind, seenOn: '2026-11-20', meterPercent: 9, ovenPercent: 9.4 };
  await analyst.post(`/moisture/meters/${meter?.id}/checks`, check);
  const begun = await analyst.post<MoistureView>('/moisture/tests', { vesselId, method: 'meter', meter: meter?.id });
  await analyst.put(`/moisture/tests/${begun.body.tests.at(-1)?.id}/readings`, { first: '9', second: '9.1' }, 1);
  const calibration = made.body.meters[0]?.calibrations[0]?.id;
  await lead.send('PUT', `/moisture/calibrations/${calibration}/strike`, { reason: 'every route' });
  await analyst.get('/moisture/meters');
}
