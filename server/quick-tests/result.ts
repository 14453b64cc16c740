import { eq } from 'drizzle-orm';
import type { StoreScan } from '@mercato/contract/store/packets';
import type { Reader } from '../database/connect.ts';
import { quickBag } from './tables.ts';

/** The bag that carries a code; null when none does. */
export async function bagScan(tx: Reader, code: string): Promise<StoreScan | null> {
  const [bag] = await tx.select({ id: quickBag.id }).from(quickBag).where(eq(quickBag.code, code));
  return bag ? { store: 'bag', code, open: `/store/bags/${bag.id}` } : null;
}

/** Bags that nobody has looked at today, and bags whose last day is over; tests that say nothing of their packet yet, or never will. */
export { openBags, packetsInBags, unsettledBags, type UnsettledBag } from './views.ts';
