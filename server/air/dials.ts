import { and, desc, eq, gte, isNotNull } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import type { DialReading, NewReading } from '@mercato/contract/air/care';
import { toCelsius, unlikely } from '@mercato/core/air/dial';
import type { Reader } from '../database/connect.ts';
import { fault } from '../http/fault.ts';
import { airCame } from '../register/airCame.ts';
import { kindsAround } from '../store/places.ts';
import { climateReading, climateStrike, storePlace } from '../store/tables.ts';
import { noPlace, type Write } from './place.ts';
import { airColumns } from './readings.ts';

export const SHOWN_LINES = 200;

/** Keeps a dial that somebody read. */
export async function keepReading({ tx, hand, audit }: Write, id: string, reading: NewReading): Promise<void> {
  const [row] = await tx.select().from(storePlace).where(eq(storePlace.id, id));
  if (!row) throw noPlace();
  const at = new Date(reading.at);
  if (at.getTime() > hand.at.getTime() + 60_000) throw fault('invalid', 'http.lies-future', 'at');
  const { temperature, humidityPercent } = reading;
  const kinds = (await kindsAround(tx, id)).slice(1);
  const asks = reading.sure === true ? null : unlikely(row.kind, kinds, temperature);
  if (asks !== null) throw fault('invalid', { is: 'store.hardly-so-cold-or-warm', ...asks }, 'sure');
  await tx.insert(climateReading).values({
    id: uuid(),
    placeId: id,
    at,
    // A thousandth of a degree is finer than any dial.
    ...airColumns({ temperatureC: Number(toCelsius(temperature).toFixed(3)), humidityPercent }),
    by: hand.personId,
    entered: temperature,
  });
  await airCame(tx, id, at);
  await audit({ act: { is: 'climate-read' }, subject: `${row.kind} ${row.name}`, after: reading });
}

/**
 * Strikes a dial that was read wrongly; it stays on file, and counts no more.
 * @throws {Fault} 404 for what is no dial of this place, 409 when it is struck already
 */
export async function strikeReading(
  { tx, hand, audit }: Write,
  placeId: string,
  readingId: string,
  reason: string,
): Promise<void> {
  const [row] = await tx
    .select()
    .from(climateReading)
    .where(and(eq(climateReading.id, readingId), eq(climateReading.placeId, placeId)));
  if (!row || row.by === null) throw fault('not-found', 'store.no-such-reading-dial');
  const struck = await tx
    .insert(climateStrike)
    .values({ readingId, reason, by: hand.personId, at: hand.at })
    .onConflictDoNothing()
    .returning();
  if (struck.length === 0) throw fault('conflict', 'store.reading-struck-already');
  await airCame(tx, placeId, row.at);
  await audit({
    act: { is: 'reading-struck' },
    subject: `reading of ${row.at.toISOString()}`,
    before: { temperatureC: row.temperatureC, humidityPercent: row.humidityPercent, entered: row.entered },
    reason,
  });
}

/** Dials that somebody read at a place, newest first; those that are struck with the reason. */
export async function dialsOf(
  tx: Reader,
  placeId: string,
  from: Date,
  names: ReadonlyMap<string, string>,
): Promise<DialReading[]> {
  const rows = await tx
    .select({ row: climateReading, struck: climateStrike.reason })
    .from(climateReading)
    .leftJoin(climateStrike, eq(climateStrike.readingId, climateReading.id))
    .where(and(eq(climateReading.placeId, placeId), gte(climateReading.at, from), isNotNull(climateReading.by)))
    .orderBy(desc(climateReading.at), desc(climateReading.id))
    .limit(SHOWN_LINES);
  return rows.map(({ row, struck }) => ({
    id: row.id,
    at: row.at.toISOString(),
    temperature: row.entered ?? { text: row.temperatureC, unit: 'C' },
    humidityPercent: row.humidityPercent === null ? null : Number(row.humidityPercent),
    by: names.get(row.by ?? '') ?? '',
    struck,
  }));
}
