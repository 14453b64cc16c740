import { createHash } from 'node:crypto';
import { and, desc, eq, gt, lt, sql } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import {
  LIST_BYTES,
  LIST_LINES,
  MOST_TITLES,
  NOTHING_SAID,
  type FileAsk,
  type ListBrief,
  type ListReading,
  type ListState,
  type ListView,
  type NewList,
} from '@mercato/contract/store/lists';
import type { Kind } from '@mercato/core/rule-books/findKind';
import { headingsOf, proposeColumns } from '@mercato/core/store/list/columns';
import { readList, type ListedPacket, type ListRow, type ReadList } from '@mercato/core/store/list/readList';
import type { Transaction } from '../database/connect.ts';
import { checkVersion, type WriteContext } from '../http/api.ts';
import { fault } from '../http/fault.ts';
import { foldText } from '../register/lots.ts';
import { namesOf } from '../register/people.ts';
import { allKinds } from '../rule-books/editions.ts';
import { cutList, decodeList } from './decodeList.ts';
import { placePaths } from './places.ts';
import { packet, storeList } from './tables.ts';

type List = typeof storeList.$inferSelect;
type Write = Pick<WriteContext<unknown>, 'tx' | 'hand' | 'audit'>;
export const SHOWN = 200;

export async function listLists(tx: Transaction): Promise<ListBrief[]> {
  const rows = await tx.select(BRIEF).from(storeList).orderBy(desc(storeList.at)).limit(100);
  const names = await namesOf(tx);
  return rows.map((one) => briefOf(one, names));
}

const packetsOf = (live: 'live' | 'used') =>
  sql<number>`(select count(*)::int from packet p where p.list_id = store_list.id and not p.undone${live === 'used' ? sql` and p.version > 1` : sql``})`;
const BRIEF = {
  id: storeList.id,
  name: storeList.name,
  by: storeList.by,
  at: storeList.at,
  state: storeList.state,
  packets: packetsOf('live'),
};
const briefOf = (
  row: { id: string; name: string; by: string; at: Date; state: string; packets: number },
  names: ReadonlyMap<string, string>,
): ListBrief => ({
  ...row,
  by: names.get(row.by) ?? '',
  at: row.at.toISOString(),
  state: row.state as ListState,
});

/** Keeps a file as it is; nothing of it comes into the store yet. */
export async function addList({ tx, hand, audit }: Write, { name, base64 }: NewList): Promise<string> {
  const bytes = Buffer.from(base64, 'base64');
  if (bytes.length > LIST_BYTES)
    throw fault('invalid', 'This list is too large.', [
      { path: 'base64', message: `the file is larger than ${LIST_BYTES / 1e6} MB: part it into several lists` },
    ]);
  decodeList(bytes, null);
  const id = uuid();
  await tx.insert(storeList).values({
    id,
    name,
    base64,
    sha256: createHash('sha256').update(bytes).digest('hex'),
    reading: NOTHING_SAID,
    by: hand.personId,
    at: hand.at,
    updatedBy: hand.personId,
    updatedAt: hand.at,
  });
  await audit({ action: 'kept a list of packets', subject: name, after: { bytes: bytes.length } });
  return id;
}

export async function lockList(tx: Transaction, id: string, seen: number | null): Promise<List> {
  const [row] = await tx.select().from(storeList).where(eq(storeList.id, id)).for('update');
  if (!row) throw noList();
  checkVersion(seen, row, (await namesOf(tx)).get(row.updatedBy) ?? 'somebody');
  return row;
}
const noList = () => fault('not-found', 'There is no such list.');

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
  if (row.state === 'in')
    throw fault('conflict', 'This list came in already: undo it first, then read it another way.');
  await listChanged(context, row, { reading });
}

interface Opened {
  readonly found: string[];
  readonly fileAsks: FileAsk[];
  readonly head: ListView['head'];
  readonly columns: ListView['columns'];
  readonly lines: number;
  readonly read: ReadList;
  readonly cell: (line: number, column: number | null) => string;
}

/** Reads a kept list as far as it can be read with what was said. */
export async function openList(tx: Transaction, row: List, now: Date): Promise<Opened> {
  const reading = row.reading as ListReading;
  const nothing = { found: [], fileAsks: [], head: [], columns: [], lines: 0, read: NOT_READ, cell: () => '' };
  const decoded = decodeList(Buffer.from(row.base64, 'base64'), reading.encoding);
  const asks = [decoded.ask].flatMap((one) => (one ? [one] : []));
  if (decoded.text === null) return { ...nothing, fileAsks: asks };
  const found = [decoded.found];
  const head = decoded.text
    .split(/\r\n|\r|\n/)
    .slice(0, MOST_TITLES)
    .map((text, i) => ({ line: i + 1, text: text.slice(0, 300) }));
  const cut = cutList(decoded.text, reading.delimiter);
  if (cut.ask) asks.push(cut.ask);
  if (cut.broken)
    return {
      ...nothing,
      found,
      head,
      fileAsks: asks,
      read: { ...NOT_READ, faults: [{ ...cut.broken, column: null }] },
    };
  if (cut.rows.length === 0) return { ...nothing, found, head, fileAsks: asks };
  found.push(cut.found);
  if (cut.rows.length > LIST_LINES)
    throw fault('invalid', `This list has more than ${LIST_LINES} lines: part it into several.`);
  const sure = plainHeadings(cut.rows[0]?.cells ?? []) ? { line: cut.rows[0]?.line ?? 1, lines: 1 as const } : null;
  const headings = reading.headings ?? sure;
  if (!sure || reading.headings)
    asks.push({
      question: 'headings',
      words: 'On which line do the headings begin, and how many lines are they?',
      options: [],
    });
  if (!headings) return { ...nothing, found, head, fileAsks: asks };
  if (!reading.headings) found.push(`headings on line ${headings.line}`);
  const over = cut.rows.filter((one) => one.line >= headings.line && one.line < headings.line + headings.lines);
  const below = cut.rows.filter((one) => one.line >= headings.line + headings.lines);
  const width =
    headings.lines > 0
      ? Math.max(0, ...over.map((one) => one.cells.length))
      : Math.max(0, ...below.map((one) => one.cells.length));
  const names =
    headings.lines > 0
      ? headingsOf(
          over.map((one) => one.cells),
          width,
        )
      : Array<string>(width).fill('');
  const tooWide = below.filter((one) => one.cells.slice(width).some((cell) => cell !== ''));
  const rows: ListRow[] = below
    .filter((one) => !tooWide.includes(one))
    .map(({ line, cells }) => ({ line, cells: Array.from({ length: width }, (_, i) => cells[i] ?? '') }));
  const proposals = proposeColumns(names);
  const places = await knownPlaces(tx);
  const kinds = new Set((await allKinds(tx)).map((one) => one.species));
  const said = Array.from({ length: width }, (_, i) => reading.columns[i] ?? null);
  const read = readList(rows, { ...reading, columns: said }, now.getUTCFullYear(), (name) =>
    places.has(placeWords(name)),
  );
  const left = new Set(reading.leftOut);
  const species = said.indexOf('species');
  const unknown = rows.filter(
    (one) => species >= 0 && one.cells[species] && !left.has(one.line) && !kinds.has(mendedCell(reading, one, species)),
  );
  const faults = [
    ...read.faults,
    ...unknown
      .filter((one) => mendedCell(reading, one, species) !== '')
      .map((one) => ({
        line: one.line,
        column: species,
        message: 'is not in the list of kinds: empty it, or add it there',
      })),
    ...tooWide
      .filter((one) => !left.has(one.line))
      .map((one) => ({
        line: one.line,
        column: null,
        message: `has ${one.cells.length} cells where ${width} are named: a comma inside a figure or a text, perhaps`,
      })),
  ].sort((a, b) => a.line - b.line || (a.column ?? -1) - (b.column ?? -1));
  const wrong = new Set(faults.map((one) => one.line));
  const byLine = new Map(cut.rows.map((one) => [one.line, one.cells]));
  return {
    found: [
      ...found,
      ...(read.mark === '.' || read.mark === ',' ? [`tenths after a ${read.mark === ',' ? 'comma' : 'point'}`] : []),
    ],
    fileAsks: asks,
    head,
    columns: names.map((heading, i) => ({
      heading,
      samples: [...new Set(rows.map((one) => one.cells[i] ?? '').filter(Boolean))].slice(0, 4),
      proposal: proposals[i] ?? null,
    })),
    lines: below.length,
    read: { ...read, faults, packets: read.packets.filter((one) => !wrong.has(one.line)) },
    cell: (line, column) => {
      const cells = byLine.get(line) ?? [];
      return column === null
        ? cells.join(' · ').slice(0, 160)
        : (reading.mended[line]?.[column] ?? cells[column] ?? '');
    },
  };
}

const NOT_READ: ReadList = { asks: [], faults: [], packets: [], mark: 'none' };
const mendedCell = (reading: ListReading, row: ListRow, column: number) =>
  (reading.mended[row.line]?.[column] ?? row.cells[column] ?? '').trim();

/** Whether a first line can be nothing but headings: every cell a different word, none a figure. */
const plainHeadings = (cells: readonly string[]) =>
  cells.length > 1 &&
  cells.every((one) => /\p{L}/u.test(one) && !/\d/.test(one)) &&
  new Set(cells.map((one) => one.toLowerCase())).size === cells.length;

export const placeWords = (name: string) =>
  foldText(name)
    .split(/\s*[›>/\\]\s*/)
    .join('/');

/** Places by the names that mean one of them only: the whole way to it, or its own name where no other has it. */
export async function knownPlaces(tx: Transaction): Promise<ReadonlyMap<string, string>> {
  const found = new Map<string, string | null>();
  for (const [id, path] of await placePaths(tx))
    for (let from = 0; from < path.length; from += 1) {
      const name = placeWords(path.slice(from).join('/'));
      found.set(name, found.has(name) && found.get(name) !== id ? null : id);
    }
  return new Map([...found].flatMap(([name, id]) => (id === null ? [] : [[name, id] as const])));
}

export async function listView(tx: Transaction, id: string, now: Date): Promise<ListView> {
  const [row] = await tx
    .select({ list: storeList, live: packetsOf('live') })
    .from(storeList)
    .where(eq(storeList.id, id));
  if (!row) throw noList();
  const { list } = row;
  const names = await namesOf(tx);
  const opened = await openList(tx, list, now);
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
    ...briefOf({ ...list, packets: row.live }, names),
    version: list.version,
    reading: list.reading as ListReading,
    before: before
      ? { id: before.id, at: before.at.toISOString(), by: names.get(before.by) ?? '', state: before.state as ListState }
      : null,
    found: opened.found.filter(Boolean),
    fileAsks: opened.fileAsks,
    head: opened.head,
    columns: opened.columns,
    asks: [...opened.read.asks],
    faults: opened.read.faults.slice(0, SHOWN).map((one) => ({ ...one, cell: opened.cell(one.line, one.column) })),
    faultCount: opened.read.faults.length,
    preview: withSpecies(opened.read.packets.slice(0, SHOWN), await allKinds(tx)),
    readable: opened.read.packets.length,
    lines: opened.lines,
    used,
  };
}

/** Fills in the scientific name where the kind's word is the name of one kind only. */
export function withSpecies(packets: readonly ListedPacket[], kinds: readonly Kind[]): ListedPacket[] {
  const named = new Map<string, string | null>();
  for (const kind of kinds)
    for (const name of [kind.species, ...kind.commonNames].map(foldText))
      named.set(name, named.has(name) && named.get(name) !== kind.species ? null : kind.species);
  return packets.map((one) => ({ ...one, species: one.species || (named.get(foldText(one.kind)) ?? '') }));
}
