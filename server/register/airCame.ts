import { sql } from 'drizzle-orm';
import type { Transaction } from '../database/connect.ts';

/**
 * Readings of a place came in, or count no more: what stands of open lots with dishes in it is derived anew, where any of
 * these readings lies beyond the temperatures of their plans. The narrowest band of any book is taken: one lot too many
 * is derived, and none too few.
 * @param since  the earliest of them
 */
export async function airCame(tx: Transaction, placeId: string, since: Date): Promise<void> {
  await tx.execute(sql`
    with recursive inside as (
      select id, 1 deep from store_place where id = ${placeId}
      union all select p.id, deep + 1 from store_place p join inside on p.parent_id = inside.id where deep < 12
    ), extreme as (
      select min(temperature_c) coldest, max(temperature_c) warmest from climate_reading
      where place_id = ${placeId} and at >= ${since.toISOString()}
    )
    update lot set standing_version = null, kept = null
    where state in ('open', 'held') and id in (
      select v.lot_id from dish_move m join vessel v on v.id = m.dish_id join bench_test t on t.vessel_id = v.parent_id
      where m.place_id in (select id from inside) and exists (
        select 1 from extreme, lateral (
          select min(x[1]::numeric) least, max(x[1]::numeric) most
          from regexp_matches(t.plan->>'temperature', '-?[0-9]+(?:[.][0-9]+)?', 'g') x
        ) c where coldest < c.least - 1 or warmest > c.most + 1))`);
}
