import { and, asc, eq, sql } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import type { NewPlace, PlaceChange, PlaceKind, PlaceView } from '@mercato/contract/store/packets';
import type { Reader } from '../database/connect.ts';
import { checkVersion } from '../http/asked.ts';
import type { WriteContext } from '../http/context.ts';
import { fault } from '../http/fault.ts';
import { waitingFor } from '../http/waiting.ts';
import { freeCode } from '../register/codes.ts';
import { namesOf } from '../register/people.ts';
import { packet, storePlace } from './tables.ts';

type Place = typeof storePlace.$inferSelect;
type Write = Pick<WriteContext<unknown>, 'tx' | 'hand' | 'audit'>;
/** Deeper than any store: a room, a cupboard, a drawer, a box, a bag, an envelope. */
const DEEPEST = 12;

export async function listPlaces(tx: Reader): Promise<PlaceView[]> {
  const rows = await tx
    .select()
    .from(storePlace)
    .where(eq(storePlace.removed, false))
    .orderBy(asc(storePlace.name), asc(storePlace.id));
  const counts = await tx
    .select({ placeId: packet.placeId, n: sql<number>`count(*)::int` })
    .from(packet)
    .where(sql`${packet.left} > 0`)
    .groupBy(packet.placeId);
  const direct = new Map(counts.map((one) => [one.placeId, one.n]));
  const within = new Map<string, number>();
  const byId = new Map(rows.map((one) => [one.id, one]));
  for (const row of rows)
    for (const id of pathIds(byId, row.id)) within.set(id, (within.get(id) ?? 0) + (direct.get(row.id) ?? 0));
  return rows.map((row): PlaceView => ({
    id: row.id,
    version: row.version,
    parentId: row.parentId,
    kind: row.kind,
    name: row.name,
    code: row.code,
    dishPlaces: row.dishPlaces,
    path: pathIds(byId, row.id).map((id) => byId.get(id)?.name ?? ''),
    packets: direct.get(row.id) ?? 0,
    packetsWithin: within.get(row.id) ?? 0,
  }));
}

/** From the largest to this one. */
function pathIds(byId: ReadonlyMap<string, Pick<Place, 'parentId'>>, id: string): string[] {
  const path: string[] = [];
  for (let at: string | null = id; at !== null && path.length < DEEPEST; at = byId.get(at)?.parentId ?? null)
    path.unshift(at);
  return path;
}

/** The way to each place, in names. */
export async function placePaths(tx: Reader): Promise<ReadonlyMap<string, string[]>> {
  const rows = await tx
    .select({ id: storePlace.id, parentId: storePlace.parentId, name: storePlace.name })
    .from(storePlace);
  const byId = new Map(rows.map((one) => [one.id, one]));
  return new Map(rows.map((one) => [one.id, pathIds(byId, one.id).map((id) => byId.get(id)?.name ?? '')]));
}

/** The kinds of a place and of those in which it lies, from it outwards. */
export async function kindsAround(tx: Reader, id: string): Promise<PlaceKind[]> {
  const rows = await tx
    .select({ id: storePlace.id, parentId: storePlace.parentId, kind: storePlace.kind })
    .from(storePlace);
  const byId = new Map(rows.map((one) => [one.id, one]));
  return pathIds(byId, id)
    .reverse()
    .map((one) => byId.get(one)?.kind as PlaceKind);
}

/** A place and all that lies in it. */
export async function placesWithin(tx: Reader, id: string): Promise<string[]> {
  const { rows } = await tx.execute<{ id: string }>(
    sql`with recursive inside as (
          select id, 1 as deep from store_place where id = ${id}
          union all select p.id, deep + 1 from store_place p join inside on p.parent_id = inside.id where deep < ${DEEPEST}
        ) select id from inside`,
  );
  return rows.map((one) => one.id);
}

/** @param listId  the list that makes it */
export async function addPlace({ tx, hand, audit }: Write, body: NewPlace, listId?: string): Promise<string> {
  if (body.parentId !== null) await placeById(tx, body.parentId, 'parentId');
  const id = uuid();
  await tx
    .insert(storePlace)

    .values({
      id,
      ...body,
      listId: listId ?? null,
      code: await freeCode(tx),
      updatedBy: hand.personId,
      updatedAt: hand.at,
    });
  await audit({ act: { is: 'place-added' }, subject: `${body.kind} ${body.name}`, after: body });
  return id;
}

/** Renames a place or puts it, with all that lies in it, into another. */
export async function changePlace(
  { tx, hand, audit }: Write,
  id: string,
  { reason, ...body }: PlaceChange,
  seenVersion: number | null,
): Promise<void> {
  // Two places put into each other at once would close a circle: whoever moves places does it alone.
  await waitingFor(
    { is: 'store.places-being-changed' },
    tx.execute(sql`lock table store_place in share row exclusive mode`),
  );
  const [row] = await tx.select().from(storePlace).where(eq(storePlace.id, id));
  if (!row) throw fault('not-found', 'store.no-such-place-store');
  checkVersion(seenVersion, row, (await namesOf(tx)).get(row.updatedBy) ?? 'somebody');
  if (body.parentId !== null) {
    await placeById(tx, body.parentId, 'parentId');
    if ((await placesWithin(tx, id)).includes(body.parentId))
      throw fault('invalid', { is: 'store.itself-or-lies', name: row.name }, 'parentId');
  }
  await tx
    .update(storePlace)
    .set({ ...body, version: row.version + 1, updatedBy: hand.personId, updatedAt: hand.at })
    .where(eq(storePlace.id, id));
  const { parentId, kind, name } = row;
  await audit({
    act: { is: 'place-changed' },
    subject: `${body.kind} ${body.name}`,
    before: { parentId, kind, name },
    after: body,
    reason,
  });
}

/**
 * Takes a place out of the map in which nothing lies; it stays on file for what lay in it.
 * @throws {Fault} 412 when it has moved on, 409 while a packet or another place lies in it
 */
export async function removePlace(
  { tx, hand, audit }: Write,
  id: string,
  reason: string,
  seenVersion: number | null,
): Promise<void> {
  await waitingFor(
    { is: 'store.places-being-changed' },
    tx.execute(sql`lock table store_place in share row exclusive mode`),
  );
  const [row] = await tx.select().from(storePlace).where(eq(storePlace.id, id));
  if (!row || row.removed) throw fault('not-found', 'store.no-such-place-store');
  checkVersion(seenVersion, row, (await namesOf(tx)).get(row.updatedBy) ?? 'somebody');
  const holds = await whatLiesIn(tx, id);
  if (holds !== null) throw fault('conflict', { is: 'store.holds-move-first', name: row.name, holds }, 'reason');
  await tx
    .update(storePlace)
    .set({ removed: true, logger: '', version: row.version + 1, updatedBy: hand.personId, updatedAt: hand.at })
    .where(eq(storePlace.id, id));
  await audit({ act: { is: 'place-removed' }, subject: `${row.kind} ${row.name}`, reason });
}

/** What lies in a place, in words; null where nothing does. Packets that are used up do not lie there. */
export async function whatLiesIn(tx: Reader, id: string): Promise<string | null> {
  const [inside] = await tx
    .select({ n: sql<number>`count(*)::int` })
    .from(storePlace)
    .where(and(eq(storePlace.parentId, id), eq(storePlace.removed, false)));
  if (inside && inside.n > 0) return inside.n === 1 ? 'another place' : `${inside.n} other places`;
  const [packets] = await tx
    .select({ n: sql<number>`count(*)::int` })
    .from(packet)
    .where(and(eq(packet.placeId, id), sql`${packet.left} > 0`));
  if (packets && packets.n > 0) return `${packets.n} ${packets.n === 1 ? 'packet' : 'packets'}`;
  // Dishes of germination tests that nobody has closed.
  const { rows } = await tx.execute<{ n: number }>(
    sql`select count(*)::int n from (
          select distinct on (dish_id) dish_id, place_id from dish_move
          where dish_id in (select dish_id from dish_move where place_id = ${id}) order by dish_id, seq desc
        ) m where place_id = ${id} and not exists (
          select 1 from germination_count c where c.subject = m.dish_id and c.final and c.closed
            and not exists (select 1 from germination_count n where n.supersedes = c.id))`,
  );
  const dishes = rows[0]?.n ?? 0;
  return dishes > 0 ? `${dishes} ${dishes === 1 ? 'dish' : 'dishes'}` : null;
}

export async function placeById(tx: Reader, id: string, field: string): Promise<Place> {
  const [row] = await tx.select().from(storePlace).where(eq(storePlace.id, id));
  if (!row || row.removed) throw fault('invalid', 'store.no-such-place-store', field);
  return row;
}
