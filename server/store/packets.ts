import { and, asc, eq, inArray, ne } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import type { AccessionHeader } from '@mercato/contract/store/accessions';
import type { Busy, PackedSeed, PacketAct, PacketLine, PacketView } from '@mercato/contract/store/packets';
import type { Kind } from '@mercato/core/rule-books/findKind';
import { type Amount, bookOf, type PacketEntry, RESTS_ON } from '@mercato/core/store/packetBook';
import { CannotBe } from '@mercato/core/store/strikes';
import { forUpdate, type Reader, type Transaction } from '../database/connect.ts';
import { checkVersion } from '../http/asked.ts';
import type { WriteContext } from '../http/context.ts';
import { todayIn } from '../http/day.ts';
import { fault } from '../http/fault.ts';
import { freeCode } from '../register/codes.ts';
import { namesOf } from '../register/people.ts';
import { checkDay, seenOf } from '../register/seen.ts';
import { accessionById, accessionView, addAccession, searchText } from './accessions.ts';
import { briefOf, leftOf, type Packet } from './packetPages.ts';
import { placeById, placePaths } from './places.ts';
import { packet, packetLine } from './tables.ts';
import { testLines } from './tests.ts';
import { kindsOf } from './weighed.ts';

type Write = Pick<WriteContext<unknown>, 'tx' | 'hand' | 'audit'>;

/** Puts a packet into the store, of a harvest that is there or of a new one. */
export async function addPacket(
  context: Write,
  { accessionId, accession: header, packet: body, treated = '' }: PackedSeed & { readonly treated?: string },
): Promise<string> {
  const { tx, hand, audit } = context;
  const of =
    accessionId !== undefined ? await accessionById(tx, accessionId) : await addAccession(context, header ?? missing());
  if (body.placeId !== null) await placeById(tx, body.placeId, 'packet.placeId');
  const { amount, placeId, ...about } = body;
  const entries: PacketEntry[] = [
    { what: 'packed', amount },
    ...(placeId === null ? [] : [{ what: 'move' as const, placeId }]),
  ];
  const id = uuid();
  const code = await freeCode(tx);
  await tx.insert(packet).values({
    id,
    accessionId: of.id,
    code,
    ...about,
    treated,
    ...standing(entries),
    searchText: await searchText(tx, of.header, of.number, { code, ...about }),
    updatedBy: hand.personId,
    updatedAt: hand.at,
    createdAt: hand.at,
  });
  await tx
    .insert(packetLine)
    .values(entries.map((entry, line) => ({ packetId: id, line, entry, by: hand.personId, at: hand.at })));
  await audit({ act: { is: 'packed' }, subject: `packet ${code} of ${of.number}`, after: body });
  return id;
}

function missing(): never {
  throw new Error('the schema lets no packet through that is of no harvest');
}

/** What follows from the lines: kept beside them, so that a list need not read them. */
export function standing(entries: readonly PacketEntry[]) {
  const { by, left, placeId } = bookOf(entries);
  return { measure: by, left: left.toString(), placeId };
}

/**
 * Writes a line into a packet's book.
 * @throws {Fault} 412 when the packet has moved on, 422 for what cannot be: more than it holds, a place that is none
 */
export async function writeLine(
  { tx, hand, audit }: Write,
  id: string,
  act: PacketAct | Extract<PacketEntry, { what: 'unweighed' }>,
  seenVersion: number | null,
  /** The day on which it was done, where another record says so, and the field that holds it there. */
  done?: { readonly on: string; readonly path: string },
): Promise<void> {
  const [row] = await forUpdate(tx, tx.select().from(packet).where(eq(packet.id, id)));
  if (!row) throw noPacket();
  checkVersion(seenVersion, row, (await namesOf(tx)).get(row.updatedBy) ?? 'somebody');
  if (row.undone) throw fault('invalid', 'store.packet-withdrawn-list-came', 'what');
  if (act.what === 'move' && act.placeId !== null) await placeById(tx, act.placeId, 'placeId');
  const before = await linesOf(tx, id);
  const dated = act.what === 'take' || act.what === 'count' || act.what === 'move';
  if (dated) checkDone(row, before, act, hand, done);
  if (act.what === 'take') checkOpened(row, act.anyway, hand.at);
  const entry: PacketEntry = dated && done ? { ...act, seenOn: done.on } : act;
  const entries = [...before.map((one) => one.entry), entry];
  let next: ReturnType<typeof standing>;
  try {
    next = standing(entries);
  } catch (error) {
    if (!(error instanceof CannotBe)) throw error;
    const path = error.path === 'amount' && act.what !== 'strike' ? `amount.${seedsOrText(act)}` : error.path;
    throw fault('invalid', error.why, act.what === 'strike' ? 'line' : path);
  }
  await tx.insert(packetLine).values({ packetId: id, line: before.length, entry, by: hand.personId, at: hand.at });
  await tx
    .update(packet)
    .set({ ...next, version: row.version + 1, updatedBy: hand.personId, updatedAt: hand.at })
    .where(eq(packet.id, id));
  await audit({
    act: { is: `packet-${act.what}` },
    subject: `packet ${row.code}`,
    before: { left: row.left, placeId: row.placeId },
    after: act,
    reason: act.what === 'strike' ? act.reason : undefined,
  });
}

const DONE = { packed: 'packed', count: 'counted', take: 'taken-from', move: 'moved' } as const;

/** The day of a line: as it was said, else that of writing; of packing at the earliest, as exactly as it is known. */
function dayOf(row: Packet, line: typeof packetLine.$inferSelect, zone: string): string {
  const entry = line.entry;
  if (entry.what === 'packed') return `${row.packedOn}-01-01`.slice(0, 10);
  return 'seenOn' in entry && entry.seenOn !== undefined ? entry.seenOn : todayIn(line.at, zone);
}

/** @throws {Fault} 422 for a day to come, long ago without a word why, or before the line that this one rests on */
function checkDone(
  row: Packet,
  lines: readonly (typeof packetLine.$inferSelect)[],
  act: Extract<PacketAct, { what: 'take' | 'count' | 'move' }>,
  hand: Write['hand'],
  done: { readonly on: string; readonly path: string } | undefined,
): void {
  const { struck } = bookOf(lines.map((one) => one.entry));
  const rests = lines.flatMap((one) => {
    const { what } = one.entry;
    return what in DONE && !struck.has(one.line) && RESTS_ON[act.what].includes(what)
      ? [{ on: dayOf(row, one, hand.zone), what: { is: DONE[what as keyof typeof DONE] } }]
      : [];
  });
  const after = rests.sort((a, b) => a.on.localeCompare(b.on)).at(-1) ?? null;
  if (done) checkDay(done.on, hand.today, after, true, done.path);
  else seenOf(hand, act, after);
}

const OPENED: Readonly<Record<Busy['what'], string>> = {
  warming: 'it is still cold: opened now it draws water out of the air',
  freezing: 'it is in the cold: let it come to room temperature closed, or it draws water out of the air',
  drying: 'it is being dried: what is taken out now is not dry yet',
};

/** @throws {Fault} 422 for a packet that is opened while it dries, freezes or warms up and nobody says why */
function checkOpened(row: Packet, anyway: string | undefined, at: Date): void {
  const busy = row.busy;
  if (!busy || anyway !== undefined || (busy.dueAt !== null && at.toISOString() >= busy.dueAt)) return;
  throw fault('invalid', { is: 'store.say-why-or-wait', figure: OPENED[busy.what] }, 'anyway');
}

/** Says in which batch packets dry, freeze or warm up; null = in none any more. */
export async function setBusy(tx: Transaction, ids: readonly string[], busy: Busy | null): Promise<void> {
  if (ids.length > 0)
    await tx
      .update(packet)
      .set({ busy })
      .where(inArray(packet.id, [...ids]));
}

const seedsOrText = (act: object) =>
  'amount' in act && (act.amount as Amount).by === 'mass' ? ('text' as const) : ('seeds' as const);
const noPacket = () => fault('not-found', 'store.no-such-packet');

export async function linesOf(tx: Reader, id: string): Promise<(typeof packetLine.$inferSelect)[]> {
  return tx.select().from(packetLine).where(eq(packetLine.packetId, id)).orderBy(asc(packetLine.line));
}

/** @throws {Fault} 404 when there is no such packet */
export async function packetView(tx: Reader, id: string): Promise<PacketView> {
  const [row] = await tx.select().from(packet).where(eq(packet.id, id));
  if (!row) throw noPacket();
  const of = await accessionById(tx, row.accessionId);
  const kind = (await kindsOf(tx, [of]))(of);
  const paths = await placePaths(tx);
  const others = await tx
    .select()
    .from(packet)
    .where(and(eq(packet.accessionId, of.id), ne(packet.id, id), eq(packet.undone, false)))
    .orderBy(asc(packet.createdAt), asc(packet.id));
  const header = of.header;
  return {
    ...briefOf(row, of, paths, kind),
    supplier: row.supplier,
    wrapping: row.wrapping,
    note: row.note,
    lines: lineViews(await linesOf(tx, id), paths, await namesOf(tx)),
    of: await accessionView(tx, of),
    others: others.map((one) => ({
      id: one.id,
      code: one.code,
      left: leftOf(one, kind),
      place: one.placeId === null ? [] : (paths.get(one.placeId) ?? []),
    })),
    kindIs: {
      smallTest: kind?.smallTest ?? null,
      keeping: kind?.keeping ?? null,
      confidence: kind?.confidence ?? null,
    },
    cautions: cautionsOf({ ...header, treated: treatedOf(header, row) }, kind),
    tests: await testLines(tx, id, await namesOf(tx)),
  };
}

function lineViews(
  rows: readonly (typeof packetLine.$inferSelect)[],
  paths: ReadonlyMap<string, string[]>,
  names: ReadonlyMap<string, string>,
): PacketLine[] {
  const entries = rows.map((one) => one.entry);
  const { struck } = bookOf(entries);
  return rows.map((row): PacketLine => ({
    line: row.line,
    entry: row.entry,
    place: row.entry.what === 'move' && row.entry.placeId !== null ? (paths.get(row.entry.placeId) ?? []) : [],
    by: names.get(row.by) ?? '',
    at: row.at.toISOString(),
    seenOn: 'seenOn' in row.entry ? (row.entry.seenOn ?? null) : null,
    struck: struck.get(row.line) ?? null,
  }));
}

/** What a packet's seed was treated with: its harvest, and itself on the way through the shed. */
export const treatedOf = (header: Pick<AccessionHeader, 'treated'>, row: Pick<Packet, 'treated'>): string =>
  [header.treated, row.treated].filter(Boolean).join(', ');

/** What hurts people, or kills the seed; local codes and licensed practice come first. */
function cautionsOf(header: AccessionHeader, kind: Kind | undefined): string[] {
  return [
    ...(header.treated === ''
      ? []
      : [
          `Treated with ${header.treated}: gloves, no dust, wash hands; never for food, feed or oil. Local rules and the maker’s sheet come first.`,
        ]),
    ...(header.species.startsWith('Capsicum')
      ? ['Peppers: gloves when handling seed, and keep hands from the eyes.']
      : []),
    ...(kind?.keeping?.desiccation === 'sensitive'
      ? ['Seed of this kind dies when it dries or freezes: keep it moist and cool, and sow it soon.']
      : []),
  ];
}
