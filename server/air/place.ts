import { asc, eq } from 'drizzle-orm';
import type { ClimateSettings } from '@mercato/contract/air/care';
import { type PlaceEntry, type PlaceLine, placeStanding } from '@mercato/core/air/placeBook';
import { CannotBe } from '@mercato/core/store/strikes';
import { forUpdate, type Reader, type Transaction } from '../database/connect.ts';
import { checkVersion } from '../http/asked.ts';
import type { WriteContext } from '../http/context.ts';
import { fault } from '../http/fault.ts';
import { namesOf } from '../register/people.ts';
import { placeLine, storePlace } from '../store/tables.ts';

type Place = typeof storePlace.$inferSelect;
export type Write = Pick<WriteContext<unknown>, 'tx' | 'hand' | 'audit'>;

export const noPlace = () => fault('not-found', 'store.no-such-place-store');

async function lockPlace(tx: Transaction, id: string, seen: number | null): Promise<Place> {
  const [row] = await forUpdate(tx, tx.select().from(storePlace).where(eq(storePlace.id, id)));
  if (!row) throw noPlace();
  checkVersion(seen, row, (await namesOf(tx)).get(row.updatedBy) ?? 'somebody');
  return row;
}

export async function linesOf(tx: Reader, placeId: string) {
  return tx.select().from(placeLine).where(eq(placeLine.placeId, placeId)).orderBy(asc(placeLine.line));
}
export const asLine = (row: typeof placeLine.$inferSelect): PlaceLine => ({
  entry: row.entry,
  at: row.at.toISOString(),
});

/**
 * Writes a line into the book of a place.
 * @throws {Fault} 412 when it has moved on, 422 for what cannot be
 */
export async function writePlaceLine(
  context: Write,
  id: string,
  entry: PlaceEntry,
  seen: number | null,
): Promise<void> {
  const { tx, hand, audit } = context;
  const row = await lockPlace(tx, id, seen);
  if (entry.what === 'door' && Date.parse(entry.at) > hand.at.getTime() + 60_000)
    throw fault('invalid', 'http.lies-future', 'at');
  const before = await linesOf(tx, id);
  try {
    placeStanding([...before.map(asLine), { entry, at: hand.at.toISOString() }], hand.at.getTime());
  } catch (error) {
    if (!(error instanceof CannotBe)) throw error;
    throw fault('invalid', error.why, error.path);
  }
  await tx.insert(placeLine).values({ placeId: id, line: before.length, entry, by: hand.personId, at: hand.at });
  await tx
    .update(storePlace)
    .set({ version: row.version + 1, updatedBy: hand.personId, updatedAt: hand.at })
    .where(eq(storePlace.id, id));
  await audit({
    act: { is: 'place-line', entry: entry.what },
    subject: `${row.kind} ${row.name}`,
    after: entry,
  });
}

/** Says within what the air of a place is to stay, and where its logger is heard. */
export async function setClimate(
  { tx, hand, audit }: Write,
  id: string,
  { reason, ...settings }: ClimateSettings,
  seen: number | null,
  mayPoint: boolean,
): Promise<void> {
  const row = await lockPlace(tx, id, seen);
  // The server opens a line to that address: whoever looks after the settings says where.
  if (settings.logger !== row.logger && !mayPoint) throw fault('not-permitted', 'store.where-logger-heard-lead');
  await tx
    .update(storePlace)
    .set({ ...settings, version: row.version + 1, updatedBy: hand.personId, updatedAt: hand.at })
    .where(eq(storePlace.id, id));
  await audit({
    act: { is: 'climate-set' },
    subject: `${row.kind} ${row.name}`,
    before: { band: row.band, logger: row.logger },
    after: settings,
    reason,
  });
}
