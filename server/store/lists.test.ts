import iconv from 'iconv-lite';
import { describe, expect, it } from 'vitest';
import type { BrapiPage, BrapiSeedLot } from '@mercato/contract/store/brapi';
import { foundWords, listFaultWords } from '@mercato/contract/store/listWords';
import { type ListReading, type ListView, NOTHING_SAID } from '@mercato/contract/store/lists';
import type { PacketView, PlaceList, StoreList } from '@mercato/contract/store/packets';
import { useHands } from '../testing/hands.ts';

const hands = useHands();
const keep = (bytes: Buffer, name = 'seeds.csv') =>
  hands.sampler.post<ListView>('/store/lists', { name, placeId: null, base64: bytes.toString('base64') });
const say = (list: ListView, change: Partial<ListReading>) =>
  hands.sampler.put<ListView>(`/store/lists/${list.id}`, { ...list.reading, ...change }, list.version);
const act = (list: ListView, what: 'bring' | 'undo', body: object) =>
  hands.sampler.post<ListView>(`/store/lists/${list.id}/${what}`, body, { 'If-Match': `"${list.version}"` });
const inStore = async (q: string) =>
  (await hands.sampler.get<StoreList>(`/store?${new URLSearchParams({ q, show: 'all' }).toString()}`)).body.rows;

/** Invented: a title, merged headings, an old encoding, decimal commas, dates of either order, words for figures. */
const MESSY = [
  'Our seeds, kept by the shed;;;;;;',
  'Seed;;When;;Stock;;',
  'crop;variety;harvested;packed;qty;unit;remarks',
  'leek;Früher Riese;3/4/21;;1,5;g;dry',
  'leek;Früher Riese;3/4/21;;40;seeds;second packet',
  'pea;"Zwölf; gelb";2019;2020;ca. 60;;',
  'pea;Spät;2019;2018;a few;;',
].join('\r\n');

describe('a list of packets that somebody kept', () => {
  it('is asked about until nothing can be read in two ways, comes in whole, and goes out again', async () => {
    let list = (await keep(iconv.encode(MESSY, 'windows-1252'))).body;
    // Whether bytes are Windows or an old PC nobody can know but by looking: every reading is shown.
    const encoding = list.fileAsks.find((one) => one.question === 'encoding');
    expect(encoding?.options.map((one) => [one.value, one.samples[0]?.includes('Früher')])).toEqual([
      ['windows-1252', true],
      ['windows-1250', true],
      ['macintosh', false],
      ['cp850', false],
    ]);
    expect(list).toMatchObject({ readable: 0, columns: [] });
    list = (await say(list, { encoding: 'windows-1252' })).body;
    expect(list.found.map(foundWords)).toContain('columns parted by semicolons');
    expect(list.fileAsks.find((one) => one.question === 'headings')).toBeDefined();
    list = (await say(list, { headings: { line: 2, lines: 2 } })).body;
    expect(list.columns.map((one) => [one.heading, one.proposal])).toEqual([
      ['Seed: crop', 'kind'],
      ['Seed: variety', 'variety'],
      ['When: harvested', 'harvest'],
      ['When: packed', 'packed'],
      ['Stock: qty', 'amount'],
      ['Stock: unit', 'unit'],
      ['Stock: remarks', 'note'],
    ]);
    const unsaid = await act(list, 'bring', {});
    expect([unsaid.status, await inStore('leek')]).toEqual([422, []]);
    list = (await say(list, { columns: list.columns.map((one) => one.proposal) })).body;
    expect(list.found.map(foundWords)).toContain('tenths after a comma');
    expect(list.asks.map((one) => one.question)).toEqual(['order', 'shortYears', 'bareAmounts', 'missingDate']);
    list = (
      await say(list, {
        order: 'day first',
        shortYears: 'this century',
        bareAmounts: 'seeds',
        missingDate: 'take the other',
      })
    ).body;
    expect(list.asks).toEqual([]);
    expect(list.faults.map((one) => ({ ...one, message: listFaultWords(one.message) }))).toEqual([
      { line: 7, column: 3, cell: '2018', message: 'packed 2018, before its harvest 2019' },
      { line: 7, column: 4, cell: 'a few', message: '“a few” is no amount: write 50, 50 seeds or 2.5 g' },
    ]);
    expect((await act(list, 'bring', {})).body).toMatchObject({ status: 422 });
    const stale = await hands.sampler.put(`/store/lists/${list.id}`, { ...list.reading, leftOut: [7] }, 1);
    expect(stale.status).toBe(412);
    list = (await say(list, { mended: { 7: { 3: '2019', 4: '7 seeds' } } })).body;
    expect(list.preview.map((one) => [one.line, one.kind, one.species, one.packedOn, one.note])).toEqual([
      [4, 'leek', 'Allium porrum', '2021-04-03', 'dry'],
      [5, 'leek', 'Allium porrum', '2021-04-03', 'second packet'],
      [6, 'pea', expect.any(String), '2020', 'the list says ca. 60'],
      [7, 'pea', expect.any(String), '2019', ''],
    ]);
    list = (await act(list, 'bring', {})).body;
    expect(list).toMatchObject({ state: 'in', packets: 4 });
    expect((await act(list, 'bring', {})).status).toBe(409);
    expect((await say(list, { order: null })).status).toBe(409);
    const leeks = await inStore('fruher');
    expect(leeks.map((one) => [one.variety, one.left.figure, one.harvestMonth])).toEqual([
      ['Früher Riese', '1.5', 4],
      ['Früher Riese', '40', 4],
    ]);
    expect(new Set(leeks.map((one) => one.accession)).size).toBe(1);

    // One packet is used; then the list is undone: that one stays, the others are withdrawn and stay on file.
    const [, used] = leeks;
    const taken = await hands.sampler.post<PacketView>(
      `/store/packets/${used?.id}/lines`,
      { what: 'take', amount: { by: 'count', seeds: 3 }, use: 'sowing' },
      { 'If-Match': '"1"' },
    );
    expect(taken.status).toBe(200);
    expect((await act(list, 'undo', { reason: '' })).body).toMatchObject({ errors: [{ path: 'reason' }] });
    list = (await act(list, 'undo', { reason: 'wrong list' })).body;
    expect(list).toMatchObject({ state: 'undone', packets: 1, used: [{ code: used?.code }] });
    expect((await inStore('fruher')).map((one) => one.code)).toEqual([used?.code]);
    const withdrawn = (await hands.sampler.get<PacketView>(`/store/packets/${leeks[0]?.id}`)).body;
    expect(withdrawn.lines.at(-1)?.entry).toEqual({ what: 'undone', reason: 'wrong list' });
    const late = await hands.sampler.post(
      `/store/packets/${withdrawn.id}/lines`,
      { what: 'count', amount: { by: 'count', seeds: 3 } },
      { 'If-Match': `"${withdrawn.version}"` },
    );
    expect(late.status).toBe(422);
    // Again: the packet that stayed does not come in twice.
    list = (await act(list, 'bring', {})).body;
    expect([list.packets, (await inStore('fruher')).length]).toEqual([4, 2]);
    expect((await keep(iconv.encode(MESSY, 'windows-1252'))).body.before).toMatchObject({ id: list.id, state: 'in' });
  });

  it('brings earlier tests and new places with it, and undone takes both away again', async () => {
    const csv = [
      'kind,variety,harvest,packed,amount,test,test date,drawer,Soil',
      'chard,Rainbow,2024,2024,50 seeds,7/10,2025-02-01,Drawer of lists,clay',
      'cilantro,Slow,2024,2024,50 seeds,80 %,2025-02-01,Drawer that is used,',
    ].join('\n');
    let list = (await keep(Buffer.from(csv), 'tests.csv')).body;
    expect(list.columns.map((one) => one.proposal)).toEqual([
      'kind',
      'variety',
      'harvest',
      'packed',
      'amount',
      'test',
      'tested',
      'place',
      null,
    ]);
    expect(list.faults).toEqual([]);
    list = (await say(list, { columns: [...list.columns.slice(0, 8).map((one) => one.proposal), 'note'] })).body;
    expect(list.asks.map((one) => one.question)).toEqual(['unknownPlaces', 'percentOf']);
    expect((await say(list, { percentOf: 0 })).body).toMatchObject({ status: 422, errors: [{ path: 'percentOf' }] });
    list = (await say(list, { unknownPlaces: 'make them', percentOf: 25 })).body;
    list = (await act(list, 'bring', {})).body;
    expect(list).toMatchObject({ state: 'in', packets: 2 });
    const [chard] = await inStore('rainbow');
    const [cilantro] = await inStore('slow');
    // Source: names list, from memory: chard is a beet, cilantro is coriander and no parsley.
    expect([chard?.species, cilantro?.species]).toEqual(['Beta vulgaris', 'Coriandrum sativum']);
    expect([chard?.lastTest, cilantro?.lastTest]).toMatchObject([
      { on: '2025-02-01', sprouted: 7, seeds: 10, verdict: 'sprouted' },
      { on: '2025-02-01', sprouted: 20, seeds: 25 },
    ]);
    const view = (await hands.sampler.get<PacketView>(`/store/packets/${chard?.id}`)).body;
    expect(view).toMatchObject({
      note: 'Soil: clay',
      tests: [{ hits: 7, note: expect.stringContaining('7/10') as string }],
    });
    const places = async () =>
      (await hands.sampler.get<PlaceList>('/store/places')).body.places
        .map((one) => one.name)
        .filter((one) => /^Drawer/.test(one));
    expect(await places()).toEqual(['Drawer of lists', 'Drawer that is used']);
    // The second packet is used: it stays with its place and its test.
    await hands.sampler.post(
      `/store/packets/${cilantro?.id}/lines`,
      { what: 'take', amount: { by: 'count', seeds: 3 }, use: 'sowing' },
      { 'If-Match': '"1"' },
    );
    list = (await act(list, 'undo', { reason: 'the wrong shed' })).body;
    expect(await places()).toEqual(['Drawer that is used']);
    const undone = (await hands.sampler.get<PacketView>(`/store/packets/${chard?.id}`)).body;
    expect(undone.tests).toMatchObject([{ superseded: 'the wrong shed' }]);
    expect((await inStore('slow'))[0]?.lastTest).toMatchObject({ sprouted: 20 });
    // Again: its place is made again, and nothing is doubled.
    await act(list, 'bring', {});
    expect(await places()).toEqual(['Drawer of lists', 'Drawer that is used']);
  });

  it('comes back from what the store gives out, without a question about its columns', async () => {
    const before = await inStore('fruher');
    const csv = (await hands.sampler.bytes('/store/packets.csv')).body;
    let list = (await keep(csv, 'packets.csv')).body;
    expect(list.fileAsks).toEqual([]);
    expect(list.columns.filter((one) => one.proposal === null).map((one) => one.heading)).toEqual([
      'code',
      'accession',
    ]);
    list = (await say(list, { columns: list.columns.map((one) => one.proposal ?? 'leave out') })).body;
    expect([list.asks, list.faults]).toEqual([[], []]);
    list = (await act(list, 'bring', {})).body;
    const after = await inStore('fruher');
    const shown = (rows: typeof after) =>
      rows
        .map((one) => [
          one.kind,
          one.variety,
          one.harvestYear,
          one.harvestMonth,
          one.packedOn,
          one.left.by,
          one.left.figure,
          one.place.join(),
        ])
        .sort();
    expect(shown(after)).toEqual([...shown(before), ...shown(before)].sort());
    await act(list, 'undo', { reason: 'they are there already' });
    // Source: FAO/Bioversity Multi-Crop Passport Descriptors V.2.1: 41 descriptors here, dates YYYYMMDD with hyphens for
    // what is missing.
    const [head = '', ...rows] = (await hands.sampler.bytes('/store/passport.csv')).body
      .toString('utf8')
      .trim()
      .split('\n');
    expect(head.split(',').length).toBe(41);
    expect(rows.find((one) => one.includes('Früher Riese'))).toMatch(
      /,Allium,porrum,,,,leek,Früher Riese,\d{8},.*,202104--,/,
    );
    // Source: BrAPI v2.1, GET /seedlots.
    const page = (await hands.sampler.get<BrapiPage<BrapiSeedLot>>('/brapi/v2/seedlots?pageSize=2&page=1')).body;
    expect(page.metadata.pagination).toMatchObject({ currentPage: 1, pageSize: 2 });
    const [lot] = page.result.data;
    expect(
      (await hands.sampler.get<{ result: BrapiSeedLot }>(`/brapi/v2/seedlots/${lot?.seedLotDbId}`)).body.result,
    ).toEqual(lot);
    expect((await hands.sampler.get('/brapi/v2/seedlots?pageSize=0')).body).toMatchObject({
      errors: [{ path: 'pageSize' }],
    });
  });

  it('knows places by their names, and makes new ones only when told to', async () => {
    const room = (
      await hands.sampler.post<PlaceList>('/store/places', {
        parentId: null,
        kind: 'room',
        name: 'Shed',
      })
    ).body;
    await hands.sampler.post('/store/places', {
      parentId: room.places.find((one) => one.name === 'Shed')?.id,
      kind: 'drawer',
      name: 'Drawer 1',
    });
    let list = (
      await keep(
        Buffer.from('kind,year,packed,qty,where\ndill,2020,2020,5 seeds,shed / drawer 1\ndill,2020,2020,6 seeds,Tin\n'),
      )
    ).body;
    expect(list.fileAsks).toEqual([]);
    list = (await say(list, { columns: list.columns.map((one) => one.proposal) })).body;
    expect(list.asks).toMatchObject([{ question: 'unknownPlaces', samples: ['Tin'] }]);
    list = (await say(list, { unknownPlaces: 'make them' })).body;
    await act(list, 'bring', {});
    expect((await inStore('dill')).map((one) => one.place).sort()).toEqual([['Shed', 'Drawer 1'], ['Tin']]);
  });

  it.each([
    [
      'two hands in one file',
      Buffer.concat([Buffer.from('a;b\nMöhre;1\n'), iconv.encode('Möhre;2\n', 'win1252')]),
      'encoding',
      'line by line',
    ],
    ['commas that may be tenths', Buffer.from('kind;qty,x\nleek;1,5\npea;2,5\n'), 'delimiter', ';'],
  ])('asks about %s', async (_words, bytes, question, option) => {
    const { body } = await keep(bytes);
    const ask = body.fileAsks.find((one) => one.question === question);
    expect(ask?.options.map((one) => one.value)).toContain(option);
    if (option === 'line by line') expect(ask?.options[0]?.samples).toEqual(['Möhre;1', 'Möhre;2']);
  });

  it.each([
    ['a workbook', Buffer.from('PK\u0003\u0004xxxx'), /workbook/],
    ['a picture', Buffer.from([0x89, 0x50, 0, 1, 2, 3]), /no text/],
    ['nothing', Buffer.alloc(0), /empty/],
  ])('refuses %s in plain words', async (_words, bytes, why) => {
    const { body } = await keep(bytes);
    expect(body).toMatchObject({
      status: 422,
      errors: [{ path: 'base64', message: expect.stringMatching(why) as string }],
    });
  });

  it('names the line from which a quotation mark was never closed, and a line that is too wide', async () => {
    const open = (await keep(Buffer.from('kind,year,qty\nleek,2020,5\n"pea,2020,5\n'))).body;
    expect(open.faults.map((one) => listFaultWords(one.message))).toEqual([expect.stringMatching(/never closed/)]);
    const wide = (await keep(Buffer.from('kind;year;qty\nleek;2020;1;5\n'))).body;
    const list = (await say(wide, { delimiter: ';', columns: ['kind', 'harvest', 'amount'] })).body;
    expect(list.faults).toMatchObject([
      { line: 2, cell: 'leek · 2020 · 1 · 5', message: { is: 'list.too-many-cells', cells: 4, named: 3 } },
    ]);
    expect(
      (await hands.sampler.put(`/store/lists/${list.id}`, { ...NOTHING_SAID, columns: ['kind', 'kind'] }, list.version))
        .body,
    ).toMatchObject({
      errors: [{ path: 'columns', message: expect.stringMatching(/two columns cannot both/) as string }],
    });
  });
});
