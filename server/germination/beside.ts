import { sql } from 'drizzle-orm';
import type { RecountView, SpoilCause, SpoiledView } from '@mercato/contract/germination/dishes';
import { CLASSES, type Counts, perClass } from '@mercato/core/units/seedCounts';
import { prepared, type Reader } from '../database/connect.ts';

/** What is written of dishes beside their counts, as it was read. */
export interface BesideRows {
  readonly spoiled: readonly {
    readonly dish: string;
    readonly cause: SpoilCause | null;
    readonly note: string;
    readonly on: string;
    readonly by: string;
    readonly at: string;
  }[];
  readonly recounts: readonly ({
    readonly dish: string;
    readonly field: string;
    readonly on: string;
    readonly by: string;
    readonly at: string;
  } & Counts)[];
  readonly photos: readonly { readonly dish: string; readonly n: number }[];
  readonly shelves: readonly { readonly dish: string; readonly place: string; readonly path: readonly string[] }[];
}
export const NOTHING_BESIDE: BesideRows = { spoiled: [], recounts: [], photos: [], shelves: [] };

const of = (rows: string) => `(select coalesce(json_agg(r), '[]') from (${rows}) r)`;
const recounted = CLASSES.map((one) => `g.${one}`).join(', ');

/** In one statement: a count reads it too, and what was spoiled decides what the test comes to. */
const BESIDE = sql.raw(`
  ${of(`select distinct on (dish_id) dish_id dish, cause, note, seen_on "on", by, at
        from dish_spoiled where dish_id in (select id from dishes) order by dish_id, seq desc`)} spoiled,
  ${of(`select g.subject dish, g.field, g.seen_on "on", g.by, g.recorded_at at, ${recounted}
        from germination_recount g where g.subject in (select id from dishes)
          and not exists (select 1 from germination_recount l where l.supersedes = g.id) order by g.recorded_at`)} recounts,
  ${of(`select dish_id dish, count(*)::int n
        from dish_photo where dish_id in (select id from dishes) and struck is null group by dish_id`)} photos,
  ${of(`select m.dish_id dish, m.place_id place,
          (with recursive up as (
             select p.id, p.parent_id, p.name, 0 far from store_place p where p.id = m.place_id
             union all select p.id, p.parent_id, p.name, far + 1 from store_place p join up on p.id = up.parent_id where far < 12
           ) select json_agg(name order by far desc) from up) path
        from (select distinct on (dish_id) dish_id, place_id from dish_move
              where dish_id in (select id from dishes) order by dish_id, seq desc) m`)} shelves`);

export async function besideRows(tx: Reader, ids: readonly string[]): Promise<BesideRows> {
  if (ids.length === 0) return NOTHING_BESIDE;
  const [row] = await prepared(tx, 'beside the counts of dishes', (on, name) =>
    on
      .select({ found: sql<BesideRows>`to_json(b)` })
      .from(sql`(with dishes as (select unnest(${sql.placeholder('ids')}::uuid[]) id) select ${BESIDE}) b`)
      .prepare(name),
  ).execute({ ids: [...ids] });
  return row?.found ?? NOTHING_BESIDE;
}

const instant = (at: string) => new Date(at).toISOString();

/** How a dish was spoiled; null while it is sound. */
export function spoiledOf(
  { spoiled }: BesideRows,
  dish: string,
  names: ReadonlyMap<string, string>,
): SpoiledView | null {
  const row = spoiled.find((one) => one.dish === dish);
  if (!row || row.cause === null) return null;
  return { cause: row.cause, note: row.note, seenOn: row.on, by: names.get(row.by) ?? '', at: instant(row.at) };
}

export const recountsOf = ({ recounts }: BesideRows, dish: string, names: ReadonlyMap<string, string>): RecountView[] =>
  recounts
    .filter((one) => one.dish === dish)
    .map((row) => ({
      key: Number(row.field.slice('recount:'.length)),
      counts: perClass((one) => row[one]),
      by: names.get(row.by) ?? '',
      at: instant(row.at),
      seenOn: row.on,
    }));
