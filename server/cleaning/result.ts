import { and, desc, eq } from 'drizzle-orm';
import type { LotSheet } from '@mercato/contract/register/lots';
import type { Hit } from '@mercato/contract/register/search';
import type { StoreScan } from '@mercato/contract/store/packets';
import type { Reader } from '../database/connect.ts';
import { holdsWords } from '../register/holdsWords.ts';
import { accession } from '../store/tables.ts';
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

/** Batches that hold every typed word, the newest first. */
export async function findBatches(tx: Reader, text: string, most: number): Promise<Hit[]> {
  const rows = await tx
    .select({ id: shedBatch.id, number: shedBatch.number, about: shedBatch.about, kind: accession.kind })
    .from(shedBatch)
    .innerJoin(accession, eq(accession.id, shedBatch.accessionId))
    .where(and(...holdsWords(shedBatch.searchText, text)))
    .orderBy(desc(shedBatch.createdAt), desc(shedBatch.id))
    .limit(most);
  return rows.map((one) => ({
    kind: 'batch',
    name: one.number,
    beside: `${one.kind}, ${one.about.name}`,
    open: `/shed/batches/${one.id}`,
  }));
}
