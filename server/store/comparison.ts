import { isNotNull } from 'drizzle-orm';
import type { Comparison, Tried } from '@mercato/contract/store/comparison';
import type { Reader } from '../database/connect.ts';
import { briefsOf } from './packetPages.ts';
import { packetTest } from './testTables.ts';
import { type PacketTest, standingTests } from './tests.ts';

/** Every packet that was tried in more than one way, with the newest of each. */
export async function comparison(tx: Reader): Promise<Comparison> {
  const newest = new Map<string, Partial<Record<string, PacketTest>>>();
  for (const one of await standingTests(tx, isNotNull(packetTest.packetId))) {
    const id = one.packetId ?? '';
    newest.set(id, { [one.what]: one, ...newest.get(id) });
  }
  const ids = [...newest].filter(([, found]) => Object.keys(found).length > 1).map(([id]) => id);
  const tried = (one: PacketTest | undefined): Tried | null =>
    one ? { on: one.on, seeds: one.seeds, hits: one.hits, minutes: one.minutes } : null;
  return {
    rows: (await briefsOf(tx, ids)).map((brief) => {
      const found = newest.get(brief.id) ?? {};
      return { packet: brief, towel: tried(found.towel), float: tried(found.float), field: tried(found.field) };
    }),
  };
}
