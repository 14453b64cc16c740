import type { LineFault, ListReading } from '@mercato/contract/store/lists';
import type { Kind } from '@mercato/core/rule-books/findKind';
import { LIST_COLUMNS, type ListColumn, proposeColumns } from '@mercato/core/store/list/columns';
import { type ListedPacket, type ListRow, readList, type ReadList } from '@mercato/core/store/list/readList';
import type { Reader } from '../database/connect.ts';
import { foldText } from '../register/lots.ts';
import { allKinds } from '../rule-books/editions.ts';
import type { OpenedFile } from './openFile.ts';
import { listPlaces, placePaths } from './places.ts';

export interface PacketList extends Omit<ReadList, 'faults'> {
  readonly faults: readonly LineFault[];
  readonly proposals: readonly (ListColumn | null)[];
}

/** Reads an opened file as a list of packets. */
export async function readPacketList(
  tx: Reader,
  file: OpenedFile,
  reading: ListReading,
  now: Date,
): Promise<PacketList> {
  const columns = file.headings.map((_, i): ListColumn | null => {
    const one = reading.columns[i] ?? null;
    return one !== null && one in LIST_COLUMNS ? (one as ListColumn) : null;
  });
  const places = await knownPlaces(tx);
  const kinds = new Set((await allKinds(tx)).map((one) => one.species));
  const read = readList(
    file.rows,
    { ...reading, columns },
    now.getUTCFullYear(),
    (name) => places.has(placeWords(name)),
    file.headings,
  );
  const species = columns.indexOf('species');
  const left = new Set(reading.leftOut);
  const named = (row: ListRow) => (reading.mended[row.line]?.[species] ?? row.cells[species] ?? '').trim();
  const unknown =
    species < 0 ? [] : file.rows.filter((row) => !left.has(row.line) && named(row) !== '' && !kinds.has(named(row)));
  const faults = [
    ...read.faults,
    ...unknown.map((row) => ({
      line: row.line,
      column: species,
      message: { is: 'list.not-a-kind' } as const,
    })),
    ...file.faults,
  ].sort((a, b) => a.line - b.line || (a.column ?? -1) - (b.column ?? -1));
  const wrong = new Set(faults.map((one) => one.line));
  return {
    ...read,
    asks: file.headings.length === 0 ? [] : read.asks,
    faults,
    packets: withSpecies(
      read.packets.filter((one) => !wrong.has(one.line)),
      await allKinds(tx),
    ),
    proposals: proposeColumns(file.headings),
  };
}

export const placeWords = (name: string) =>
  foldText(name)
    .split(/\s*[›>/\\]\s*/)
    .join('/');

/** Places by the names that mean one of them only: the whole way to it, or its own name where no other has it. */
export async function knownPlaces(tx: Reader): Promise<ReadonlyMap<string, string>> {
  const found = new Map<string, string | null>();
  const there = new Set((await listPlaces(tx)).map((one) => one.id));
  for (const [id, path] of [...(await placePaths(tx))].filter(([id]) => there.has(id)))
    for (let from = 0; from < path.length; from += 1) {
      const name = placeWords(path.slice(from).join('/'));
      found.set(name, found.has(name) && found.get(name) !== id ? null : id);
    }
  return new Map([...found].flatMap(([name, id]) => (id === null ? [] : [[name, id] as const])));
}

/** Fills in the scientific name where the kind's word is the name of one kind only. */
function withSpecies(packets: readonly ListedPacket[], kinds: readonly Kind[]): ListedPacket[] {
  const named = new Map<string, string | null>();
  for (const kind of kinds)
    for (const name of [kind.species, ...kind.commonNames].map(foldText))
      named.set(name, named.has(name) && named.get(name) !== kind.species ? null : kind.species);
  return packets.map((one) => ({ ...one, species: one.species || (named.get(foldText(one.kind)) ?? '') }));
}
