import { UNKNOWN_HEADER } from '@mercato/contract/store/accessions';
import type { Transaction } from '../database/connect.ts';
import { todayIn } from '../http/day.ts';
import { scribe } from '../scribe.ts';
import { addPacket, packetView, writeLine } from '../store/packets.ts';
import { addPlace } from '../store/places.ts';
import type { Cast } from './germinate.ts';
import { demoCare, demoSowings } from './storeCare.ts';
import { count, PACKETS, PLACES } from './storePackets.ts';
import { demoRound, demoTests } from './storeTests.ts';

/** The seed store of the demo: places in each other, harvests with what is known of them, packets, and what was sown. */
export async function demoStore(tx: Transaction, cast: Cast, now: Date, zone: string): Promise<void> {
  const packed: string[] = [];
  const at = (days: number) => scribe(tx, cast.sampler, new Date(now.getTime() - days * 86_400_000));
  const places: Record<string, string> = {};
  for (const [key, [kind, name, inside]] of Object.entries(PLACES))
    places[key] = await addPlace(at(300), { kind, name, parentId: inside === null ? null : (places[inside] ?? null) });
  for (const [i, one] of PACKETS.entries()) {
    const year = now.getUTCFullYear() - one.old;
    const id = await addPacket(at(200 - i), {
      accession: { ...UNKNOWN_HEADER, ...one.of, harvestYear: year, harvestMonth: one.month },
      packet: {
        amount: one.holds,
        packedOn: `${year}-${String(Math.min(12, one.month + 1)).padStart(2, '0')}`,
        supplier: one.of.source === 'trade' ? (one.of.from ?? '') : '',
        wrapping: one.wrapping ?? 'paper',
        placeId: places[one.in] ?? null,
        note: '',
      },
    });
    packed.push(id);
    if (one.sown !== undefined)
      await writeLine(
        at(150 - i),
        id,
        { what: 'take', amount: count(one.sown), use: 'sowing', to: 'the long bed' },
        (await packetView(tx, id)).version,
      );
  }
  await demoRound(tx, cast, packed, now, zone);
  await demoTests(tx, cast, packed, now, zone);
  await demoSowings(tx, cast, packed, now, todayIn(now, zone));
  const { cellar = '', fridge = '', jar = '' } = places;
  await demoCare(tx, cast, { cellar, fridge, jar }, packed.at(-1) ?? '', now);
}
