import { and, eq, sql } from 'drizzle-orm';
import type { Transaction } from '../database/connect.ts';
import { EVERYTHING, notify } from '../live/notes.ts';
import { heldPlace } from './tables.ts';

/** Whoever signs out has nothing in hand any more; what their pages have not sent yet still counts where nobody took over. */
export async function putDownAll(tx: Transaction, personId: string, at: Date): Promise<void> {
  const left = await tx
    .update(heldPlace)
    .set({ held: false, turn: sql`${heldPlace.turn} + 1`, at })
    .where(and(eq(heldPlace.personId, personId), heldPlace.held))
    .returning();
  if (left.length > 0) await tx.select({ told: notify(EVERYTHING) }).from(sql`(select 1) as one`);
}
