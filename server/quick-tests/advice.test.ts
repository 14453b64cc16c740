import { v7 as uuid } from 'uuid';
import { describe, expect, it } from 'vitest';
import type { BagView, NewBag, NewLook, NewRound, RoundView } from '@mercato/contract/quick-tests/rounds';
import type { TriedBags } from '@mercato/contract/quick-tests/tried';
import type { PacketView, StoreList } from '@mercato/contract/store/packets';
import type { NextList } from '@mercato/contract/today/next';
import { useHands } from '../testing/hands.ts';
import { packetOf as countedPacket } from '../testing/packets.ts';
import { bagDays } from './labels.ts';

const hands = useHands();

const packetOf = (seeds = 200) => countedPacket(hands, 'leek', 'Allium porrum', seeds);
const WARM = { low: 27, high: 27 };
/** Leek, 6 to 14 days at 15 to 20 °C by the names list (from memory); today is 24 Nov. */
const start = async (bags: Partial<NewBag>[], change: Partial<NewRound> = {}) => {
  const { status, body } = await hands.sampler.post<RoundView>('/rounds', {
    name: '',
    startedOn: '2026-11-10',
    warmthC: { low: 17, high: 20 },
    light: 'light',
    bags: bags.map((one) => ({ seeds: 20, treatment: 'untreated', control: false, ...one })),
    ...change,
  });
  expect(status).toBe(201);
  return body.bagsOf.map((one) => one.id);
};
const look = async (bag: string | undefined, sprouted: number, change: Partial<NewLook> = {}) => {
  const on = change.on ?? '2026-11-24';
  const answer = await hands.sampler.send('PUT', `/bags/${bag ?? ''}/looks/${uuid()}`, {
    on,
    notedOn: on,
    sprouted,
    water: 'moist',
    mould: false,
    thrives: null,
    note: '',
    ...change,
  });
  return answer.status;
};
const see = async (bag: string | undefined) => (await hands.sampler.get<BagView>(`/bags/${bag ?? ''}`)).body;
const end = async (bag: string | undefined, answers = {}, on = '2026-11-24') =>
  hands.sampler.post<BagView>(`/bags/${bag ?? ''}/end`, { on, answers });
const packet = async (id: string) => (await hands.sampler.get<PacketView>(`/store/packets/${id}`)).body;
const tried = async (id: string) => (await hands.sampler.get<TriedBags>(`/store/packets/${id}/bags`)).body.bags;
const next = async (id: string) =>
  (await hands.lead.get<NextList>('/store/next')).body.lines.find((one) => one.packet.id === id);

describe('a school speaks only of a test that may', () => {
  it('leek at 27 °C on day 8 of 14, 1 of 10, is not thrown away, and its end is no result of the seed', async () => {
    const leek = await packetOf();
    const [bag] = await start([{ packetId: leek.id, seeds: 10 }], { startedOn: '2026-11-16', warmthC: WARM });
    expect(await look(bag, 1)).toBe(200);
    expect(await see(bag)).toMatchObject({
      answer: { schools: [], sowTimes: null, heldBack: ['too-early', 'too-hot'] },
      asked: 'few',
      known: { 'too-early': 'yes', 'too-hot': 'yes' },
    });
    // What stands written cannot be answered away.
    const ended = (await end(bag, { 'too-early': 'no', 'too-hot': 'no', rotted: 'yes' })).body;
    expect(ended.ended?.verdict.verdict).toBe('invalid');
    expect((await packet(leek.id)).lastTest).toBeNull();
  });

  it('10 of 20 at 27 °C is not called good: its causes are asked, and it is no result', async () => {
    const leek = await packetOf();
    const [bag] = await start([{ packetId: leek.id }], { warmthC: WARM });
    await look(bag, 10);
    expect(await see(bag)).toMatchObject({ asked: 'doubtful', answer: { schools: [] } });
    expect((await end(bag)).body.ended?.verdict.verdict).toBe('invalid');
    expect((await packet(leek.id)).lastTest).toBeNull();
  });

  it('is as old as the last look: what nobody has looked at since day 8 is not thrown away on day 14', async () => {
    const [bag] = await start([{ packetId: (await packetOf()).id }]);
    await look(bag, 1, { on: '2026-11-18' });
    expect((await see(bag)).answer).toMatchObject({ schools: [], heldBack: ['too-early'] });
    await look(bag, 0);
    expect((await see(bag)).answer?.schools[0]?.advice).toBe('throw-away');
  });

  it('what was seen at a check is answered; a check that is struck answers nothing', async () => {
    const [bag] = await start([{ packetId: (await packetOf()).id }]);
    await look(bag, 2, { water: 'dry', mould: true });
    const seen = await see(bag);
    expect(seen.known).toMatchObject({ 'dried-out': 'yes', mould: 'yes' });
    await hands.sampler.post(`/bags/${bag ?? ''}/looks/${seen.looks[0]?.id ?? ''}/strike`, { reason: 'the wrong bag' });
    await look(bag, 2, { water: 'wet' });
    expect((await see(bag)).known).toEqual({ 'too-early': 'no', soaked: 'yes' });
    const ended = (await end(bag, { soaked: 'no' })).body.ended;
    expect(ended?.verdict).toMatchObject({ verdict: 'invalid', reasons: ['soaked'] });
  });

  it('a bag that is ended for an earlier day is held against that day', async () => {
    const [bag] = await start([{ packetId: (await packetOf()).id }]);
    await look(bag, 2, { on: '2026-11-18' });
    expect((await end(bag, {}, '2026-11-23')).body.ended?.verdict.verdict).toBe('invalid');
  });
});

describe('a bag that ended by mistake', () => {
  it('opens again with a reason, goes on, and ends anew; its packet says what the last end says', async () => {
    const leek = await packetOf();
    const [bag] = await start([{ packetId: leek.id }]);
    await look(bag, 15);
    await end(bag);
    expect((await packet(leek.id)).lastTest).toMatchObject({ sprouted: 15 });
    const reopen = (body: object) => hands.sampler.post<BagView>(`/bags/${bag ?? ''}/reopen`, body);
    expect((await reopen({ reason: '' })).body).toMatchObject({ status: 422, errors: [{ path: 'reason' }] });
    const { body } = await reopen({ reason: 'the wrong bag was ended' });
    expect(body).toMatchObject({
      ended: null,
      reopened: [{ on: '2026-11-24', reopened: { reason: 'the wrong bag was ended' } }],
    });
    expect((await reopen({ reason: 'once more' })).status).toBe(409);
    const between = await packet(leek.id);
    expect(between.lastTest).toBeNull();
    expect(between.tests).toMatchObject([{ hits: 15, superseded: expect.stringContaining('the wrong bag') as string }]);
    expect(await look(bag, 2)).toBe(200);
    expect((await end(bag)).body).toMatchObject({ sprouted: 17, ended: { verdict: { verdict: 'sprouted' } } });
    expect((await packet(leek.id)).lastTest).toMatchObject({ sprouted: 17 });
    const { pool } = hands.lab.connection;
    expect((await pool.query('select 1 from bag_end where bag_id = $1', [bag])).rowCount).toBe(2);
    for (const change of [
      'delete from bag_reopen',
      "update packet_test_withdrawn set reason = 'x'",
      'delete from bag_end',
    ])
      await expect(pool.query(change), change).rejects.toThrow();
  });

  it('brings an earlier test of its packet back into force when it is opened again', async () => {
    const leek = await packetOf();
    await hands.sampler.post(`/store/packets/${leek.id}/tests`, {
      what: 'towel',
      on: '2026-10-01',
      seeds: 50,
      hits: 40,
      minutes: null,
      note: '',
    });
    const [bag] = await start([{ packetId: leek.id }]);
    await look(bag, 15);
    await end(bag);
    await hands.sampler.post(`/bags/${bag ?? ''}/reopen`, { reason: 'not over yet' });
    expect((await packet(leek.id)).lastTest).toMatchObject({ sprouted: 40, seeds: 50, on: '2026-10-01' });
  });
});

describe('all that was tried stands on the packet', () => {
  it('what runs, what said nothing, and treated beside untreated; and no list calls it never tested', async () => {
    const leek = await packetOf();
    const why = async () => (await next(leek.id))?.reasons.map((one) => one.is);
    expect(await why()).toContain('never-tested');
    const [plain, treated] = await start([{ packetId: leek.id }, { packetId: leek.id, treatment: 'chilled' }]);
    await look(plain, 2);
    await look(treated, 14);
    // Source: Fisher's exact test of 2 of 20 against 14 of 20: p = 0.0002 (R fisher.test, from memory of its form).
    expect(await tried(leek.id)).toMatchObject([
      { id: plain, sprouted: 2, ended: null, untreated: null },
      { id: treated, treatment: 'chilled', sprouted: 14, untreated: { sprouted: 2, seeds: 20 } },
    ]);
    expect((await tried(leek.id))[1]?.untreated?.p).toBeLessThan(0.001);
    expect(await next(leek.id)).toMatchObject({
      next: 'test',
      reasons: [{ is: 'running', sprouted: 2, seeds: 20 }],
    });
    await end(plain, { 'no-air': 'yes' });
    expect((await tried(leek.id))[0]?.ended?.verdict).toBe('invalid');
    expect((await next(leek.id))?.reasons[0]).toEqual({ is: 'said-nothing', sprouted: 2, seeds: 20 });
    expect(await why()).not.toContain('never-tested');
  });
});

describe('on paper', () => {
  it('a bag’s last day stands whole, with its year where that is another one', () => {
    expect(bagDays(20, '2026-11-10', 14)).toBe('20 seeds, 10 Nov–24 Nov');
    expect(bagDays(1, '2026-12-20', 14)).toBe('1 seed, 20 Dec–3 Jan 2027');
    expect(bagDays(1000, '2026-12-30', 28)).toBe('1000 seeds, 30 Dec–27 Jan 2027');
    expect(bagDays(20, '2026-11-10', null)).toBe('20 seeds, 10 Nov 2026');
  });

  it('the list with its codes, labels of all that it shows, and the sowing plan', async () => {
    const leek = await packetOf();
    await packetOf();
    const { rows } = (await hands.sampler.get<StoreList>(`/store?packets=${leek.id}`)).body;
    expect(rows.map((one) => one.id)).toEqual([leek.id]);
    for (const path of ['/store/list.pdf?q=leek', '/store/labels.pdf?q=leek&show=here', '/store/sowings.pdf']) {
      const { type, body } = await hands.lead.bytes(path);
      expect([type, body.subarray(0, 5).toString()], path).toEqual(['application/pdf', '%PDF-']);
    }
    expect((await hands.lead.get('/store/labels.pdf?q=nothing-like-it')).status).toBe(422);
  });
});
