import { and, asc, eq, isNull, lt, ne, or, sql } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import type { AlarmView, CareLine, CareList, PlaceCare } from '@mercato/contract/air/care';
import { type Air, type Band, episodesOf, meanAir } from '@mercato/core/air/air';
import { alarmKey, type PlaceLine, placeStanding, type PlaceStanding } from '@mercato/core/air/placeBook';
import type { Database, Reader, Transaction } from '../database/connect.ts';
import { Fault, fault } from '../http/fault.ts';
import { namesOf } from '../register/people.ts';
import { airCame } from '../register/airCame.ts';
import { listLists } from '../store/lists.ts';
import { listPlaces, placePaths } from '../store/places.ts';
import { climateReading, placeLine, storePlace } from '../store/tables.ts';
import { dialsOf, SHOWN_LINES } from './dials.ts';
import { askLogger, LoggerSilent } from './loggerLink.ts';
import { asLine, linesOf, noPlace } from './place.ts';
import { airColumns, airIn, airOf, thinned } from './readings.ts';

const DAY = 86_400_000;
/** Alarms are looked for over so many days. */
const ALARM_DAYS = 90;
const MEAN_DAYS = 30;
/** Any fixed number: whoever asks loggers holds this lock meanwhile. */
const LOGGER_LOCK = 431_018_281;
const UNBOUND: Pick<Band, 'silentMinutes'> = { silentMinutes: 24 * 60 };

/** What a logger said, and of which moment on it was asked. */
export interface Heard {
  readonly address: string;
  readonly air: readonly Air[];
  readonly garbled: number;
}

/**
 * Asks the logger of a place for what it saw since it was last asked. No connection to the database is held while it is
 * waited for.
 * @throws {Fault} 404 for no place, 422 when it has no logger, or the logger does not answer
 */
export async function hearLogger(db: Reader, id: string, now: Date): Promise<Heard> {
  const [row] = await db.select().from(storePlace).where(eq(storePlace.id, id));
  if (!row) throw noPlace();
  if (row.logger === '') throw fault('invalid', 'store.place-no-logger', 'logger');
  try {
    return { address: row.logger, ...(await askLogger(row.logger, await heardUntil(db, id, now))) };
  } catch (error) {
    if (!(error instanceof LoggerSilent)) throw error;
    throw fault('invalid', { is: 'store.logger-silent', why: error.why }, 'logger');
  }
}

/** The instant of the last reading that a logger gave; a first asking goes back so far as its mean does. */
async function heardUntil(tx: Reader, id: string, now: Date): Promise<Date> {
  const [last] = await tx
    .select({ at: sql<Date | null>`max(${climateReading.at})`.mapWith(climateReading.at) })
    .from(climateReading)
    .where(and(eq(climateReading.placeId, id), isNull(climateReading.listId), isNull(climateReading.by)));
  return last?.at ?? new Date(now.getTime() - MEAN_DAYS * DAY);
}

/** Keeps what a logger said that is not known yet. */
export async function takeLog(
  tx: Transaction,
  id: string,
  heard: Heard,
  now: Date,
): Promise<{ taken: number; garbled: number }> {
  // One at a time: two that asked at once would both keep what it says. The place itself stays free to be written to.
  await tx.execute(sql`select pg_advisory_xact_lock(${LOGGER_LOCK}, hashtext(${id}))`);
  const since = await heardUntil(tx, id, now);
  const fresh = heard.air.filter((one) => one.at > since.getTime() && one.at <= now.getTime() + 60_000);
  for (let from = 0; from < fresh.length; from += 500)
    await tx
      .insert(climateReading)
      .values(
        fresh
          .slice(from, from + 500)
          .map((one) => ({ id: uuid(), placeId: id, at: new Date(one.at), ...airColumns(one) })),
      );
  const [first] = fresh;
  if (first) await airCame(tx, id, new Date(first.at));
  return { taken: fresh.length, garbled: heard.garbled };
}

function alarmsOf(air: readonly Air[], band: Band | null, standing: PlaceStanding, now: Date): AlarmView[] {
  if (!band || air.length === 0) return [];
  return episodesOf(air, band, now.getTime())
    .map((one): AlarmView => {
      const from = new Date(one.from).toISOString();
      return {
        alarm: one.alarm,
        from,
        to: one.to === null ? null : new Date(one.to).toISOString(),
        minutes: one.minutes,
        worst: one.worst,
        seen: standing.seen.get(alarmKey(one.alarm, from)) ?? null,
      };
    })
    .reverse();
}

export async function placeCare(
  tx: Reader,
  id: string,
  query: Readonly<Record<string, unknown>>,
  now: Date,
): Promise<PlaceCare> {
  const [row] = await tx.select().from(storePlace).where(eq(storePlace.id, id));
  const place = (await listPlaces(tx)).find((one) => one.id === id);
  if (!row || !place) throw noPlace();
  const days =
    typeof query.days === 'string' && /^\d{1,3}$/.test(query.days)
      ? Math.min(400, Math.max(1, Number(query.days)))
      : MEAN_DAYS;
  const band = row.band;
  const rows = await linesOf(tx, id);
  const standing = placeStanding(rows.map(asLine), now.getTime());
  const air = await airOf(tx, id, new Date(now.getTime() - Math.max(days, ALARM_DAYS) * DAY));
  const since = (n: number) => air.filter((one) => one.at >= now.getTime() - n * DAY);
  const latest = air.at(-1);
  const names = await namesOf(tx);
  return {
    place,
    band,
    logger: row.logger,
    days,
    air: thinned(since(days)),
    latest: latest ? { ...latest, at: new Date(latest.at).toISOString() } : null,
    dials: await dialsOf(tx, id, new Date(now.getTime() - ALARM_DAYS * DAY), names),
    mean: meanAir(since(MEAN_DAYS), (band ?? UNBOUND).silentMinutes),
    alarms: alarmsOf(air, band, standing, now),
    desiccant: standing.desiccant,
    openings: standing.openings,
    openMinutes: standing.openMinutes,
    lines: rows
      .map((one) => {
        const entry = one.entry;
        return {
          line: one.line,
          entry,
          by: names.get(one.by) ?? '',
          at: one.at.toISOString(),
          struck: standing.struck.get(one.line) ?? null,
        };
      })
      .reverse()
      .slice(0, SHOWN_LINES),
    files: await listLists(tx, id),
  };
}

/** What calls for somebody in the store: alarms that nobody has seen, desiccant that is due. */
export async function careList(tx: Reader, now: Date): Promise<CareList> {
  const paths = await placePaths(tx);
  const rows = await tx
    .select()
    .from(storePlace)
    .where(eq(storePlace.removed, false))
    .orderBy(asc(storePlace.name), asc(storePlace.id));
  const all = await tx.select().from(placeLine).orderBy(asc(placeLine.placeId), asc(placeLine.line));
  const books = new Map<string, PlaceLine[]>();
  for (const one of all) books.set(one.placeId, [...(books.get(one.placeId) ?? []), asLine(one)]);
  const isWatched = (row: (typeof rows)[number]) => row.band !== null || row.logger !== '';
  const since = new Date(now.getTime() - ALARM_DAYS * DAY);
  const airs = await airIn(
    tx,
    rows.filter(isWatched).map((row) => row.id),
    since,
  );
  const places: CareLine[] = [];
  for (const row of rows) {
    const standing = placeStanding(books.get(row.id) ?? [], now.getTime());
    const watched = isWatched(row);
    const air = airs.get(row.id) ?? [];
    const calls: CareLine['calls'] = alarmsOf(air, row.band, standing, now)
      .filter((one) => one.seen === null)
      .map((one) => ({ what: 'alarm', alarm: one, goesOn: one.to === null }));
    if (watched && air.length === 0) calls.push({ what: 'climate-unknown', days: ALARM_DAYS, goesOn: true });
    if (standing.desiccant && Date.parse(standing.desiccant.dueAt) <= now.getTime())
      calls.push({
        what: 'desiccant',
        desiccant: standing.desiccant,
        goesOn: true,
      });
    const latest = air.at(-1);
    if (calls.length > 0 || latest)
      places.push({
        placeId: row.id,
        place: paths.get(row.id) ?? [],
        calls: calls.sort((a, b) => Number(b.goesOn) - Number(a.goesOn)).slice(0, 12),
        latest: latest ? { ...latest, at: new Date(latest.at).toISOString() } : null,
      });
  }
  const weight = (line: CareLine) => (line.calls.some((one) => one.goesOn) ? 0 : line.calls.length > 0 ? 1 : 2);
  return { now: now.toISOString(), places: places.sort((a, b) => weight(a) - weight(b)) };
}

/** Another server that asked within so long has done it for this one too. */
const ASKED_MS = 4 * 60_000;

/**
 * Asks every logger of the store once; of several servers one does. A logger that is silent, or whose address is none,
 * shows as such and keeps no other from being asked.
 */
export async function takeAllLogs(db: Database, now: Date, log: (error: unknown) => void): Promise<void> {
  const places = await db.select({ id: storePlace.id }).from(storePlace).where(ne(storePlace.logger, ''));
  await Promise.all(
    places.map(async ({ id }) => {
      try {
        const mine = await db
          .update(storePlace)
          .set({ askedAt: now })
          .where(
            and(
              eq(storePlace.id, id),
              or(isNull(storePlace.askedAt), lt(storePlace.askedAt, new Date(now.getTime() - ASKED_MS))),
            ),
          )
          .returning({ id: storePlace.id });
        if (mine.length === 0) return;
        const heard = await hearLogger(db, id, now);
        await db.transaction((tx) => takeLog(tx, id, heard, now));
      } catch (error) {
        if (!(error instanceof Fault)) log(error);
      }
    }),
  );
}

/** The demo's logger, wherever it listens today. */
export async function pointLogger(tx: Transaction, address: string): Promise<void> {
  const [first] = await tx
    .select({ id: storePlace.id })
    .from(storePlace)
    .where(ne(storePlace.logger, ''))
    .orderBy(asc(storePlace.id))
    .limit(1);
  if (first) await tx.update(storePlace).set({ logger: address }).where(eq(storePlace.id, first.id));
}
