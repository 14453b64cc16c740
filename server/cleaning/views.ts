import { and, asc, desc, eq, inArray, isNotNull, ne, sql } from 'drizzle-orm';
import type { BatchBrief, BatchLine, BatchList, BatchView } from '@mercato/contract/cleaning/views';
import { readBook } from '@mercato/core/cleaning/batchBook';
import type { BookLine, Measures } from '@mercato/core/cleaning/bookState';
import { nearestOf, type ShedFigures } from '@mercato/core/cleaning/figures';
import { measuresBy } from '@mercato/core/cleaning/weighings';
import type { ShedEntry } from '@mercato/core/cleaning/entries';
import type { Kind } from '@mercato/core/rule-books/findKind';
import { askedPage, askedText } from '../http/asked.ts';
import type { Reader } from '../database/connect.ts';
import { fault } from '../http/fault.ts';
import { holdsWords } from '../register/holdsWords.ts';
import { namesOf } from '../register/people.ts';
import { lot } from '../register/tables.ts';
import { kindsNamed } from '../rule-books/editions.ts';
import { accessionView } from '../store/accessions.ts';
import { accession, packet } from '../store/tables.ts';
import { shedFigures } from './figures.ts';
import { shedBatch, shedLine, shedVessel } from './tables.ts';

export type Batch = typeof shedBatch.$inferSelect;
export type Line = typeof shedLine.$inferSelect;
type Accession = typeof accession.$inferSelect;

const PAGE = 50;
export const noBatch = () => fault('not-found', 'shed.no-such-batch');

const linesOf = (tx: Reader, id: string): Promise<Line[]> =>
  tx.select().from(shedLine).where(eq(shedLine.batchId, id)).orderBy(asc(shedLine.line));

export const bookLines = (rows: readonly Pick<Line, 'entry' | 'seenAt' | 'corrects' | 'reason'>[]): BookLine[] =>
  rows.map((one) => ({
    at: one.seenAt.getTime(),
    entry: one.entry,
    corrects: one.corrects === null ? null : { line: one.corrects, reason: one.reason ?? '' },
  }));

/** A batch with the lines of its book, and all that they are read by. */
export interface OpenBook {
  readonly batch: Batch;
  readonly of: Accession;
  readonly kind: Kind | undefined;
  readonly lines: readonly Line[];
  readonly figures: ShedFigures;
  readonly measures: Measures;
}

/** @throws {Fault} 404 when there is no such batch */
export async function openBook(tx: Reader, id: string): Promise<OpenBook> {
  const [found] = await tx
    .select({ batch: shedBatch, of: accession })
    .from(shedBatch)
    .innerJoin(accession, eq(accession.id, shedBatch.accessionId))
    .where(eq(shedBatch.id, id));
  if (!found) throw noBatch();
  const { species } = found.of;
  const kind = species === '' ? undefined : (await kindsNamed(tx, [species])).get(species);
  const figures = await shedFigures(tx);
  const measures = measuresBy(nearestOf(figures.bushels, species, kind?.family ?? ''), found.of.header.treated);
  return { ...found, kind, lines: await linesOf(tx, id), figures, measures };
}

function briefOf(row: Batch, of: Accession): BatchBrief {
  const { standing } = row;
  const [due] = standing.due;
  return {
    id: row.id,
    number: row.number,
    name: row.about.name,
    kind: of.kind,
    variety: of.variety,
    species: of.species,
    harvestYear: of.harvestYear,
    purpose: row.about.purpose,
    state: row.state as BatchBrief['state'],
    passes: standing.passes,
    inG: standing.inG,
    cleanG: standing.cleanG,
    outcome: standing.outcome,
    dueAt: row.dueAt?.toISOString() ?? null,
    due: row.dueAt === null || !due ? null : { pass: due.pass, act: due.act },
    updatedAt: row.updatedAt.toISOString(),
  };
}

/** Batches, the newest first or by what is due; `state` is open, closed or all. */
export async function listBatches(tx: Reader, query: Readonly<Record<string, unknown>>): Promise<BatchList> {
  const typed = askedText(query.q, 100);
  const wanted = holdsWords(shedBatch.searchText, typed);
  if (query.state === 'open' || query.state === 'closed') wanted.push(eq(shedBatch.state, query.state));
  const page = askedPage(query);
  const order =
    query.sort === 'due'
      ? [sql`${shedBatch.dueAt} asc nulls last`, desc(shedBatch.createdAt), desc(shedBatch.id)]
      : [desc(shedBatch.createdAt), desc(shedBatch.id)];
  const rows = await tx
    .select({ batch: shedBatch, of: accession })
    .from(shedBatch)
    .innerJoin(accession, eq(accession.id, shedBatch.accessionId))
    .where(and(...wanted))
    .orderBy(...order)
    .limit(PAGE)
    .offset((page - 1) * PAGE);
  const [count] = await tx
    .select({ n: sql<number>`count(*)::int` })
    .from(shedBatch)
    .where(and(...wanted));
  return { total: count?.n ?? 0, page, pageSize: PAGE, rows: rows.map((one) => briefOf(one.batch, one.of)) };
}

/** @throws {Fault} 404 when there is no such batch */
export async function batchView(tx: Reader, id: string, now: Date): Promise<BatchView> {
  const { batch, of, kind, lines, measures } = await openBook(tx, id);
  const book = readBook(bookLines(lines), measures);
  const names = await namesOf(tx);
  const vessels = await tx.select().from(shedVessel).where(eq(shedVessel.batchId, id));
  return {
    ...briefOf(batch, of),
    version: batch.version,
    now: now.toISOString(),
    about: batch.about,
    of: await accessionView(tx, of),
    family: kind?.family ?? '',
    thousandSeedWeightG: kind?.thousandSeedWeightG ?? null,
    oilFraction: kind?.keeping?.oilFraction ?? null,
    desiccation: kind?.keeping?.desiccation ?? 'unknown',
    lines: lines.map((one): BatchLine => {
      const reason = book.struck.get(one.line);
      return {
        line: one.line,
        id: one.id,
        entry: one.entry,
        corrects: one.corrects === null ? null : { line: one.corrects, reason: one.reason ?? '' },
        by: names.get(one.by) ?? '',
        at: one.seenAt.toISOString(),
        writtenAt: one.at.toISOString(),
        lateReason: one.lateReason,
        struck: reason === undefined ? null : { reason },
      };
    }),
    codes: Object.fromEntries(vessels.map((one) => [one.id, one.code])),
    besides: await besides(tx, id, [...new Set(vessels.flatMap((one) => one.openAt ?? []))]),
    became: await becameOf(
      tx,
      lines.flatMap(({ entry, line }) => (entry.what === 'bagged' && !book.struck.has(line) ? [entry] : [])),
    ),
  };
}

/** Vessels of other batches that stand open at a bench. */
export async function besides(tx: Reader, id: string, benches: readonly string[]): Promise<BatchView['besides']> {
  if (benches.length === 0) return [];
  const rows = await tx
    .select({ vessel: shedVessel, batch: shedBatch.number, kind: accession.kind, variety: accession.variety })
    .from(shedVessel)
    .innerJoin(shedBatch, eq(shedBatch.id, shedVessel.batchId))
    .innerJoin(accession, eq(accession.id, shedBatch.accessionId))
    .where(and(isNotNull(shedVessel.openAt), inArray(shedVessel.openAt, [...benches]), ne(shedVessel.batchId, id)))
    .orderBy(asc(shedVessel.id));
  return rows.map(({ vessel, batch, kind, variety }) => ({
    bench: vessel.openAt ?? '',
    vessel: vessel.name,
    code: vessel.code,
    batch,
    kind,
    variety,
  }));
}

async function becameOf(
  tx: Reader,
  entries: readonly Extract<ShedEntry, { what: 'bagged' }>[],
): Promise<BatchView['became']> {
  const ids = (into: string) => entries.filter((one) => one.into === into).flatMap((one) => one.became);
  const [lotIds, packetIds] = [ids('lot'), ids('packets')];
  const lots = lotIds.length === 0 ? [] : await tx.select().from(lot).where(inArray(lot.id, lotIds));
  const packets = packetIds.length === 0 ? [] : await tx.select().from(packet).where(inArray(packet.id, packetIds));
  return [
    ...lots.map((one) => ({ id: one.id, is: 'lot' as const, name: one.reference })),
    ...packets.map((one) => ({ id: one.id, is: 'packet' as const, name: one.code })),
  ];
}
