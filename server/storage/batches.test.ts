import { describe, expect, it } from 'vitest';
import type { BatchList, BatchView, BatchWarnings, NewBatch } from '@mercato/contract/storage/batches';
import { UNKNOWN_HEADER } from '@mercato/contract/store/accessions';
import type { PacketView, PlaceList } from '@mercato/contract/store/packets';
import { shippedKinds } from '../rule-books/shipped.ts';
import { useHands } from '../testing/hands.ts';

const hands = useHands();
const pack = async (kind: string, species: string) =>
  (
    await hands.sampler.post<PacketView>('/store/packets', {
      accession: { ...UNKNOWN_HEADER, kind, species, harvestYear: 2026 },
      packet: {
        amount: { by: 'count', seeds: 100 },
        packedOn: '2026',
        supplier: '',
        wrapping: 'paper',
        placeId: null,
        note: '',
      },
    })
  ).body;
const place = async (kind: string, name: string) =>
  (await hands.sampler.post<PlaceList>('/store/places', { parentId: null, kind, name })).body.places.find(
    (one) => one.name === name,
  )?.id ?? '';
const batch = (body: Pick<NewBatch, 'what' | 'placeId' | 'packets'> & Partial<NewBatch>) =>
  hands.sampler.post<BatchView>('/store/batches', {
    hours: 720,
    massG: null,
    moisturePercent: null,
    targetPercent: null,
    shutAirPercent: null,
    bags: 0,
    anyway: '',
    ...body,
  });
const line = (of: BatchView, entry: object) =>
  hands.sampler.post<BatchView>(`/store/batches/${of.id}/lines`, entry, { 'If-Match': `"${of.version}"` });
const at = (iso: string) => {
  hands.lab.clock.now = new Date(iso);
};

describe('seed that is dried', () => {
  it('is asked after its weight and its air, and says when it is dry enough', async () => {
    at('2026-09-01T08:00:00Z');
    const leek = await pack('leek', 'Allium porrum');
    const chamber = await place('chamber', 'Drying chamber');
    const wet = await batch({
      what: 'drying',
      placeId: chamber,
      packets: [leek.id],
      moisturePercent: 8,
      targetPercent: 10,
    });
    expect(wet.body).toMatchObject({
      status: 422,
      errors: [{ message: expect.stringMatching(/above the present moisture of 8 %/) as string }],
    });
    let view = (
      await batch({
        what: 'drying',
        placeId: chamber,
        packets: [leek.id],
        massG: 100,
        moisturePercent: 14,
        targetPercent: 6,
      })
    ).body;
    expect(view).toMatchObject({
      dueAt: '2026-10-01T08:00:00.000Z',
      kinds: ['leek'],
      warnings: [],
      dry: { answer: 'not-yet' },
    });
    expect((await hands.sampler.get<PacketView>(`/store/packets/${leek.id}`)).body.place).toEqual(['Drying chamber']);
    at('2026-09-20T08:00:00Z');
    expect((await line(view, { what: 'weighed', massG: 80 })).body).toMatchObject({
      errors: [{ path: 'massG', message: expect.stringMatching(/less than its dry matter/) as string }],
    });
    view = (await line(view, { what: 'weighed', massG: 96 })).body;
    expect(view.dry).toMatchObject({ answer: 'not-yet' });
    expect((await line(view, { what: 'ended', words: '' })).body).toMatchObject({ errors: [{ path: 'words' }] });
    expect((await line(view, { what: 'shut air', percent: 140 })).body).toMatchObject({
      errors: [{ path: 'percent', message: 'air holds no more than 100 %' }],
    });
    at('2026-10-02T08:00:00Z');
    view = (await line(view, { what: 'weighed', massG: 91.4 })).body;
    view = (await line(view, { what: 'shut air', percent: 28 })).body;
    expect(view.dry?.answer).toBe('yes');
    view = (await line(view, { what: 'ended', words: '' })).body;
    expect([view.state, (await line(view, { what: 'weighed', massG: 91 })).status]).toEqual(['ended', 409]);
  });
});

describe('what was measured before it is written down', () => {
  it('stands in the order in which it was seen, with who wrote it when', async () => {
    at('2026-09-01T08:00:00Z');
    const leek = await pack('leek', 'Allium porrum');
    const chamber = await place('chamber', 'Third chamber');
    const dried = async () => (await batch({ what: 'drying', placeId: chamber, packets: [leek.id], massG: 100 })).body;
    let view = await dried();
    let inOrder = await dried();
    at('2026-09-10T18:30:00Z');
    inOrder = (await line(inOrder, { what: 'weighed', massG: 92 })).body;
    at('2026-09-12T08:00:00Z');
    inOrder = (await line(inOrder, { what: 'weighed', massG: 92 })).body;
    view = (await line(view, { what: 'weighed', massG: 92 })).body;
    expect(view.dry).not.toEqual(inOrder.dry);
    // The weighing of two evenings before, forgotten until now: it comes before the one of this morning.
    view = (await line(view, { what: 'weighed', massG: 92, seenOn: '2026-09-10', seenTime: '18:30' })).body;
    expect(view.lines[0]).toMatchObject({
      at: '2026-09-10T18:30:00.000Z',
      writtenAt: '2026-09-12T08:00:00.000Z',
      lateReason: null,
    });
    expect(view.dry).toEqual(inOrder.dry);
    const seen = (day: string, time: string | undefined, more: object = {}) =>
      line(view, {
        what: 'weighed',
        massG: 95,
        seenOn: day,
        ...(time === undefined ? {} : { seenTime: time }),
        ...more,
      });
    const refusals: [string, string | undefined, string, RegExp][] = [
      ['2026-09-12', '23:59', 'seenTime', /future/],
      ['2026-09-13', '00:00', 'seenOn', /future/],
      ['2026-09-08', '12:00', 'lateReason', /more than 3 days late/],
      ['2026-09-10', '18:30', 'seenTime', /weighing of its own/],
      ['2026-09-11', undefined, 'seenTime', /at what time/],
      ['2026-09-11', '24:00', 'seenTime', /18:30/],
    ];
    for (const [day, time, path, message] of refusals)
      expect((await seen(day, time)).body, `${day} ${time ?? ''}`).toMatchObject({
        status: 422,
        errors: [{ path, message: expect.stringMatching(message) as string }],
      });
    const early = { lateReason: 'the book lay in the shed' };
    expect((await seen('2026-09-01', '00:00', early)).body).toMatchObject({
      errors: [{ path: 'seenTime', message: expect.stringMatching(/before it began/) as string }],
    });
    view = (await seen('2026-09-02', '12:00', early)).body;
    expect(view.lines[0]).toMatchObject(early);
    expect((await line(view, { what: 'moisture', percent: 9, seenTime: '12:00' })).body).toMatchObject({
      errors: [{ path: 'seenTime', message: expect.stringMatching(/which day/) as string }],
    });
    const end = { what: 'ended', words: 'dry by the meter', seenOn: '2026-09-12' };
    expect((await line(view, { ...end, seenTime: '07:59' })).body).toMatchObject({
      errors: [{ path: 'seenTime', message: expect.stringMatching(/before its last figures/) as string }],
    });
    view = (await line(view, { ...end, seenTime: '08:00' })).body;
    expect([view.state, view.lines[0]?.at]).toEqual(['ended', '2026-09-12T08:00:00.000Z']);
  });
});

describe('the cold', () => {
  it('wants dry seed in two bags, and closed bags until they are warm', async () => {
    at('2026-11-01T08:00:00Z');
    const leek = await pack('leek', 'Allium porrum');
    const [freezer, box, room] = [
      await place('freezer', 'Freezer'),
      await place('box', 'Box'),
      await place('room', 'Room'),
    ];
    const freeze = (change: Partial<NewBatch>) =>
      batch({ what: 'freezing', placeId: freezer, packets: [leek.id], hours: 0, ...change });
    expect((await freeze({ placeId: box })).body).toMatchObject({ errors: [{ path: 'placeId' }] });
    expect((await freeze({ bags: 2 })).body).toMatchObject({
      errors: [{ path: 'anyway', message: expect.stringMatching(/was not measured/) as string }],
    });
    expect((await freeze({ bags: 2, shutAirPercent: 40 })).body).toMatchObject({
      errors: [{ message: expect.stringMatching(/dry it to 25 % first/) as string }],
    });
    const frozen = (await freeze({ bags: 2, shutAirPercent: 22 })).body;
    expect(frozen).toMatchObject({ state: 'running', dueAt: null, warnings: [], dry: null });
    at('2026-11-20T08:00:00Z');
    const warm = (await batch({ what: 'warming', placeId: room, packets: [leek.id], hours: 24 })).body;
    at('2026-11-20T20:00:00Z');
    expect((await line(warm, { what: 'ended', words: '' })).body).toMatchObject({
      errors: [{ path: 'words', message: expect.stringMatching(/still cold/) as string }],
    });
    at('2026-11-21T08:00:00Z');
    expect((await line(warm, { what: 'ended', words: '' })).body.state).toBe('ended');
    const { batches } = (await hands.sampler.get<BatchList>('/store/batches')).body;
    expect(batches.map((one) => [one.what, one.state])).toContainEqual(['freezing', 'running']);
  });

  it('is not for kinds that die of it, unless somebody says why', async () => {
    const tender = shippedKinds().find((one) => one.keeping?.desiccation === 'sensitive');
    const packet = await pack(tender?.commonNames[0] ?? 'tender', tender?.species ?? '');
    const { body } = await hands.sampler.get<BatchWarnings>(`/store/batch-warnings?what=drying&packets=${packet.id}`);
    expect(body.warnings).toMatchObject(tender ? [{ weight: 'stop' }] : [{ weight: 'care' }]);
    const chamber = await place('chamber', 'Second chamber');
    const refused = await batch({ what: 'drying', placeId: chamber, packets: [packet.id] });
    expect(refused.status).toBe(tender ? 422 : 201);
    const anyway = await batch({
      what: 'drying',
      placeId: chamber,
      packets: [packet.id],
      anyway: 'a trial with ten seeds',
    });
    expect(anyway.body.plan.anyway).toBe('a trial with ten seeds');
  });
});

describe('a packet that dries, freezes or warms up', () => {
  it('says so, and asks why it is opened; a round asks too; when its time is over it asks no more', async () => {
    at('2026-11-24T09:00:00Z');
    const leek = await pack('leek', 'Allium porrum');
    const see = async () => (await hands.sampler.get<PacketView>(`/store/packets/${leek.id}`)).body;
    const take = async (more: object = {}) =>
      hands.sampler.post<PacketView>(
        `/store/packets/${leek.id}/lines`,
        { what: 'take', amount: { by: 'count', seeds: 5 }, use: 'sowing', ...more },
        { 'If-Match': `"${(await see()).version}"` },
      );
    const round = (more: object = {}) =>
      hands.sampler.post('/rounds', {
        name: '',
        startedOn: '2026-11-24',
        warmthC: null,
        light: 'light',
        bags: [{ packetId: leek.id, seeds: 10, treatment: 'untreated', control: false }],
        ...more,
      });
    const cold = (
      await batch({
        what: 'freezing',
        placeId: await place('freezer', 'Chest'),
        packets: [leek.id],
        hours: 0,
        anyway: 'dry',
      })
    ).body;
    expect((await see()).busy).toEqual({ batchId: cold.id, what: 'freezing', dueAt: null });
    expect((await take()).body).toMatchObject({ status: 422, errors: [{ path: 'anyway' }] });
    const warming = (
      await batch({ what: 'warming', placeId: await place('room', 'Bench'), packets: [leek.id], hours: 24 })
    ).body;
    expect((await see()).busy).toEqual({ batchId: warming.id, what: 'warming', dueAt: '2026-11-25T09:00:00.000Z' });
    expect((await take()).body).toMatchObject({
      errors: [{ path: 'anyway', message: expect.stringContaining('still cold') as string }],
    });
    expect((await round()).body).toMatchObject({ status: 422, errors: [{ path: 'anyway' }] });
    expect((await round({ anyway: 'no time to wait' })).status).toBe(201);
    const taken = (await take({ anyway: 'sown at once' })).body;
    expect(taken.lines.at(-1)?.entry).toMatchObject({ what: 'take', anyway: 'sown at once' });
    at('2026-11-25T08:59:59Z');
    expect((await take()).status).toBe(422);
    at('2026-11-25T09:00:00Z');
    expect((await take()).status).toBe(200);
    // What ended last is over; it is in the cold by the book until somebody ends that too.
    await line(warming, { what: 'ended', words: '' });
    expect((await see()).busy?.what).toBe('freezing');
    await line(cold, { what: 'ended', words: '' });
    expect((await see()).busy).toBeNull();
    expect((await take()).status).toBe(200);
  });
});
