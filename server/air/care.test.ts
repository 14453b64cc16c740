import { type AddressInfo, createServer } from 'node:net';
import { describe, expect, it } from 'vitest';
import type { CareList, ClimateSettings, LoggerAnswer, PlaceCare } from '@mercato/contract/air/care';
import { listFaultWords } from '@mercato/contract/store/listWords';
import type { ListView } from '@mercato/contract/store/lists';
import type { PlaceList } from '@mercato/contract/store/packets';
import { placeLineWords } from '@mercato/contract/store/words';
import { serveLogger } from '../../devices/serveLogger.ts';
import { SimulatedLogger } from '../../devices/simulatedLogger.ts';
import { useHands } from '../testing/hands.ts';
import type { Visitor } from '../testing/laboratory.ts';
import { takeAllLogs } from './care.ts';

const hands = useHands();
const BAND: ClimateSettings['band'] = {
  leastC: 2,
  mostC: 8,
  leastPercent: null,
  mostPercent: 45,
  graceMinutes: 30,
  silentMinutes: 120,
};
const care = async (id: string, days = 30) =>
  (await hands.sampler.get<PlaceCare>(`/store/places/${id}/care?days=${days}`)).body;
const newPlace = async (name: string): Promise<PlaceCare> => {
  const { body } = await hands.sampler.post<PlaceList>('/store/places', { parentId: null, kind: 'refrigerator', name });
  return care(body.places.find((one) => one.name === name)?.id ?? '');
};
const set = (from: PlaceCare, change: Partial<ClimateSettings>, by: Visitor = hands.lead) =>
  by.put<PlaceCare>(
    `/store/places/${from.place.id}/climate`,
    { band: from.band, logger: from.logger, ...change },
    from.place.version,
  );
const write = (to: PlaceCare, entry: object) =>
  hands.sampler.post<PlaceCare>(`/store/places/${to.place.id}/lines`, entry, { 'If-Match': `"${to.place.version}"` });

describe('a logger’s file', () => {
  it('is asked about, comes in without its broken lines, raises an alarm, and goes out again', async () => {
    const place = await newPlace('Refrigerator of files');
    await set(place, { band: BAND });
    const file = [
      'Date;Time;Temperature;Humidity',
      '11/23/2026;08:00;4,5;35',
      '11/23/2026;08:30;9,5;36',
      '11/23/2026;09:00;10,5;104',
      '11/23/2026;09:30;10,1;36',
      '11/23/2026;09:30;12,0;36',
      '11/23/2026;10:00;5,0;35',
    ].join('\n');
    let list = (
      await hands.sampler.post<ListView>('/store/lists', {
        name: 'log.csv',
        placeId: place.place.id,
        base64: Buffer.from(file).toString('base64'),
      })
    ).body;
    const say = async (change: object) => {
      list = (
        await hands.sampler.put<ListView>(`/store/lists/${list.id}`, { ...list.reading, ...change }, list.version)
      ).body;
    };
    expect(list.columns.map((one) => one.proposal)).toEqual(['date', 'clock', 'temperature', 'humidity']);
    await say({ columns: list.columns.map((one) => one.proposal) });
    expect(list.asks.map((one) => one.question)).toEqual(['clock', 'degrees']);
    await say({ clock: 'universal', degrees: 'C' });
    expect(list.faults.map((one) => [one.line, one.cell, listFaultWords(one.message)])).toEqual([
      [4, '104', expect.stringMatching(/more than air can hold/)],
      [6, '09:30', expect.stringMatching(/stands on line 5 too, with other figures/)],
    ]);
    const early = await hands.sampler.post(`/store/lists/${list.id}/bring`, {}, { 'If-Match': `"${list.version}"` });
    expect([early.status, (await care(place.place.id)).latest]).toEqual([422, null]);
    await say({ withoutBroken: true });
    expect(list).toMatchObject({ readable: 4, faultCount: 0, place: ['Refrigerator of files'] });
    list = (
      await hands.sampler.post<ListView>(`/store/lists/${list.id}/bring`, {}, { 'If-Match': `"${list.version}"` })
    ).body;
    expect(list).toMatchObject({ state: 'in', packets: 4 });

    let seen = await care(place.place.id);
    expect(seen.latest).toEqual({ at: '2026-11-23T10:00:00.000Z', temperatureC: 5, humidityPercent: 35 });
    expect(seen.alarms.map((one) => [one.alarm, one.from, one.minutes, one.worst, one.seen])).toEqual([
      ['silent', '2026-11-23T10:00:00.000Z', 23 * 60, null, null],
      ['too warm', '2026-11-23T08:30:00.000Z', 90, 10.1, null],
    ]);
    const calls = (await hands.sampler.get<CareList>('/store/care')).body.places.find(
      (one) => one.placeId === place.place.id,
    );
    expect(calls?.calls.map((one) => [one.what, one.goesOn])).toEqual([
      ['alarm', true],
      ['alarm', false],
    ]);
    const warm = seen.alarms[1];
    seen = (
      await write(seen, { what: 'alarm', alarm: 'too warm', from: warm?.from, words: 'door stood ajar, shut it' })
    ).body;
    expect(seen.alarms[1]?.seen).toBe('door stood ajar, shut it');
    await hands.sampler.post(
      `/store/lists/${list.id}/undo`,
      { reason: 'wrong place' },
      { 'If-Match': `"${list.version}"` },
    );
    expect(await care(place.place.id)).toMatchObject({ latest: null, alarms: [] });
    await expect(hands.lab.connection.pool.query('delete from climate_reading')).rejects.toThrow();
  });
});

describe('a logger', () => {
  it('is asked for what it saw since, once, and in words when it is silent, garbled or gone', async () => {
    hands.lab.clock.now = new Date();
    const logger = new SimulatedLogger('test');
    const served = await serveLogger(logger, 0);
    const address = `tcp://127.0.0.1:${served.port}`;
    let place = await newPlace('Refrigerator with a logger');
    expect((await set(place, { logger: address }, hands.sampler)).status).toBe(403);
    expect((await set(place, { logger: 'http://x' })).body).toMatchObject({ errors: [{ path: 'logger' }] });
    expect((await set(place, { band: { ...BAND, leastC: 9 } })).body).toMatchObject({
      errors: [{ path: 'band', message: 'the warmest must be above the coldest' }],
    });
    place = (await set(place, { band: BAND, logger: address })).body;
    const take = () => hands.sampler.post<LoggerAnswer>(`/store/places/${place.place.id}/logger`, {});
    const first = (await take()).body;
    // A logger that keeps 48 readings a day has 1440 of thirty days.
    expect(first.taken).toBeGreaterThan(1400);
    expect(first.care.mean?.hours).toBeGreaterThan(700);
    expect(first.care.air.length).toBeLessThanOrEqual(360);
    const at = Date.parse(first.care.latest?.at ?? '');
    expect(first.care.latest?.temperatureC).toBeCloseTo(logger.airAt(at).temperatureC, 2);
    // The door is left ajar once in nine days: three or four times in thirty.
    const warm = first.care.alarms.filter((one) => one.alarm === 'too warm').length;
    expect([3, 4]).toContain(warm);
    expect((await take()).body.taken).toBe(0);
    await Promise.all([1, 2].map(() => takeAllLogs(hands.lab.connection.db, hands.lab.clock.now, () => undefined)));
    expect((await care(place.place.id)).latest).toEqual(first.care.latest);
    logger.hear('FAULT garbage', Date.now());
    expect((await take()).body).toMatchObject({ taken: 0, garbled: 1 });
    await served.stop();
    expect((await take()).body).toMatchObject({ status: 422, detail: 'The logger cannot be reached.' });
    const deaf = createServer((socket) => {
      socket.resume().on('error', () => socket.destroy());
      socket.write('x'.repeat(1000));
    });
    await new Promise<void>((resolve) => deaf.listen(0, '127.0.0.1', resolve));
    place = await care(place.place.id);
    place = (await set(place, { logger: `tcp://127.0.0.1:${(deaf.address() as AddressInfo).port}` })).body;
    expect((await take()).body).toMatchObject({
      status: 422,
      errors: [{ message: expect.stringMatching(/no lines of its own kind/) as string }],
    });
    await new Promise((resolve) => deaf.close(resolve));
  });
});

describe('the book of a place', () => {
  it('keeps door and desiccant, calls when it is due, and refuses what cannot be', async () => {
    hands.lab.clock.now = new Date('2026-11-24T09:00:00Z');
    let jar = await newPlace('Jar');
    expect((await write(jar, { what: 'seen', state: 'spent' })).body).toMatchObject({ errors: [{ path: 'state' }] });
    jar = (await write(jar, { what: 'desiccant', stuff: 'silica gel', massG: 40, lookEveryDays: 30 })).body;
    jar = (await write(jar, { what: 'door', at: '2026-11-24T08:00:00Z', minutes: 4, why: 'looked in' })).body;
    expect(jar).toMatchObject({
      desiccant: { state: 'fresh', dueAt: '2026-12-24T09:00:00.000Z' },
      openings: 1,
      openMinutes: 4,
    });
    const due = async () =>
      (await hands.sampler.get<CareList>('/store/care')).body.places.find((one) => one.placeId === jar.place.id);
    expect(await due()).toBeUndefined();
    hands.lab.clock.now = new Date('2026-12-25T09:00:00Z');
    expect((await due())?.calls).toMatchObject([
      { what: 'desiccant', desiccant: { stuff: 'silica gel', state: 'fresh' } },
    ]);
    expect((await write(jar, { what: 'door', at: '2027-01-01T08:00:00Z', minutes: 4, why: '' })).body).toMatchObject({
      errors: [{ path: 'at' }],
    });
    expect((await write({ ...jar, place: { ...jar.place, version: 1 } }, { what: 'no desiccant' })).status).toBe(412);
    jar = (await write(jar, { what: 'strike', line: 0, reason: 'other jar' })).body;
    expect([jar.desiccant, jar.lines.map((one) => [placeLineWords(one.entry), one.struck])]).toEqual([
      null,
      [
        ['crossed out line 1: other jar', null],
        ['door open for 4 min: looked in', null],
        ['40 g of silica gel put in, to be checked every 30 days', 'other jar'],
      ],
    ]);
    const reading = (body: object) => hands.sampler.post<PlaceCare>(`/store/places/${jar.place.id}/readings`, body);
    const four = { text: '4', unit: 'C' };
    expect((await reading({ at: '2026-12-25T08:00:00Z', temperature: four, humidityPercent: 101 })).body).toMatchObject(
      {
        errors: [{ path: 'humidityPercent', message: 'air holds no more than 100 %' }],
      },
    );
    expect(
      (await reading({ at: '2026-12-25T08:00:00Z', temperature: four, humidityPercent: 31 })).body.latest,
    ).toMatchObject({ humidityPercent: 31 });
  });
});

describe('a dial', () => {
  it('is kept in the unit that it shows, asks about what can hardly be, and is struck where it was misread', async () => {
    hands.lab.clock.now = new Date('2026-11-24T09:00:00Z');
    const { place } = await newPlace('Refrigerator with a dial');
    const reading = (temperature: object, more: object = {}, at = '2026-11-24T08:00:00Z') =>
      hands.sampler.post<PlaceCare>(`/store/places/${place.id}/readings`, {
        at,
        temperature,
        humidityPercent: 40,
        ...more,
      });
    for (const [temperature, path] of [
      [{ text: '41', unit: '' }, 'temperature.unit'],
      [{ text: 'warm', unit: 'C' }, 'temperature.text'],
      [{ text: '81', unit: 'C' }, 'temperature'],
    ] as const)
      expect((await reading(temperature)).body, path).toMatchObject({ status: 422, errors: [{ path }] });
    expect((await reading({ text: '41', unit: 'C' })).body).toMatchObject({
      status: 422,
      errors: [{ path: 'sure', message: expect.stringContaining('or was it 41 °F?') as string }],
    });
    expect((await care(place.id)).latest).toBeNull();
    const kept = (await reading({ text: '41', unit: 'F' })).body;
    expect(kept).toMatchObject({
      latest: { temperatureC: 5, humidityPercent: 40 },
      dials: [{ temperature: { text: '41', unit: 'F' }, by: 'The sampler', struck: null }],
    });
    const warm = (await reading({ text: '41', unit: 'C' }, { sure: true }, '2026-11-24T08:30:00Z')).body;
    expect(warm.latest?.temperatureC).toBe(41);
    const strike = (id = '', reason = 'it was °F') =>
      hands.sampler.post<PlaceCare>(`/store/places/${place.id}/readings/${id}/strike`, { reason });
    const [misread] = warm.dials;
    expect((await strike(misread?.id, '')).body).toMatchObject({ errors: [{ path: 'reason' }] });
    expect((await strike(misread?.id)).body).toMatchObject({
      latest: { temperatureC: 5 },
      dials: [{ struck: 'it was °F' }, { struck: null }],
    });
    expect((await strike(misread?.id)).status).toBe(409);
    expect((await strike(place.id)).status).toBe(404);
    await expect(hands.lab.connection.pool.query('delete from climate_strike')).rejects.toThrow();
  });
});

describe('a place in which nothing lies', () => {
  it('leaves the map with a reason, and not while anything lies in it', async () => {
    const { place } = await newPlace('Old cupboard');
    const remove = (version: number, reason = 'sold') =>
      hands.sampler.post<PlaceList>(`/store/places/${place.id}/remove`, { reason }, { 'If-Match': `"${version}"` });
    const inside = { parentId: place.id, kind: 'box', name: 'Old box' };
    const box = (await hands.sampler.post<PlaceList>('/store/places', inside)).body.places.find(
      (one) => one.name === 'Old box',
    );
    expect((await remove(place.version)).body).toMatchObject({
      status: 409,
      errors: [{ message: 'Old cupboard holds another place: move it first.' }],
    });
    expect((await remove(place.version, '')).body).toMatchObject({ status: 422, errors: [{ path: 'reason' }] });
    const gone = await hands.sampler.post<PlaceList>(
      `/store/places/${box?.id}/remove`,
      { reason: 'broken' },
      { 'If-Match': '"1"' },
    );
    expect(gone.body.places.some((one) => one.name === 'Old box')).toBe(false);
    expect((await remove(9)).status).toBe(412);
    expect((await remove(place.version)).status).toBe(200);
    expect((await remove(place.version + 1)).status).toBe(404);
    expect((await hands.sampler.post('/store/places', { ...inside, name: 'New box' })).body).toMatchObject({
      errors: [{ path: 'parentId' }],
    });
  });
});
