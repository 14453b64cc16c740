import { and, asc, isNull, ne, notInArray, sql } from 'drizzle-orm';
import { CORE_VERSION } from '@mercato/core/verdict/version';
import type { Connection } from '../database/connect.ts';
import { lockLot } from '../register/lots.ts';
import { lot } from '../register/tables.ts';
import { refreshStanding } from './standing.ts';

/** Any fixed number: whoever derives standings anew holds this lock. */
const REFRESH_LOCK = 431_018_290;
const BATCH = 50;

/**
 * Derives anew what stands of the lots that an earlier computation left, or whose names the list knows otherwise since,
 * open ones first; judgements, releases and everything else that is written once stay. Of several processes one does
 * it. Answers with how many there were.
 *
 * @throws the first error of a lot that could not be derived, once all others were: none keeps the others waiting
 */
export async function refreshOutdated({ db, pool }: Connection, clock: () => Date): Promise<number> {
  const holder = await pool.connect();
  let done = 0;
  const failed: string[] = [];
  let first: Error | undefined;
  try {
    const { rows } = await holder.query<{ mine: boolean }>('select pg_try_advisory_lock($1) as mine', [REFRESH_LOCK]);
    if (!rows[0]?.mine) return 0;
    await db.update(lot).set({ standingVersion: null }).where(ne(lot.standingVersion, CORE_VERSION));
    for (;;) {
      const batch = await db
        .select({ id: lot.id })
        .from(lot)
        .where(and(isNull(lot.standingVersion), notInArray(lot.id, failed)))
        .orderBy(sql`${lot.state} in ('released', 'divided')`, asc(lot.id))
        .limit(BATCH);
      if (batch.length === 0) break;
      for (const { id } of batch)
        try {
          await db.transaction(async (tx) => {
            await lockLot(tx, id);
            await refreshStanding(tx, id, clock());
          });
          done += 1;
        } catch (error) {
          first ??= error instanceof Error ? error : new Error('a lot could not be derived anew', { cause: error });
          failed.push(id);
        }
    }
  } finally {
    await holder.query('select pg_advisory_unlock($1)', [REFRESH_LOCK]).catch(() => undefined);
    holder.release();
  }
  if (first) throw first;
  return done;
}
