import { execFileSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type AccessionHeader, type AccessionView, UNKNOWN_HEADER } from '@mercato/contract/store/accessions';
import type { NewPacket, PacketAct, PacketView, PlaceList, StoreList } from '@mercato/contract/store/packets';
import { packetLineWords } from '@mercato/contract/store/words';
import { useHands } from '../testing/hands.ts';

const hands = useHands();

const LEEK: AccessionHeader = {
  ...UNKNOWN_HEADER,
  kind: 'leek',
  species: 'Allium porrum',
  variety: 'Winter Fell',
  harvestYear: 2024,
  harvestMonth: 9,
};
const packetOf = (seeds: number, change: Partial<NewPacket> = {}): NewPacket => ({
  amount: { by: 'count', seeds },
  packedOn: '2024-10',
  supplier: '',
  wrapping: 'paper',
  placeId: null,
  note: '',
  ...change,
});
const pack = (seeds: number, header: Partial<AccessionHeader> = {}, change: Partial<NewPacket> = {}) =>
  hands.sampler.post<PacketView>('/store/packets', {
    accession: { ...LEEK, ...header },
    packet: packetOf(seeds, change),
  });
const act = (packet: PacketView, body: PacketAct, version = packet.version) =>
  hands.sampler.post<PacketView>(`/store/packets/${packet.id}/lines`, body, { 'If-Match': `"${version}"` });
const place = async (name: string, parentId: string | null = null, kind = 'box') => {
  const { body } = await hands.sampler.post<PlaceList>('/store/places', { parentId, kind, name });
  const found = body.places.find((one) => one.name === name);
  if (!found) throw new Error(JSON.stringify(body));
  return found;
};

describe('a packet', () => {
  it('holds what was packed, less what was taken; a crossed out line stays on file', async () => {
    const first = (await pack(60)).body;
    expect(first).toMatchObject({ left: { by: 'count', figure: '60' }, accession: 'A-0001', harvestMonth: 9 });
    const taken = await act(first, { what: 'take', amount: { by: 'count', seeds: 20 }, use: 'sowing' });
    expect(taken.body.left.figure).toBe('40');
    const over = await act(taken.body, { what: 'take', amount: { by: 'count', seeds: 41 }, use: 'gift', to: 'Fern' });
    expect(over.body).toMatchObject({
      status: 422,
      errors: [{ path: 'amount.seeds', message: 'amount is more than the packet holds: 40 seeds are left' }],
    });
    const struck = (await act(taken.body, { what: 'strike', line: 1, reason: 'it was the other packet' })).body;
    expect(struck.left.figure).toBe('60');
    expect(struck.lines.map((one) => [packetLineWords(one), one.struck])).toEqual([
      ['packed 60 seeds', null],
      ['took 20 seeds: sowing', 'it was the other packet'],
      ['crossed out line 2: it was the other packet', null],
    ]);
    // Two at once: one is written, the other is told what happened meanwhile.
    const both = await Promise.all(
      [1, 2].map(() => act(struck, { what: 'count', amount: { by: 'count', seeds: 55 } })),
    );
    expect(both.map((one) => one.status).sort()).toEqual([200, 412]);
    await expect(hands.lab.connection.pool.query('delete from packet_line')).rejects.toThrow();
  });

  it('has the day on which it was done in each line: never before what it rests on, never the future, late with a reason', async () => {
    // Today is 24 November 2026; the packet is of October 2024.
    const take = (packet: PacketView, more: object) =>
      act(packet, { what: 'take', amount: { by: 'count', seeds: 1 }, use: 'sowing', ...more });
    const first = (await pack(60)).body;
    const said = 'found in the garden book';
    for (const [more, path] of [
      [{ seenOn: '2026-11-25' }, 'seenOn'],
      [{ seenOn: '2026-11-20' }, 'lateReason'],
      [{ seenOn: '2024-09-30', lateReason: said }, 'seenOn'],
    ] as const)
      expect((await take(first, more)).body, JSON.stringify(more)).toMatchObject({ status: 422, errors: [{ path }] });
    let packet = (await take(first, { seenOn: '2024-10-01', lateReason: said })).body;
    packet = (await take(packet, { seenOn: '2026-11-21' })).body;
    expect(packet.lines.map((one) => one.seenOn)).toEqual([null, '2024-10-01', '2026-11-21']);
    // What is counted holds what was taken before; what was taken earlier than that is in the count already.
    expect(
      (await act(packet, { what: 'count', amount: { by: 'count', seeds: 50 }, seenOn: '2026-11-20' })).body,
    ).toMatchObject({
      errors: [{ path: 'seenOn', message: 'This lies before 2026-11-21, when seed was taken out of it.' }],
    });
    packet = (await act(packet, { what: 'count', amount: { by: 'count', seeds: 50 }, seenOn: '2026-11-22' })).body;
    expect((await take(packet, { seenOn: '2026-11-21' })).body.errors?.[0]?.path).toBe('seenOn');
    expect((await take(packet, { seenOn: '2026-11-22' })).body.left.figure).toBe('49');
    // A line that was struck holds nobody up.
    packet = (await hands.sampler.get<PacketView>(`/store/packets/${packet.id}`)).body;
    packet = (await act(packet, { what: 'strike', line: 3, reason: 'another packet was counted' })).body;
    expect((await take(packet, { seenOn: '2026-11-21' })).status).toBe(200);
  });

  it('stands as its lines say, whatever is done to it', async () => {
    const step = fc.oneof(
      fc.record({ what: fc.constant('take' as const), seeds: fc.integer({ min: 1, max: 40 }) }),
      fc.record({ what: fc.constant('count' as const), seeds: fc.integer({ min: 1, max: 80 }) }),
      fc.record({ what: fc.constant('strike' as const), line: fc.integer({ min: 1, max: 6 }) }),
    );
    await fc.assert(
      fc.asyncProperty(fc.array(step, { maxLength: 7 }), async (steps) => {
        let packet = (await pack(50)).body;
        for (const one of steps) {
          const answer = await act(
            packet,
            one.what === 'strike'
              ? { what: 'strike', line: one.line, reason: 'by mistake' }
              : one.what === 'count'
                ? { what: 'count', amount: { by: 'count', seeds: one.seeds } }
                : { what: 'take', amount: { by: 'count', seeds: one.seeds }, use: 'test' },
          );
          if (answer.status === 200) packet = answer.body;
          else expect(answer.status).toBe(422);
        }
        // Second route: the words on the screen, added up by hand.
        let left = 0;
        for (const line of packet.lines) {
          if (line.struck !== null) continue;
          const [, verb, figure] = /^(packed|found|took) (\d+)/.exec(packetLineWords(line)) ?? [];
          if (verb === 'took') left -= Number(figure);
          else if (verb) left = Number(figure);
        }
        expect(Number(packet.left.figure)).toBe(left);
        const { rows } = (await hands.lead.get<StoreList>(`/store?show=all&q=${encodeURIComponent(packet.code)}`)).body;
        expect(rows.map((one) => one.left.figure)).toEqual([String(left)]);
      }),
      { numRuns: 15 },
    );
  });

  it('is found by any of its words, in its place and all above it, and by its code', async () => {
    const cellar = await place('Cold cellar', null, 'room');
    const box = await place('Box 4', cellar.id);
    const { body } = await pack(
      30,
      { kind: 'parsley', species: 'Petroselinum crispum', variety: '' },
      { placeId: box.id },
    );
    expect(body.place).toEqual(['Cold cellar', 'Box 4']);
    const found = async (query: string) =>
      (await hands.lead.get<StoreList>(`/store?${query}`)).body.rows.map((one) => one.id);
    expect(await found('q=parsley+2024')).toEqual([body.id]);
    expect(await found(`place=${cellar.id}`)).toEqual([body.id]);
    expect(await found('q=parsley+1999')).toEqual([]);
    expect((await hands.lead.get(`/vessels/${encodeURIComponent(body.code)}`)).body).toMatchObject({
      store: 'packet',
      open: `/store/packets/${body.id}`,
    });
    const places = (await hands.lead.get<PlaceList>('/store/places')).body.places;
    expect(places.find((one) => one.id === cellar.id)).toMatchObject({ packets: 0, packetsWithin: 1 });
    // A room cannot be put into its own box.
    const circle = await hands.lead.put(
      `/store/places/${cellar.id}`,
      { parentId: box.id, kind: 'room', name: 'Cold cellar' },
      cellar.version,
    );
    expect(circle.body).toMatchObject({ status: 422, errors: [{ path: 'parentId' }] });
    // An empty packet leaves the list, not the store.
    const empty = (await act(body, { what: 'take', amount: { by: 'count', seeds: 30 }, use: 'sowing' })).body;
    expect(await found('q=parsley')).toEqual([]);
    expect(await found('q=parsley&show=gone')).toEqual([empty.id]);
  });

  it('carries its kind, its year and its caution on paper, and tells how many seeds a mass is', async () => {
    const heavy = (await pack(1, { treated: 'a fungicide' }, { amount: { by: 'mass', text: '12.5', unit: 'g' } })).body;
    expect(heavy.cautions[0]).toMatch(/never for food/);
    // Source: leek, 2.2 to 3.3 g a thousand (names list, from memory): 12 500 / 3.3 to 12 500 / 2.2.
    expect(heavy.left.aboutSeeds).toEqual({ low: 3787, high: 5682 });
    const { type, body } = await hands.lead.bytes(`/store/labels.pdf?packets=${heavy.id}&layout=single`);
    expect(type).toBe('application/pdf');
    const file = join(mkdtempSync(join(tmpdir(), 'labels-')), 'labels.pdf');
    writeFileSync(file, body);
    const words = execFileSync('pdftotext', ['-layout', file, '-'], { encoding: 'utf8' });
    for (const one of [heavy.code, 'leek', '2024-09', 'TREATED', heavy.accession]) expect(words).toContain(one);
    expect(words).not.toMatch(/germination|purity/i);
  });
});

describe('a harvest', () => {
  it('is corrected with a reason, keeps what was known before, and says whether it comes true', async () => {
    const { body } = await pack(20, {
      kind: 'squash',
      species: 'Cucurbita pepo',
      breeding: 'cross',
      parentsKnown: true,
    });
    expect(body.of.comesTrue.answer).toBe('unknown');
    const put = (header: AccessionHeader, reason?: string) =>
      hands.sampler.put<AccessionView>(
        `/store/accessions/${body.of.id}`,
        { ...header, ...(reason === undefined ? {} : { reason }) },
        body.of.version,
      );
    const next: AccessionHeader = { ...body.of.header, sameSpeciesNear: 'yes' };
    expect((await put(next)).body).toMatchObject({ status: 422, errors: [{ path: 'reason' }] });
    const kept = (await put(next, 'the neighbour grew marrows')).body;
    expect(kept.comesTrue.answer).toBe('no');
    expect(kept.earlier).toMatchObject([
      { version: 2, changed: ['sameSpeciesNear'], reason: 'the neighbour grew marrows' },
    ]);
    expect((await put(next, 'again')).status).toBe(412);
  });

  it.each([
    [{ kind: '' }, 'accession.kind'],
    [{ harvestYear: 24 }, 'accession.harvestYear'],
    [{ harvestYear: 2031 }, 'accession.harvestYear'],
    [{ harvestYear: 2026, harvestMonth: 12 }, 'accession.harvestMonth'],
    [{ species: 'Allium imaginarium' }, 'accession.species'],
    [{ plants: 0 }, 'accession.plants'],
  ] as [Partial<AccessionHeader>, string][])('is refused at its place for %j', async (change, path) => {
    const before = (await hands.lead.get<StoreList>('/store?show=all')).body.total;
    const { status, body } = await pack(10, change);
    expect([status, body]).toMatchObject([422, { errors: [{ path }] }]);
    expect((await hands.lead.get<StoreList>('/store?show=all')).body.total).toBe(before);
  });

  it.each([
    [{ amount: { by: 'count', seeds: 0 } }, 'packet.amount.seeds'],
    [{ amount: { by: 'mass', text: '0', unit: 'g' } }, 'packet.amount'],
    [{ packedOn: '3/4/21' }, 'packet.packedOn'],
    [{ placeId: '00000000-0000-7000-8000-000000000000' }, 'packet.placeId'],
  ] as [Partial<NewPacket>, string][])('its packet is refused at its place for %j', async (change, path) => {
    expect((await pack(10, {}, change)).body).toMatchObject({ status: 422, errors: [{ path }] });
  });
});
