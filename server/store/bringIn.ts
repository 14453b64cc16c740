import { and, eq, inArray, isNull, notExists, sql } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import { type AccessionHeader, UNKNOWN_HEADER } from '@mercato/contract/store/accessions';
import type { LoggedAir } from '@mercato/core/store/list/readClimateLog';
import type { ListedPacket } from '@mercato/core/store/list/readList';
import type { PacketEntry } from '@mercato/core/store/packetBook';
import { airColumns } from '../air/readings.ts';
import { forUpdate } from '../database/connect.ts';
import type { WriteContext } from '../http/context.ts';
import { fault, type FieldRefusal } from '../http/fault.ts';
import { airCame } from '../register/airCame.ts';
import { freeCodes } from '../register/codes.ts';
import { allKinds } from '../rule-books/editions.ts';
import { columns, nextNumbers, wordsOf } from './accessions.ts';
import { type List, listChanged, lockList, readingOf, readKept, SHOWN } from './lists.ts';
import { openFile } from './openFile.ts';
import { knownPlaces, placeWords } from './packetList.ts';
import { standing } from './packets.ts';
import { addPlace, removePlace, whatLiesIn } from './places.ts';
import { accession, accessionRevision, climateReading, packet, packetLine, placeLine, storePlace } from './tables.ts';
import { packetTest, packetTestWithdrawn } from './testTables.ts';

type Write = Pick<WriteContext<unknown>, 'tx' | 'hand' | 'audit'>;
/** Rows of one insert. */
const CHUNK = 500;

/**
 * Brings a list in: all of its lines that are not left out, or nothing. Lines of one kind, variety, harvest and giver
 * are packets of one harvest. Packets that stayed when the list was undone before do not come in twice.
 * @throws {Fault} 422 while something is to be asked or put right, 409 when it is in already
 */
export async function bringIn(context: Write, id: string, seen: number | null): Promise<void> {
  const { tx, hand, audit } = context;
  const row = await lockList(tx, id, seen);
  if (row.state === 'in') throw fault('conflict', 'store.list-came-already');
  const file = openFile(row);
  const read = await readKept(tx, row, file, hand.at);
  const reading = readingOf(row);
  const unsaid = [...file.fileAsks.filter((one) => reading[one.question] === null), ...read.asks];
  if (unsaid.length > 0 || read.faults.length > 0)
    throw fault('invalid', 'store.list-cannot-come-yet', [
      ...unsaid.map((one): FieldRefusal => ({
        path: one.question,
        message: { is: 'store.said-first', question: one.question, ...('mixed' in one ? { mixed: one.mixed } : {}) },
      })),
      ...read.faults.slice(0, SHOWN).map((one) => ({ path: `line ${one.line}`, message: one.message })),
    ]);
  const after =
    row.what === 'packets'
      ? await bringPackets(context, row, read.packets)
      : await bringReadings(context, row, read.readings);
  await listChanged(context, row, { state: 'in' });
  await audit({
    act: { is: row.what === 'packets' ? 'list-brought-in' : 'log-brought-in' },
    subject: row.name,
    after: { ...after, reading },
  });
}

async function bringPackets(context: Write, row: List, packets: readonly ListedPacket[]): Promise<object> {
  const { tx, hand } = context;
  const { id } = row;
  const there = new Set(
    (
      await tx
        .select({ line: packet.listLine })
        .from(packet)
        .where(and(eq(packet.listId, id), eq(packet.undone, false)))
    ).map((one) => one.line),
  );
  const kinds = await allKinds(tx);
  const bySpecies = new Map(kinds.map((one) => [one.species, one]));
  const coming = packets.filter((one) => !there.has(one.line));
  if (coming.length === 0) throw fault('invalid', 'store.no-line-list-left', 'leftOut');
  const places = new Map(await knownPlaces(tx));
  for (const name of new Set(coming.map((one) => one.place)))
    if (name !== '' && !places.has(placeWords(name)))
      places.set(
        placeWords(name),
        await addPlace(context, { parentId: null, kind: 'box', name: name.slice(0, 60) }, id),
      );

  const harvests = grouped(coming, (one) =>
    JSON.stringify([
      one.kind,
      one.species,
      one.variety,
      one.harvestYear,
      one.harvestMonth,
      one.from,
      one.owner,
      one.treated,
    ]),
  );
  const numbers = await nextNumbers(tx, harvests.size);
  const codes = await freeCodes(tx, coming.length);
  const stamp = { updatedBy: hand.personId, updatedAt: hand.at };
  const inserts = { accession: [], revision: [], packet: [], line: [], test: [] } as {
    accession: (typeof accession.$inferInsert)[];
    revision: (typeof accessionRevision.$inferInsert)[];
    packet: (typeof packet.$inferInsert)[];
    line: (typeof packetLine.$inferInsert)[];
    test: (typeof packetTest.$inferInsert)[];
  };
  for (const [i, group] of [...harvests.values()].entries()) {
    const [first] = group;
    const header = first ? headerOf(first, row.name) : null;
    const number = numbers[i] ?? '';
    if (!header) continue;
    const accessionId = uuid();
    inserts.accession.push({ id: accessionId, number, version: 1, ...columns(header), ...stamp });
    inserts.revision.push({ accessionId, version: 1, header, by: hand.personId, at: hand.at, reason: null });
    for (const one of group) {
      const packetId = uuid();
      const placeId = one.place === '' ? null : (places.get(placeWords(one.place)) ?? null);
      const entries: PacketEntry[] = [
        { what: 'packed', amount: one.amount },
        ...(placeId === null ? [] : [{ what: 'move' as const, placeId }]),
      ];
      const own = { code: codes[inserts.packet.length] ?? '', supplier: one.supplier, note: one.note };
      inserts.packet.push({
        id: packetId,
        accessionId,
        ...own,
        packedOn: one.packedOn,
        wrapping: 'not known',
        ...standing(entries),
        searchText: wordsOf(header, number, own, bySpecies.get(header.species)),
        listId: id,
        listLine: one.line,
        lastTest: one.test ? { ...towelOf(one.test), bagId: null } : null,
        ...stamp,
        createdAt: hand.at,
      });
      if (one.test) {
        const { on, sprouted, seeds, verdict } = towelOf(one.test);
        inserts.test.push({
          id: uuid(),
          packetId,
          what: 'towel',
          on,
          seeds,
          hits: sprouted,
          verdict,
          placeId,
          note: `from the list ${row.name}: ${one.test.words}`.slice(0, 300),
          by: hand.personId,
          at: hand.at,
        });
      }
      inserts.line.push(...entries.map((entry, line) => ({ packetId, line, entry, by: hand.personId, at: hand.at })));
    }
  }
  for (const [table, rows] of [
    [accession, inserts.accession],
    [accessionRevision, inserts.revision],
    [packet, inserts.packet],
    [packetLine, inserts.line],
    [packetTest, inserts.test],
  ] as const)
    for (let from = 0; from < rows.length; from += CHUNK) await tx.insert(table).values(rows.slice(from, from + CHUNK));
  return { packets: coming.length, harvests: harvests.size };
}

/** A test of a list as a towel: of none that sprouted it says that the seed was dead, as one that is written down by hand. */
const towelOf = ({ on, seeds, hits }: NonNullable<ListedPacket['test']>) => ({
  on,
  seeds,
  sprouted: hits,
  verdict: hits === 0 ? ('dead' as const) : ('sprouted' as const),
});

/** Keeps what a file says; where it tells of an instant again that is told already, the first word counts when it is read. */
async function bringReadings({ tx }: Write, row: List, readings: readonly LoggedAir[]): Promise<object> {
  if (row.placeId === null) throw new Error('a logger’s file has its place');
  const placeId = row.placeId;
  const rows = readings.map((one) => ({
    id: uuid(),
    placeId,
    listId: row.id,
    at: new Date(one.at),
    ...airColumns(one),
  }));
  for (let from = 0; from < rows.length; from += CHUNK)
    await tx.insert(climateReading).values(rows.slice(from, from + CHUNK));
  await airCame(tx, placeId, firstOf(rows));
  return { readings: rows.length };
}

const firstOf = (rows: readonly { readonly at: Date }[]): Date =>
  new Date(rows.reduce((first, { at }) => Math.min(first, at.getTime()), Date.now()));

function grouped<T>(all: readonly T[], keyOf: (one: T) => string): Map<string, T[]> {
  const groups = new Map<string, T[]>();
  for (const one of all) {
    const key = keyOf(one);
    const group = groups.get(key);
    if (group) group.push(one);
    else groups.set(key, [one]);
  }
  return groups;
}

const headerOf = (one: ListedPacket, list: string): AccessionHeader => ({
  ...UNKNOWN_HEADER,
  kind: one.kind,
  species: one.species,
  variety: one.variety,
  harvestYear: one.harvestYear,
  harvestMonth: one.harvestMonth,
  from: one.from,
  owner: one.owner,
  treated: one.treated,
  source: one.supplier !== '' ? 'trade' : 'own harvest',
  note: `from the list ${list}`,
});

/**
 * Takes a list out of the store again. Packets that were used since stay; the others are withdrawn with their tests, and
 * stay on file; places that it made go, where nothing lies in them and nothing was written of them.
 */
export async function undoList(context: Write, id: string, reason: string, seen: number | null): Promise<void> {
  const { tx, hand, audit } = context;
  const row = await lockList(tx, id, seen);
  if (row.state !== 'in') throw fault('conflict', 'store.list-not-store-nothing');
  const rows = await forUpdate(
    tx,
    tx
      .select({
        id: packet.id,
        lines: sql<number>`(select count(*)::int from packet_line l where l.packet_id = packet.id)`,
      })
      .from(packet)
      .where(and(eq(packet.listId, id), eq(packet.undone, false), eq(packet.version, 1)))
      .orderBy(packet.id),
    packet,
  );
  const entry: PacketEntry = { what: 'undone', reason };
  for (let from = 0; from < rows.length; from += CHUNK)
    await tx
      .insert(packetLine)
      .values(
        rows
          .slice(from, from + CHUNK)
          .map((one) => ({ packetId: one.id, line: one.lines, entry, by: hand.personId, at: hand.at })),
      );
  await tx
    .update(packet)
    .set({ undone: true, left: '0', placeId: null, version: 2, updatedBy: hand.personId, updatedAt: hand.at })
    .where(and(eq(packet.listId, id), eq(packet.undone, false), eq(packet.version, 1)));
  const withdrawn = rows.map((one) => one.id);
  for (let from = 0; from < withdrawn.length; from += CHUNK) {
    const tests = await tx
      .select({ id: packetTest.id })
      .from(packetTest)
      .where(inArray(packetTest.packetId, withdrawn.slice(from, from + CHUNK)));
    if (tests.length > 0)
      await tx
        .insert(packetTestWithdrawn)
        .values(tests.map((one) => ({ testId: one.id, reason, by: hand.personId, at: hand.at })));
  }
  const made = await tx
    .select({ id: storePlace.id })
    .from(storePlace)
    .where(
      and(
        eq(storePlace.listId, id),
        eq(storePlace.removed, false),
        isNull(storePlace.band),
        eq(storePlace.logger, ''),
        notExists(tx.select({ id: placeLine.placeId }).from(placeLine).where(eq(placeLine.placeId, storePlace.id))),
        notExists(
          tx.select({ id: climateReading.id }).from(climateReading).where(eq(climateReading.placeId, storePlace.id)),
        ),
      ),
    );
  for (const one of made)
    if ((await whatLiesIn(tx, one.id)) === null)
      await removePlace(context, one.id, `the list ${row.name} was undone: ${reason}`.slice(0, 300), null);
  await listChanged(context, row, { state: 'undone' });
  if (row.placeId !== null) await airCame(tx, row.placeId, new Date(0));
  await audit({ act: { is: 'list-undone' }, subject: row.name, after: { withdrawn: rows.length }, reason });
}
