import { eq } from 'drizzle-orm';
import type { LotSheet } from '@mercato/contract/register/lots';
import type { StoreScan } from '@mercato/contract/store/packets';
import type { Reader } from '../database/connect.ts';
import { shedBatch, shedVessel } from './tables.ts';

/** The batch that a lot came from, with what it lets one expect; null where it came from none. */
export async function batchNamed(tx: Reader, id: string | null): Promise<LotSheet['batch']> {
  if (id === null) return null;
  const [row] = await tx
    .select({ id: shedBatch.id, number: shedBatch.number, standing: shedBatch.standing })
    .from(shedBatch)
    .where(eq(shedBatch.id, id));
  return row ? { id: row.id, number: row.number, expects: [...row.standing.expects] } : null;
}

/** The vessel of the shed that carries a code; null when none does. */
export async function shedScan(tx: Reader, code: string): Promise<StoreScan | null> {
  const [row] = await tx.select().from(shedVessel).where(eq(shedVessel.code, code));
  return row ? { store: 'shed', code, open: `/shed/batches/${row.batchId}?vessel=${row.id}` } : null;
}
