import { eq } from 'drizzle-orm';
import type { StoreScan } from '@mercato/contract/store/packets';
import type { Reader } from '../database/connect.ts';
import { packet, storePlace } from './tables.ts';

/** The packet or place that carries a code; null when none does. */
export async function storeScan(tx: Reader, code: string): Promise<StoreScan | null> {
  const [seed] = await tx.select({ id: packet.id }).from(packet).where(eq(packet.code, code));
  if (seed) return { store: 'packet', code, open: `/store/packets/${seed.id}` };
  const [place] = await tx.select({ id: storePlace.id }).from(storePlace).where(eq(storePlace.code, code));
  return place ? { store: 'place', code, open: `/store?place=${place.id}` } : null;
}
