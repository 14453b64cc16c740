import { expect, it } from 'vitest';
import type { Found } from '@mercato/contract/register/search';
import { UNKNOWN_HEADER } from '@mercato/contract/store/accessions';
import type { PacketView, PlaceList } from '@mercato/contract/store/packets';
import { useHands } from '../testing/hands.ts';
import { clientRequest, clovers, germinationPlan, grams } from '../testing/samples.ts';

const hands = useHands();
const find = async (q: string) =>
  (await hands.sampler.get<Found>(`/search?q=${encodeURIComponent(q)}`)).body.hits.map((one) => [one.kind, one.name]);

it('finds lots by any word and by their client, dishes by their cabinet, packets, places and species', async () => {
  const { lot, draw } = await clovers(hands.analyst, 'S-100');
  await clovers(hands.analyst, 'S-101');
  await hands.lead.put(`/lots/${lot}/request`, clientRequest(['germination']), 0);
  const vesselId = (await draw({ purpose: 'germination', mass: grams('20') })).body.id;
  await hands.analyst.post('/germination/tests', { vesselId, ...germinationPlan('2026-11-24'), place: 'Cabinet 7' });
  const places = (
    await hands.lead.post<PlaceList>('/store/places', { kind: 'room', name: 'Apple loft', parentId: null })
  ).body;
  const packet = (
    await hands.sampler.post<PacketView>('/store/packets', {
      accession: {
        ...UNKNOWN_HEADER,
        kind: 'leek',
        species: 'Allium porrum',
        variety: 'Fell Winter',
        harvestYear: 2025,
      },
      packet: {
        amount: { by: 'count', seeds: 100 },
        packedOn: '2025',
        supplier: '',
        wrapping: 'paper',
        placeId: places.places[0]?.id ?? null,
        note: '',
      },
    })
  ).body;
  expect(await find('s-10')).toEqual([
    ['lot', 'S-101'],
    ['lot', 'S-100'],
  ]);
  expect(await find('marlpit')).toEqual([['lot', 'S-100']]);
  expect(await find('cabinet 7')).toEqual([['dishes', 'Cabinet 7']]);
  expect(await find('apple')).toContainEqual(['place', 'Apple loft']);
  expect(await find('winter fell')).toEqual([['packet', 'leek Fell Winter']]);
  expect(await find(packet.code.replace('*', ''))).toEqual([['packet', 'leek Fell Winter']]);
  expect(await find('leek')).toContainEqual(['kind', 'leek']);
  // One letter finds too much; what only looks like a pattern is looked for as it stands.
  expect([await find('s'), await find('%%'), await find('\u0000')]).toEqual([[], [], []]);
});
