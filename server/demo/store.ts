import { UNKNOWN_HEADER } from '@mercato/contract/store/accessions';
import type { Transaction } from '../database/connect.ts';
import { todayIn } from '../http/day.ts';
import { scribe } from '../scribe.ts';
import { addPacket, packetView, writeLine } from '../store/packets.ts';
import { addPlace } from '../store/places.ts';
import { INVENTED } from './invented.ts';
import type { Cast, StoreScene } from './scene.ts';
import { demoCare, demoSowings } from './storeCare.ts';
import { demoRound, demoTests } from './storeTests.ts';

/** The seed store of the demo: places in each other, harvests with what is known of them, packets, and what was sown. */
export async function demoStore(tx: Transaction, cast: Cast, now: Date, zone: string): Promise<void> {
  const packets: string[] = [];
  const ago = (who: keyof Cast, days: number) => scribe(tx, cast[who], new Date(now.getTime() - days * 86_400_000));
  const places: Record<string, string> = {};
  for (const [key, [kind, name, inside]] of Object.entries(INVENTED.places))
    places[key] = await addPlace(ago('sampler', 300), {
      kind,
      name,
      parentId: inside === null ? null : (places[inside] ?? null),
    });
  for (const [i, one] of INVENTED.packets.entries()) {
    const year = now.getUTCFullYear() - one.old;
    const id = await addPacket(ago('sampler', 200 - i), {
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
    packets.push(id);
    if (one.sown !== undefined)
      await writeLine(
        ago('sampler', 150 - i),
        id,
        { what: 'take', amount: { by: 'count', seeds: one.sown }, use: 'sowing', to: 'the long bed' },
        (await packetView(tx, id)).version,
      );
  }
  const scene: StoreScene = { tx, now, today: todayIn(now, zone), packets, ago };
  await demoRound(scene);
  await demoTests(scene);
  await demoSowings(scene);
  const { cellar = '', fridge = '', jar = '' } = places;
  await demoCare(scene, { cellar, fridge, jar });
}
