import { v7 as uuid } from 'uuid';
import { expect, it } from 'vitest';
import type { RoundView } from '@mercato/contract/quick-tests/rounds';
import { type AccessionHeader, UNKNOWN_HEADER } from '@mercato/contract/store/accessions';
import type { PacketView } from '@mercato/contract/store/packets';
import type { NextList } from '@mercato/contract/today/next';
import { useHands } from '../testing/hands.ts';

const hands = useHands();

const pack = async (seeds: number, header: Partial<AccessionHeader>) =>
  (
    await hands.sampler.post<PacketView>('/store/packets', {
      accession: {
        ...UNKNOWN_HEADER,
        kind: 'leek',
        species: 'Allium porrum',
        harvestYear: 2026,
        harvestMonth: 9,
        ...header,
      },
      packet: {
        amount: { by: 'count', seeds },
        packedOn: '2026',
        supplier: '',
        wrapping: 'paper',
        placeId: null,
        note: '',
      },
    })
  ).body;

it('lists what is in store by what presses most, and a test moves a packet where it belongs', async () => {
  const [old, young, dead, gone] = await Promise.all([
    pack(100, { harvestYear: 2021 }),
    pack(100, {}),
    pack(100, { harvestYear: 2022 }),
    pack(10, { harvestYear: 2020 }),
  ]);
  const nexts = async () => {
    const { lines } = (await hands.lead.get<NextList>('/store/next')).body;
    return new Map(lines.map((one) => [one.packet.id, one.next]));
  };
  // Source: leek keeps short by the names list (from memory); the rule itself is checked in core.
  expect(await nexts()).toEqual(
    new Map([
      [old.id, 'test'],
      [dead.id, 'test'],
      [young.id, 'keep'],
      [gone.id, 'test'],
    ]),
  );
  const { bagsOf } = (
    await hands.sampler.post<RoundView>('/rounds', {
      name: '',
      startedOn: '2026-11-01',
      warmthC: null,
      light: 'light',
      bags: [
        { packetId: old.id, seeds: 20, treatment: 'untreated', control: false },
        { packetId: dead.id, seeds: 20, treatment: 'untreated', control: false },
        { packetId: gone.id, seeds: 10, treatment: 'untreated', control: false },
      ],
    })
  ).body;
  for (const [i, sprouted] of [17, 0, 5].entries()) {
    const bag = bagsOf[i]?.id ?? '';
    const look = {
      on: '2026-11-20',
      notedOn: '2026-11-20',
      sprouted,
      water: 'moist',
      mould: false,
      thrives: null,
      note: '',
    };
    expect((await hands.sampler.send('PUT', `/bags/${bag}/looks/${uuid()}`, look)).status).toBe(200);
    const answers = { rotted: 'yes' };
    expect((await hands.sampler.post(`/bags/${bag}/end`, { on: '2026-11-20', answers })).status).toBe(200);
  }
  const { lines } = (await hands.lead.get<NextList>('/store/next')).body;
  expect(lines.map((one) => [one.packet.id, one.next])).toEqual([
    [dead.id, 'discard'],
    [old.id, 'sow-first'],
    [young.id, 'keep'],
  ]);
  expect(lines[0]?.reasons[0]).toMatchObject({ is: 'none-sprouted', seeds: 20 });
});
