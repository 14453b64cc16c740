import { expect, it } from 'vitest';
import type { OwnRecord } from '@mercato/contract/storage/record';
import { UNKNOWN_HEADER } from '@mercato/contract/store/accessions';
import type { Comparison } from '@mercato/contract/store/comparison';
import type { PacketView, PlaceList } from '@mercato/contract/store/packets';
import type { NewTest } from '@mercato/contract/store/tests';
import type { NextList } from '@mercato/contract/today/next';
import { useHands } from '../testing/hands.ts';

const hands = useHands();
const write = (packet: PacketView, test: Partial<NewTest>) =>
  hands.sampler.post<PacketView>(`/store/packets/${packet.id}/tests`, {
    what: 'towel',
    on: '2026-11-01',
    seeds: 20,
    hits: 15,
    minutes: null,
    note: '',
    ...test,
  });

it('learns from tests of years how a kind keeps here, and says it of packets that were never tested', async () => {
  const { places } = (
    await hands.sampler.post<PlaceList>('/store/places', { parentId: null, kind: 'room', name: 'Cellar' })
  ).body;
  const pack = async (harvestYear: number) =>
    (
      await hands.sampler.post<PacketView>('/store/packets', {
        accession: { ...UNKNOWN_HEADER, kind: 'leek', species: 'Allium porrum', harvestYear, harvestMonth: 9 },
        packet: {
          amount: { by: 'count', seeds: 900 },
          packedOn: String(harvestYear),
          supplier: '',
          wrapping: 'paper',
          placeId: places[0]?.id ?? null,
          note: '',
        },
      })
    ).body;
  const [old, young, untested] = [await pack(2019), await pack(2022), await pack(2023)];
  const next = async () => {
    const { lines } = (await hands.sampler.get<NextList>('/store/next')).body;
    return lines.find((one) => one.packet.id === untested.id);
  };
  // Leek is short-lived by its kind: three years old, and to be tested.
  expect(await next()).toMatchObject({
    next: 'test',
    reasons: [expect.objectContaining({ is: 'shelf-life' }), expect.anything()],
  });
  for (const [packet, on, hits] of [
    [young, '2023-09-01', 48],
    [old, '2022-09-01', 47],
    [young, '2026-09-01', 45],
    [old, '2026-09-01', 40],
  ] as const)
    expect((await write(packet, { on, seeds: 50, hits })).status).toBe(201);
  const { series } = (await hands.sampler.get<OwnRecord>('/store/record')).body;
  expect(
    series.map((one) => [one.kind, one.store, one.longevity, one.tests.map((test) => [test.days, test.germinated])]),
  ).toEqual([
    [
      'leek',
      'Cellar',
      'short',
      [
        [365, 48],
        [1096, 47],
        [1461, 45],
        [2557, 40],
      ],
    ],
  ]);
  expect(await next()).toMatchObject({
    next: 'keep',
    reasons: [expect.objectContaining({ is: 'own-record', tests: 4 })],
  });

  // A test that was written down wrongly is put right with its reason, and stays on file.
  const wrong = (await hands.sampler.get<PacketView>(`/store/packets/${old.id}`)).body;
  const [newest] = wrong.tests;
  const right = (
    await write(old, {
      on: '2026-09-01',
      seeds: 50,
      hits: 4,
      supersedes: newest?.id ?? '',
      reason: 'read the wrong towel',
    })
  ).body;
  expect(right.lastTest).toMatchObject({ sprouted: 4, bagId: null });
  expect(right.tests.map((one) => [one.hits, one.superseded])).toContainEqual([40, 'read the wrong towel']);
  expect((await write(old, { hits: 3, supersedes: newest?.id ?? '', reason: 'once more' })).body).toMatchObject({
    errors: [{ path: 'supersedes' }],
  });
});

it('sets what sank, sprouted and came up beside each other, and refuses what cannot be', async () => {
  const packet = (
    await hands.sampler.post<PacketView>('/store/packets', {
      accession: { ...UNKNOWN_HEADER, kind: 'dill', harvestYear: 2024 },
      packet: {
        amount: { by: 'count', seeds: 200 },
        packedOn: '2024',
        supplier: '',
        wrapping: 'paper',
        placeId: null,
        note: '',
      },
    })
  ).body;
  await write(packet, { hits: 15 });
  const rows = async () => (await hands.sampler.get<Comparison>('/store/comparison')).body.rows;
  expect((await rows()).some((one) => one.packet.id === packet.id)).toBe(false);
  await write(packet, { what: 'float', hits: 18, minutes: 15 });
  await write(packet, { what: 'field', on: '2026-05-20', seeds: 100, hits: 48 });
  expect((await rows()).find((one) => one.packet.id === packet.id)).toMatchObject({
    towel: { hits: 15, seeds: 20 },
    float: { hits: 18, minutes: 15 },
    field: { hits: 48, seeds: 100 },
  });
  for (const [test, path] of [
    [{ hits: 21 }, ''],
    [{ on: '2023-01-01' }, 'on'],
    [{ on: '2027-01-01' }, 'on'],
    [{ what: 'float' }, 'minutes'],
    [{ what: 'field', minutes: 4 }, 'minutes'],
    [{ reason: 'no test named' }, ''],
  ] as const)
    expect((await write(packet, test)).body).toMatchObject({ status: 422, errors: [{ path }] });
  await expect(hands.lab.connection.pool.query('update packet_test set hits = 1')).rejects.toThrow();
});
