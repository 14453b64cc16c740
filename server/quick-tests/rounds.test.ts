import fc from 'fast-check';
import { v7 as uuid } from 'uuid';
import { describe, expect, it } from 'vitest';
import type { BagView, NewBag, NewLook, NewRound, RoundView } from '@mercato/contract/quick-tests/rounds';
import { UNKNOWN_HEADER } from '@mercato/contract/store/accessions';
import type { PacketView, StoreList } from '@mercato/contract/store/packets';
import { vegetableStandard } from '../rule-books/editions.ts';
import { useHands } from '../testing/hands.ts';
import { packetOf as countedPacket } from '../testing/packets.ts';

const hands = useHands();

const packetOf = (kind: string, species: string, seeds: number) => countedPacket(hands, kind, species, seeds);
const bag = (packet: PacketView, seeds: number, change: Partial<NewBag> = {}): NewBag => ({
  packetId: packet.id,
  seeds,
  treatment: 'untreated',
  control: false,
  ...change,
});
const CONTROL: NewBag = {
  packetId: null,
  kind: 'leek',
  species: 'Allium porrum',
  seeds: 20,
  treatment: 'untreated',
  control: true,
};
const start = (bags: NewBag[], change: Partial<NewRound> = {}) =>
  hands.sampler.post<RoundView>('/rounds', {
    name: '',
    startedOn: '2026-11-10',
    warmthC: { low: 17, high: 20 },
    light: 'light',
    bags,
    ...change,
  });
const LOOK: NewLook = {
  on: '2026-11-18',
  notedOn: '2026-11-18',
  sprouted: 0,
  water: 'moist',
  mould: false,
  thrives: null,
  note: '',
};
const look = (id: string, change: Partial<NewLook> = {}, as = uuid()) =>
  hands.sampler.send<RoundView>('PUT', `/bags/${id}/looks/${as}`, {
    ...LOOK,
    ...(change.on === undefined ? {} : { notedOn: change.on }),
    ...change,
  });
const read = async (id: string) => (await hands.sampler.get<BagView>(`/bags/${id}`)).body;
const end = (id: string, answers = {}, on = '2026-11-24') =>
  hands.sampler.post<BagView>(`/bags/${id}/end`, { on, answers });

describe('a round', () => {
  it('takes its seeds out of the packets, all or nothing, and gives each bag the time of its kind', async () => {
    const leek = await packetOf('leek', 'Allium porrum', 30);
    const parsley = await packetOf('parsley', 'Petroselinum crispum', 60);
    const over = await start([bag(parsley, 20), bag(leek, 20), bag(leek, 11, { treatment: 'soaked' })]);
    expect(over.body).toMatchObject({
      status: 422,
      errors: [{ path: 'bags.2.seeds', message: expect.stringContaining('30 are left, and 31 are asked') as string }],
    });
    const left = async () =>
      (await hands.lead.get<StoreList>('/store')).body.rows.map((one) => [one.kind, one.left.figure]);
    expect(await left()).toEqual(
      expect.arrayContaining([
        ['leek', '30'],
        ['parsley', '60'],
      ]),
    );

    const { body } = await start([bag(parsley, 20), bag(leek, 10), bag(leek, 10, { treatment: 'soaked' })]);
    expect(await left()).toEqual(
      expect.arrayContaining([
        ['leek', '10'],
        ['parsley', '40'],
      ]),
    );
    // Source: names list (from memory): leek 6 to 14 days, parsley 10 to 28. Day 14 today.
    expect(body.bagsOf.map((one) => [one.kind, one.time.state])).toEqual([
      ['parsley', 'under-way'],
      ['leek', 'last-day'],
      ['leek', 'last-day'],
    ]);
    expect(body).toMatchObject({ open: 3, toLookAt: 3 });
    const { rows } = (await hands.lead.get<StoreList>('/store?q=parsley')).body;
    expect(rows[0]?.lastTest).toBeNull();
    // A bag opens by its code, and has its label.
    const first = body.bagsOf[0];
    const scan = await hands.lead.get(`/vessels/${encodeURIComponent(first?.code ?? '')}`);
    expect(scan.body).toMatchObject({ store: 'bag', open: `/store/bags/${first?.id ?? ''}` });
    const labels = await hands.lead.bytes(`/rounds/${body.id}/labels.pdf`);
    expect([labels.type, labels.body.subarray(0, 5).toString()]).toEqual(['application/pdf', '%PDF-']);
  });

  it('is also evaluated by the least germination that the law asks of its kind, under any of its names', async () => {
    const leek = await packetOf('leek', 'Allium porrum', 30);
    const { body } = await start([bag(leek, 10)]);
    const bagId = body.bagsOf[0]?.id ?? '';
    const looked = await hands.sampler.put<BagView>(
      `/bags/${bagId}/looks/01900000-0000-7000-8000-000000000077`,
      { on: '2026-11-24', sprouted: 7, water: null, mould: false, thrives: null, note: '' },
      0,
    );
    expect(looked.status).toBe(200);
    const { answer } = (await hands.sampler.get<BagView>(`/bags/${bagId}`)).body;
    expect(answer?.schools.find((one) => one.id === 'standard')?.advice).toBe('up-to-standard');
    // Source: 7 CFR 201.31, from memory.
    const standard = (name: string) => vegetableStandard(hands.lab.connection.db, [name]);
    expect(await Promise.all(['Leek', 'runner bean', 'melon', 'sweet corn', 'thistle'].map(standard))).toEqual([
      60,
      75,
      75,
      75,
      undefined,
    ]);
  });

  it('says in the book of a weighed packet what it cannot reckon', async () => {
    const { body: packet } = await hands.sampler.post<PacketView>('/store/packets', {
      accession: { ...UNKNOWN_HEADER, kind: 'moon vine', species: '', harvestYear: 2022 },
      packet: {
        amount: { by: 'mass', text: '4', unit: 'g' },
        packedOn: '2022',
        supplier: '',
        wrapping: 'paper',
        placeId: null,
        note: '',
      },
    });
    const { body: round } = await start([bag(packet, 10)]);
    const after = (await hands.sampler.get<PacketView>(`/store/packets/${packet.id}`)).body;
    expect(after.left.figure).toBe('4');
    expect(after.lines.at(-1)?.entry).toEqual({ what: 'unweighed', seeds: 10, to: `round ${round.number}` });
  });

  it('says where it does not suit a kind', async () => {
    const leek = await packetOf('leek', 'Allium porrum', 30);
    const { body } = await start([bag(leek, 10)], { warmthC: { low: 27, high: 29 }, light: 'dark' });
    expect(body.bagsOf[0]?.unsuited).toEqual(['too-hot']);
  });

  it.each([
    [{ startedOn: '2026-11-25' }, 'startedOn'],
    [{ bags: [] }, 'bags'],
    [{ warmthC: { low: 22, high: 18 } }, 'warmthC.high'],
  ] as [Partial<NewRound>, string][])('is refused at its place for %j', async (change, path) => {
    const leek = await packetOf('leek', 'Allium porrum', 30);
    expect((await start([bag(leek, 10)], change)).body).toMatchObject({ status: 422, errors: [{ path }] });
  });
});

describe('the daily look', () => {
  it('and a float note have days of their own; what a round took out of a packet was taken when it began', async () => {
    const packet = await packetOf('leek', 'Allium porrum', 60);
    const { body } = await start([bag(packet, 20)]);
    const id = body.bagsOf[0]?.id ?? '';
    const book = (await hands.sampler.get<PacketView>(`/store/packets/${packet.id}`)).body.lines;
    expect(book.at(-1)).toMatchObject({ entry: { what: 'take' }, seenOn: '2026-11-10' });
    const float = (more: object) =>
      hands.sampler.send<BagView>('PUT', `/bags/${id}/float`, { seeds: 10, sank: 8, minutes: 15, ...more });
    for (const on of ['2026-11-09', '2026-11-25'])
      expect((await float({ on })).body, on).toMatchObject({ status: 422, errors: [{ path: 'on' }] });
    expect((await float({ on: '2026-11-12' })).body.float).toMatchObject({ sank: 8, on: '2026-11-12' });
    // Put right later, it was seen when it was.
    expect((await float({ sank: 9, reason: 'counted again' })).body.float).toMatchObject({ sank: 9, on: '2026-11-12' });
  });

  it('stands once however often it is sent, and never counts more than was laid out', async () => {
    const leek = await packetOf('leek', 'Allium porrum', 60);
    const { body } = await start([bag(leek, 10)]);
    const id = body.bagsOf[0]?.id ?? '';
    const own = uuid();
    await Promise.all([1, 2, 3].map(() => look(id, { sprouted: 4 }, own)));
    expect((await read(id)).sprouted).toBe(4);
    expect((await look(id, { sprouted: 7 })).body).toMatchObject({
      status: 422,
      errors: [{ path: 'sprouted', message: expect.stringContaining('10 seeds, of which 4 had sprouted') as string }],
    });
    expect((await look(id, { on: '2026-11-09' })).body).toMatchObject({ errors: [{ path: 'on' }] });
    expect((await look(id, { on: '2026-11-25', notedOn: '2026-11-24' })).body).toMatchObject({
      errors: [{ path: 'notedOn' }],
    });
    const struck = await hands.sampler.post<BagView>(`/bags/${id}/looks/${own}/strike`, { reason: 'the wrong bag' });
    expect(struck.body).toMatchObject({ sprouted: 0, looks: [{ struck: { reason: 'the wrong bag' } }] });
    await expect(hands.lab.connection.pool.query('update bag_look set sprouted = 9')).rejects.toThrow();
  });

  it('is of its own day: noted more than three days later it says why, unless a phone kept it without a network', async () => {
    const { body } = await start([bag(await packetOf('leek', 'Allium porrum', 60), 10)]);
    const id = body.bagsOf[0]?.id ?? '';
    // What is noted more than three days later says why; what a phone kept without a network was noted in time.
    const late = (on: string, more: object = {}) => {
      const { notedOn: _noted, ...rest } = LOOK;
      return hands.sampler.send<RoundView>('PUT', `/bags/${id}/looks/${uuid()}`, { ...rest, on, ...more });
    };
    expect((await late('2026-11-25')).body).toMatchObject({ errors: [{ path: 'on' }] });
    expect((await late('2026-11-20')).body).toMatchObject({ errors: [{ path: 'lateReason' }] });
    for (const [on, more] of [
      ['2026-11-21', {}],
      ['2026-11-20', { lateReason: 'from the paper sheet' }],
      ['2026-11-20', { notedOn: '2026-11-20' }],
    ] as const)
      expect((await late(on, more)).status, on).toBe(200);
    expect((await late('2026-11-20', { notedOn: '2026-11-25' })).body).toMatchObject({ errors: [{ path: 'notedOn' }] });
  });

  it('adds up to what was seen, in any order and from any number of hands', async () => {
    const leek = await packetOf('leek', 'Allium porrum', 5000);
    await fc.assert(
      fc.asyncProperty(fc.array(fc.integer({ min: 0, max: 12 }), { minLength: 1, maxLength: 8 }), async (seen) => {
        const { body } = await start([bag(leek, 40)]);
        const id = body.bagsOf[0]?.id ?? '';
        const answers = await Promise.all(seen.map((sprouted, i) => look(id, { sprouted, on: `2026-11-1${i}` })));
        const kept = answers.reduce((sum, one, i) => sum + (one.status === 200 ? (seen[i] ?? 0) : 0), 0);
        const view = await read(id);
        expect(view.sprouted).toBe(kept);
        expect(view.sprouted).toBeLessThanOrEqual(40);
        // What was refused would have been too much.
        for (const [i, one] of answers.entries())
          if (one.status !== 200) expect(kept + (seen[i] ?? 0)).toBeGreaterThan(40);
      }),
      { numRuns: 8 },
    );
  });
});

describe('a bag ends', () => {
  it('with what it says of the packet, exactly, when enough sprouted', async () => {
    const leek = await packetOf('leek', 'Allium porrum', 25);
    const { body } = await start([bag(leek, 10)]);
    const id = body.bagsOf[0]?.id ?? '';
    await look(id, { sprouted: 8 });
    const ended = (await end(id)).body;
    expect(ended.ended?.verdict.verdict).toBe('sprouted');
    expect(ended.asked).toBeNull();
    // Ten of twenty-five tested: the fifteen left are counted, not guessed at without end.
    expect(ended.answer?.packet).toMatchObject({ left: 15 });
    const packet = (await hands.sampler.get<PacketView>(`/store/packets/${leek.id}`)).body;
    expect(packet.lastTest).toMatchObject({ sprouted: 8, seeds: 10, verdict: 'sprouted' });
    expect((await end(id)).status).toBe(409);
    expect((await look(id, { sprouted: 1, on: '2026-11-24' })).body).toMatchObject({ errors: [{ path: 'on' }] });
  });

  it('as no test at all when fresh seed beside it failed too, and says nothing of the seed', async () => {
    const leek = await packetOf('leek', 'Allium porrum', 60);
    const { body } = await start([bag(leek, 20), CONTROL]);
    const [own, control] = body.bagsOf.map((one) => one.id);
    await look(own ?? '', { sprouted: 1 });
    await look(control ?? '', { sprouted: 2 });
    expect(await read(own ?? '')).toMatchObject({
      asked: 'few',
      known: { 'control-failed': 'yes' },
    });
    const ended = (await end(own ?? '', { rotted: 'yes' })).body;
    expect(ended.ended?.verdict.verdict).toBe('invalid');
    expect(ended.answer).toBeNull();
    expect((await hands.sampler.get<PacketView>(`/store/packets/${leek.id}`)).body.lastTest).toBeNull();
  });

  it('as dead when fresh seed beside it did well, and as dormant when the rest stayed firm', async () => {
    const leek = await packetOf('leek', 'Allium porrum', 90);
    const { body } = await start([bag(leek, 20), bag(leek, 20, { treatment: 'chilled' }), CONTROL]);
    const [own = '', chilled = '', control = ''] = body.bagsOf.map((one) => one.id);
    await look(own, { sprouted: 2 });
    await look(chilled, { sprouted: 14 });
    await look(control, { sprouted: 18 });
    const view = await read(own);
    // Source: Fisher's exact test of 2 of 20 against 14 of 20: p = 0.00022 (R fisher.test, from memory of its form).
    expect(view.beside.find((one) => one.treatment === 'chilled')?.p).toBeLessThan(0.001);
    expect((await end(chilled)).body.ended?.verdict.verdict).toBe('sprouted');
    expect((await end(own, { 'stayed-firm': 'yes' })).body.ended?.verdict.verdict).toBe('dormant');
    const again = await packetOf('leek', 'Allium porrum', 90);
    const second = (await start([bag(again, 20), CONTROL])).body.bagsOf.map((one) => one.id);
    await look(second[0] ?? '', { sprouted: 2 });
    await look(second[1] ?? '', { sprouted: 18 });
    expect((await end(second[0] ?? '', { 'too-hot': 'yes' })).body.ended?.verdict.verdict).toBe('dead');
  });

  it('not before anybody looked, nor before the kind’s last day as anything but too early', async () => {
    const parsley = await packetOf('parsley', 'Petroselinum crispum', 60);
    const { body } = await start([bag(parsley, 20)]);
    const id = body.bagsOf[0]?.id ?? '';
    expect((await end(id)).body).toMatchObject({ status: 422, errors: [{ path: 'on' }] });
    await look(id);
    const ended = (await end(id)).body.ended;
    expect(ended?.verdict).toMatchObject({
      verdict: 'invalid',
      next: 'put-it-back',
    });
  });
});
