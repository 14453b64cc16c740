import { and, asc, desc, eq, gt, inArray, sql, type SQL } from 'drizzle-orm';
import type { AccessionHeader } from '@mercato/contract/store/accessions';
import type { Left, PacketBrief, StoreList } from '@mercato/contract/store/packets';
import type { Kind } from '@mercato/core/rule-books/findKind';
import type { Amount } from '@mercato/core/store/packetBook';
import { askedPage, askedText } from '../http/asked.ts';
import type { Reader } from '../database/connect.ts';
import { holdsWords } from '../register/holdsWords.ts';
import type { Accession } from './accessions.ts';
import { placePaths, placesWithin } from './places.ts';
import { accession, packet } from './tables.ts';
import { kindsOf } from './weighed.ts';

export type Packet = typeof packet.$inferSelect;

const PAGE = 100;

/** What a question asks for: its words, `place` with all that it holds, `show` here, gone or all, `packets` by id. */
async function wantedPackets(tx: Reader, query: Readonly<Record<string, unknown>>): Promise<SQL[]> {
  const typed = askedText(query.q, 100);
  const wanted = holdsWords(packet.searchText, typed);
  wanted.push(eq(packet.undone, false));
  const ids = (typeof query.packets === 'string' ? query.packets.split(',') : []).filter((one) => UUID.test(one));
  if (ids.length > 0) wanted.push(inArray(packet.id, ids.slice(0, MOST_ASKED)));
  else if (query.show !== 'all') wanted.push(query.show === 'gone' ? eq(packet.left, '0') : gt(packet.left, '0'));
  if (typeof query.place === 'string' && UUID.test(query.place))
    wanted.push(inArray(packet.placeId, await placesWithin(tx, query.place)));
  return wanted;
}

const UUID = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/;
/** As many as one list names. */
const MOST_ASKED = 500;

/** The packets that a question asks for, in the order of the list, up to so many; with how many there are. */
export async function askedPackets(
  tx: Reader,
  query: Readonly<Record<string, unknown>>,
  most: number,
): Promise<{ readonly total: number; readonly rows: PacketBrief[] }> {
  const wanted = await wantedPackets(tx, query);
  return packetPage(tx, wanted, most, 0);
}

/** The store; `show` is here, gone or all. */
export async function listStore(tx: Reader, query: Readonly<Record<string, unknown>>): Promise<StoreList> {
  const page = askedPage(query);
  const size = typeof query.packets === 'string' ? MOST_ASKED : PAGE;
  const { total, rows } = await packetPage(tx, await wantedPackets(tx, query), size, (page - 1) * size, query.sort);
  return { total, page, pageSize: size, rows };
}

const BY_KIND = [asc(accession.kind), asc(accession.variety), desc(accession.harvestYear), asc(packet.id)];

/** The order that is asked for; by kind where none is. */
function orderOf(sort: unknown): SQL[] {
  const way = typeof sort === 'string' && sort.startsWith('-') ? desc : asc;
  const asked = typeof sort === 'string' ? sort.replace(/^-/, '') : '';
  if (asked === 'packet') return [way(accession.kind), way(accession.variety), ...BY_KIND];
  if (asked === 'harvest') return [way(accession.harvestYear), ...BY_KIND];
  return asked === 'code' ? [way(packet.code)] : BY_KIND;
}

async function packetPage(tx: Reader, wanted: readonly SQL[], limit: number, offset: number, sort?: unknown) {
  const rows = await tx
    .select({ packet, accession, total: sql<number>`count(*) over ()::int` })
    .from(packet)
    .innerJoin(accession, eq(accession.id, packet.accessionId))
    .where(and(...wanted))
    .orderBy(...orderOf(sort))
    .limit(limit)
    .offset(offset);
  const paths = await placePaths(tx);
  const kindOf = await kindsOf(
    tx,
    rows.map((one) => one.accession),
  );
  return {
    total: rows[0]?.total ?? 0,
    rows: rows.map((one) => briefOf(one.packet, one.accession, paths, kindOf(one.accession))),
  };
}

/** Every packet that is not used up, with its kind and the harvest's header. */
export async function packetsInStore(
  tx: Reader,
): Promise<{ readonly brief: PacketBrief; readonly header: AccessionHeader; readonly kind: Kind | undefined }[]> {
  const rows = await tx
    .select({ packet, accession })
    .from(packet)
    .innerJoin(accession, eq(accession.id, packet.accessionId))
    .where(gt(packet.left, '0'))
    .orderBy(asc(accession.kind), asc(accession.variety), desc(accession.harvestYear), asc(packet.id));
  const paths = await placePaths(tx);
  const kindOf = await kindsOf(
    tx,
    rows.map((one) => one.accession),
  );
  return rows.map((one) => {
    const kind = kindOf(one.accession);
    return {
      brief: briefOf(one.packet, one.accession, paths, kind),
      header: one.accession.header,
      kind,
    };
  });
}

/** Packets by id as a list shows them, in its order. */
export async function briefsOf(tx: Reader, ids: readonly string[]): Promise<PacketBrief[]> {
  if (ids.length === 0) return [];
  const rows = await tx
    .select({ packet, accession })
    .from(packet)
    .innerJoin(accession, eq(accession.id, packet.accessionId))
    .where(and(inArray(packet.id, [...ids]), eq(packet.undone, false)))
    .orderBy(asc(accession.kind), asc(accession.variety), desc(accession.harvestYear), asc(packet.id));
  const paths = await placePaths(tx);
  const kindOf = await kindsOf(
    tx,
    rows.map((one) => one.accession),
  );
  return rows.map((one) => briefOf(one.packet, one.accession, paths, kindOf(one.accession)));
}

export function briefOf(
  row: Packet,
  of: Accession,
  paths: ReadonlyMap<string, string[]>,
  kind: Kind | undefined,
): PacketBrief {
  return {
    id: row.id,
    code: row.code,
    version: row.version,
    accessionId: of.id,
    accession: of.number,
    kind: of.kind,
    variety: of.variety,
    species: of.species,
    harvestYear: of.harvestYear,
    harvestMonth: of.header.harvestMonth,
    packedOn: row.packedOn,
    left: leftOf(row, kind),
    placeId: row.placeId,
    place: row.placeId === null ? [] : (paths.get(row.placeId) ?? []),
    lastTest: row.lastTest,
    busy: row.busy,
  };
}

export function leftOf({ measure, left }: Pick<Packet, 'measure' | 'left'>, kind: Kind | undefined): Left {
  const weight = kind?.thousandSeedWeightG;
  return {
    by: measure as Amount['by'],
    figure: left,
    aboutSeeds:
      measure === 'mass' && weight
        ? { low: Math.floor((Number(left) * 1000) / weight.high), high: Math.ceil((Number(left) * 1000) / weight.low) }
        : null,
  };
}
