import { and, asc, eq, sql, type SQL } from 'drizzle-orm';
import type { PgColumn } from 'drizzle-orm/pg-core';
import { type HeldThing, heldThingWords } from '@mercato/contract/hands/acts';
import type { Fate } from '@mercato/contract/hands/fates';
import type { HandAct, Held, KeptKeys, LateAct, LateKeys } from '@mercato/contract/hands/hands';
import { PAGE_HEADER } from '@mercato/contract/http/live';
import { arrive, type Hold, leave, NEVER_HELD, putDown, take } from '@mercato/core/hands/hands';
import { anyOf, forUpdate, prepared, type Reader, type Transaction } from '../database/connect.ts';
import type { Hand } from '../database/observations.ts';
import type { WriteContext } from '../http/context.ts';
import { fault } from '../http/fault.ts';
import { namesOf } from '../register/people.ts';
import { heldPlace, lateFate } from './tables.ts';

/** A dish, a tray of a search, or a bag. */
export interface Place {
  readonly kind: 'dish' | 'tray' | 'bag';
  readonly subject: string;
  readonly part: number;
}
type Row = typeof heldPlace.$inferSelect;
/** Who has a place in hand, or had it last, as it is stored. */
export type HeldRow = Row;

const nameOf = ({ kind, subject, part }: Place) => `${kind} ${subject} ${part}`;
/** One page of one person. */
const handIs = (personId: string, page: string) => `${personId} ${page}`;

const holdIn = ({ turn, since, personId, page, held }: Row): Hold => ({
  turn,
  since,
  hand: personId === null || page === null ? null : handIs(personId, page),
  held,
});
const placeIs = ({ kind, subject, part }: Place): SQL | undefined =>
  and(eq(heldPlace.kind, kind), eq(heldPlace.subject, subject), eq(heldPlace.part, part));

/** Locks places, in one order; one that nobody ever had gets its row. What hangs on them is locked before. */
async function lockPlaces(tx: Transaction, places: readonly Place[], at: Date): Promise<ReadonlyMap<string, Row>> {
  const inOrder = [...places].sort((a, b) => nameOf(a).localeCompare(nameOf(b)));
  const { hand: _hand, ...never } = NEVER_HELD;
  await tx
    .insert(heldPlace)
    .values(inOrder.map((one) => ({ ...one, ...never, at })))
    .onConflictDoNothing();
  const rows = new Map<string, Row>();
  for (const place of inOrder) {
    const [row] = await forUpdate(tx, tx.select().from(heldPlace).where(placeIs(place)));
    if (row) rows.set(nameOf(place), row);
  }
  return rows;
}

/** Keeps how a place is held now, and answers with its row as it then stands. */
async function keepHold(tx: Transaction, place: Place, row: Row, hold: Hold, at: Date): Promise<Row> {
  const before = holdIn(row);
  if (hold === before || (hold.turn === before.turn && hold.since === before.since)) return row;
  const [personId, page] = hold.hand === null ? [null, null] : hold.hand.split(' ');
  const now = {
    turn: hold.turn,
    since: hold.since,
    personId: personId ?? null,
    page: page ?? null,
    held: hold.held,
    at,
  };
  await tx.update(heldPlace).set(now).where(placeIs(place));
  return { ...row, ...now };
}

/** Takes in what one page pressed or noted, in its order, and answers with those that came too late to count. */
export async function receive<T>(
  tx: Transaction,
  { personId, at }: Pick<Hand, 'personId' | 'at'>,
  page: string,
  items: readonly T[],
  of: (item: T) => { readonly place: Place; readonly turn: number },
): Promise<ReadonlySet<T>> {
  const late = new Set<T>();
  const places = new Map(items.map((one) => [nameOf(of(one).place), of(one).place]));
  if (places.size === 0) return late;
  const rows = await lockPlaces(tx, [...places.values()], at);
  const holds = new Map([...rows].map(([name, row]) => [name, holdIn(row)]));
  for (const item of items) {
    const { place, turn } = of(item);
    const arrived = arrive(holds.get(nameOf(place)) ?? NEVER_HELD, handIs(personId, page), turn);
    holds.set(nameOf(place), arrived.hold);
    if (!arrived.counts) late.add(item);
  }
  for (const [name, place] of places) {
    const row = rows.get(name);
    if (row) await keepHold(tx, place, row, holds.get(name) ?? NEVER_HELD, at);
  }
  return late;
}

/** What became of keys that were sent, some of them perhaps for the second time. */
export const keptKeys = <K extends { readonly sequence: number }>(
  keys: readonly K[],
  late: ReadonlySet<K>,
  earlier: readonly { readonly sequence: number; readonly late: boolean }[],
): KeptKeys => ({
  kept: keys.map((key) => key.sequence),
  late: keys
    .filter((key) => late.has(key) || earlier.some((one) => one.late && one.sequence === key.sequence))
    .map((key) => key.sequence),
});

/** A place as it is called, and the lot whose record says who took it over; null where it belongs to none. */
export interface NamedPlace extends Place {
  readonly thing: HeldThing;
  readonly lotId: string | null;
}

/** Takes a place in hand, or puts it down. Taking it from somebody is written into the record. */
export async function actAt(
  { tx, hand, audit }: Pick<WriteContext<unknown>, 'tx' | 'hand' | 'audit'>,
  { thing, lotId, ...place }: NamedPlace,
  { act, turn }: HandAct,
): Promise<void> {
  const { personId, page, at } = hand;
  if (page === null) throw fault('invalid', 'hands.knows-page', PAGE_HEADER);
  const row = (await lockPlaces(tx, [place], at)).get(nameOf(place));
  if (!row) return;
  const before = holdIn(row);
  const mine = handIs(personId, page);
  await keepHold(tx, place, row, act === 'take' ? take(before, mine, turn) : leave(before, mine), at);
  if (act !== 'take' || !before.held || before.hand === mine) return;
  await audit({
    lotId,
    act: { is: 'taken-over', ...thing, from: (await namesOf(tx)).get(row.personId ?? '') ?? null },
    subject: `${place.kind} ${place.subject}`,
    before: { since: row.at },
  });
}

/**
 * Puts a place down whose count is closed, or lets its count be written.
 * @throws {Fault} 409 while somebody else, or another page of this person, has it in hand
 */
export async function writeInHand(
  tx: Transaction,
  place: NamedPlace,
  hand: Pick<Hand, 'personId' | 'page' | 'at'>,
  closes: boolean,
): Promise<void> {
  const [row] = await forUpdate(tx, tx.select().from(heldPlace).where(placeIs(place)));
  await closeInHand(tx, row, place, hand, closes);
}

/** The same, where the row of the place was locked and read already; answers with the row as it then stands. */
export async function closeInHand(
  tx: Transaction,
  row: HeldRow | undefined,
  { thing, lotId: _lot, ...place }: NamedPlace,
  { personId, page, at }: Pick<Hand, 'personId' | 'page' | 'at'>,
  closes: boolean,
): Promise<HeldRow | undefined> {
  if (!row?.held) return row;
  if (row.personId !== personId || (page !== null && row.page !== page)) {
    const who = row.personId === personId ? 'Another page of yours' : (await namesOf(tx)).get(row.personId ?? '');
    throw fault('conflict', { is: 'hands.hand-take-over-first', who: who ?? 'Somebody', thing: heldThingWords(thing) });
  }
  return closes ? keepHold(tx, place, row, putDown(holdIn(row)), at) : row;
}

/**
 * What is stored of who has places of one kind.
 * @param locked  the transaction in which nobody else takes them until it ends; they are locked in one order
 */
export async function heldRows(
  tx: Reader,
  kind: Place['kind'],
  subjects: readonly string[],
  locked?: Transaction,
): Promise<HeldRow[]> {
  if (subjects.length === 0) return [];
  const rows = (on: Reader) =>
    on
      .select()
      .from(heldPlace)
      .where(and(eq(heldPlace.kind, sql.placeholder('kind')), anyOf(heldPlace.subject, 'ids')))
      .orderBy(asc(heldPlace.subject), asc(heldPlace.part));
  const query = locked
    ? prepared(locked, 'places held, locked', (on, name) => forUpdate(on, rows(on)).prepare(name))
    : prepared(tx, 'places held', (on, name) => rows(on).prepare(name));
  return query.execute({ kind, ids: [...subjects] });
}

/** Who has places of one kind, by subject and part. */
export const heldPlaces = async (
  tx: Reader,
  kind: Place['kind'],
  subjects: readonly string[],
  names: ReadonlyMap<string, string>,
): Promise<(subject: string, part?: number) => Omit<Held, 'taken'>> =>
  placesHeld(await heldRows(tx, kind, subjects), names);

export function placesHeld(
  rows: readonly HeldRow[],
  names: ReadonlyMap<string, string>,
): (subject: string, part?: number) => Omit<Held, 'taken'> {
  return (subject, part = 0) => {
    const row = rows.find((one) => one.subject === subject && one.part === part);
    if (!row) return { turn: 0, holder: null };
    const { turn, held, personId, page, at } = row;
    return {
      turn,
      holder:
        held && personId !== null && page !== null
          ? { name: names.get(personId) ?? '', page, since: at.toISOString() }
          : null,
    };
  };
}

/** Whether a key or look counts: it came in time, or was taken afterwards. */
export const counts = (event: { readonly id: PgColumn; readonly late: PgColumn }): SQL =>
  sql`(not ${event.late} or exists (select 1 from late_fate f where f.event_id = ${event.id} and f.fate = 'taken'))`;

/** Late, and nobody has said yet what becomes of it. */
export const waits = (event: { readonly id: PgColumn; readonly late: PgColumn }): SQL =>
  sql`(${event.late} and not exists (select 1 from late_fate f where f.event_id = ${event.id}))`;

export interface LateEvent {
  readonly session: string;
  readonly by: string;
  readonly at: Date;
  /** Class or species. */
  readonly name: string;
  readonly seeds: number;
  readonly fate: string | null;
}

/** Late keys of one place by the session that pressed them, without those of which somebody said what becomes of them. */
export function lateKeys(events: readonly LateEvent[], names: ReadonlyMap<string, string>): LateKeys[] {
  const waiting = events.filter((one) => one.fate === null).sort((a, b) => a.at.getTime() - b.at.getTime());
  return [...new Set(waiting.map((one) => one.session))].map((session) => {
    const own = waiting.filter((one) => one.session === session);
    const seeds: Record<string, number> = {};
    for (const one of own) seeds[one.name] = (seeds[one.name] ?? 0) + one.seeds;
    return {
      session,
      by: names.get(own[0]?.by ?? '') ?? '',
      from: (own[0]?.at ?? new Date(0)).toISOString(),
      to: (own.at(-1)?.at ?? new Date(0)).toISOString(),
      keys: own.length,
      counts: seeds,
    };
  });
}

export const takenOf = (events: readonly LateEvent[]): number => events.filter((one) => one.fate === 'taken').length;

/** @throws {Fault} 409 when there are not as many late keys as were shown */
export function checkShown({ keys }: Pick<LateAct, 'keys'>, waiting: number): void {
  if (waiting !== keys) throw fault('conflict', { is: 'hands.now-look-again', waiting }, 'keys');
}

/** Writes down what becomes of late keys or looks. */
export async function keepFate(
  tx: Transaction,
  { personId, at }: Pick<Hand, 'personId' | 'at'>,
  late: readonly { readonly id: string }[],
  fate: Fate,
): Promise<void> {
  await tx.insert(lateFate).values(late.map(({ id }) => ({ eventId: id, fate, by: personId, at })));
}
