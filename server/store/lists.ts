import { createHash } from 'node:crypto';
import { and, desc, eq, gt, lt, sql } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import {
  type AnyColumn,
  type LineFault,
  LIST_BYTES,
  type ListBrief,
  type ListKind,
  type ListReading,
  type ListState,
  type ListView,
  type NewList,
  NOTHING_SAID,
} from '@mercato/contract/store/lists';
import type { LoggedAir } from '@mercato/core/store/list/readClimateLog';
import type { ListedPacket, ReadList } from '@mercato/core/store/list/readList';
import { readClimate } from '../air/loggerFile.ts';
import { forUpdate, type Reader, type Transaction } from '../database/connect.ts';
import { checkVersion } from '../http/asked.ts';
import type { WriteContext } from '../http/context.ts';
import { fault } from '../http/fault.ts';
import { namesOf } from '../register/people.ts';
import { decodeList } from './decodeList.ts';
import { type OpenedFile, openFile } from './openFile.ts';
import { readPacketList } from './packetList.ts';
import { placeById, placePaths } from './places.ts';
import { packet, storeList } from './tables.ts';

export type List = typeof storeList.$inferSelect;
type Write = Pick<WriteContext<unknown>, 'tx' | 'hand' | 'audit'>;
export const SHOWN = 200;

/** The files that were kept, newest first: all, or those of which the climate of one place came. */
export async function listLists(tx: Reader, placeId?: string): Promise<ListBrief[]> {
  const rows = await tx
    .select(BRIEF)
    .from(storeList)
    .where(placeId === undefined ? undefined : eq(storeList.placeId, placeId))
    .orderBy(desc(storeList.at), desc(storeList.id))
    .limit(100);
  const names = await namesOf(tx);
  const paths = await placePaths(tx);
  return rows.map((one) => briefOf(one, names, paths));
}

/** Packets, or readings, of a list that are in the store. */
const IN_STORE = sql<number>`(case when store_list.what = 'packets'
  then (select count(*)::int from packet p where p.list_id = store_list.id and not p.undone)
  when store_list.state = 'in' then (select count(*)::int from climate_reading r where r.list_id = store_list.id)
  else 0 end)`;
const BRIEF = {
  id: storeList.id,
  name: storeList.name,
  by: storeList.by,
  at: storeList.at,
  state: storeList.state,
  what: storeList.what,
  placeId: storeList.placeId,
  packets: IN_STORE,
};
function briefOf(
  { placeId, ...row }: Pick<List, 'id' | 'name' | 'by' | 'at' | 'state' | 'what' | 'placeId'> & { packets: number },
  names: ReadonlyMap<string, string>,
  paths: ReadonlyMap<string, string[]>,
): ListBrief {
  return {
    id: row.id,
    name: row.name,
    packets: row.packets,
    what: row.what as ListKind,
    place: placeId === null ? [] : (paths.get(placeId) ?? []),
    by: names.get(row.by) ?? '',
    at: row.at.toISOString(),
    state: row.state as ListState,
  };
}

/** Keeps a file as it is; nothing of it comes into the store yet. */
export async function addList({ tx, hand, audit }: Write, { name, base64, placeId }: NewList): Promise<string> {
  const bytes = Buffer.from(base64, 'base64');
  if (bytes.length > LIST_BYTES)
    throw fault('invalid', { is: 'store.file-larger-than-mb', figure: LIST_BYTES / 1e6 }, 'base64');
  decodeList(bytes, null);
  if (placeId !== null) await placeById(tx, placeId, 'placeId');
  const id = uuid();
  await tx.insert(storeList).values({
    id,
    name,
    what: placeId === null ? 'packets' : 'climate',
    placeId,
    base64,
    sha256: createHash('sha256').update(bytes).digest('hex'),
    reading: NOTHING_SAID,
    by: hand.personId,
    at: hand.at,
    updatedBy: hand.personId,
    updatedAt: hand.at,
  });
  await audit({
    act: { is: placeId === null ? 'list-kept' : 'log-kept' },
    subject: name,
    after: { bytes: bytes.length },
  });
  return id;
}

/** How a list is read; what an earlier version did not ask is not said. */
export const readingOf = (row: Pick<List, 'reading'>): ListReading => ({
  ...NOTHING_SAID,
  ...row.reading,
});

export async function lockList(tx: Transaction, id: string, seen: number | null): Promise<List> {
  const [row] = await forUpdate(tx, tx.select().from(storeList).where(eq(storeList.id, id)));
  if (!row) throw noList();
  checkVersion(seen, row, (await namesOf(tx)).get(row.updatedBy) ?? 'somebody');
  return row;
}
const noList = () => fault('not-found', 'store.no-such-list');

export async function listChanged(
  { tx, hand }: Write,
  row: List,
  change: Partial<Pick<List, 'reading' | 'state'>>,
): Promise<void> {
  await tx
    .update(storeList)
    .set({ ...change, version: row.version + 1, updatedBy: hand.personId, updatedAt: hand.at })
    .where(eq(storeList.id, row.id));
}

/** Keeps what somebody said about how the list is to be read. */
export async function sayHow(context: Write, id: string, reading: ListReading, seen: number | null): Promise<void> {
  const row = await lockList(context.tx, id, seen);
  if (row.state === 'in') throw fault('conflict', 'store.list-came-already-undo');
  await listChanged(context, row, { reading });
}

/** What became of reading a file: packets, or what a logger saw. */
export interface ReadFile {
  readonly asks: readonly ListView['asks'][number][];
  readonly faults: readonly LineFault[];
  readonly proposals: readonly (AnyColumn | null)[];
  readonly mark: ReadList['mark'];
  readonly packets: readonly ListedPacket[];
  readonly readings: readonly LoggedAir[];
}

export async function readKept(tx: Reader, row: List, file: OpenedFile, now: Date): Promise<ReadFile> {
  const reading = readingOf(row);
  return row.what === 'packets'
    ? { readings: [], ...(await readPacketList(tx, file, reading, now)) }
    : { packets: [], ...(await readClimate(tx, file, reading, now)) };
}

export async function listView(tx: Reader, id: string, now: Date): Promise<ListView> {
  const [row] = await tx.select({ list: storeList, live: IN_STORE }).from(storeList).where(eq(storeList.id, id));
  if (!row) throw noList();
  const { list } = row;
  const names = await namesOf(tx);
  const file = openFile(list);
  const kept = await readKept(tx, list, file, now);
  const packets = list.what === 'packets';
  const [before] = await tx
    .select()
    .from(storeList)
    // Ids follow the time at which they were made.
    .where(and(eq(storeList.sha256, list.sha256), lt(storeList.id, id)))
    .orderBy(desc(storeList.id))
    .limit(1);
  const used = await tx
    .select({ id: packet.id, code: packet.code, words: packet.searchText })
    .from(packet)
    .where(and(eq(packet.listId, id), eq(packet.undone, false), gt(packet.version, 1)))
    .orderBy(packet.listLine)
    .limit(SHOWN);
  return {
    ...briefOf({ ...list, packets: row.live }, names, await placePaths(tx)),
    version: list.version,
    placeId: list.placeId,
    reading: readingOf(list),
    before: before
      ? { id: before.id, at: before.at.toISOString(), by: names.get(before.by) ?? '', state: before.state as ListState }
      : null,
    found: [
      ...file.found,
      ...(kept.mark === '.' || kept.mark === ',' ? [{ is: 'mark' as const, mark: kept.mark }] : []),
    ],
    fileAsks: file.fileAsks,
    head: file.head,
    columns: file.headings.map((heading, i) => ({
      heading,
      samples: [
        ...new Set(
          file.rows
            .slice(0, 2000)
            .map((one) => one.cells[i] ?? '')
            .filter(Boolean),
        ),
      ].slice(0, 4),
      proposal: kept.proposals[i] ?? null,
    })),
    asks: [...kept.asks],
    faults: kept.faults.slice(0, SHOWN).map((one) => ({ ...one, cell: file.cell(one.line, one.column) })),
    faultCount: kept.faults.length,
    preview: kept.packets.slice(0, SHOWN),
    readings: kept.readings.slice(0, SHOWN),
    readable: packets ? kept.packets.length : kept.readings.length,
    lines: file.lines,
    used,
  };
}
