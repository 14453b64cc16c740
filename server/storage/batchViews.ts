import { isDeepStrictEqual } from 'node:util';
import { and, asc, desc, eq } from 'drizzle-orm';
import type { BatchBrief, BatchList, BatchView, BatchWarnings, NewBatch } from '@mercato/contract/storage/batches';
import { type Air, meanAir } from '@mercato/core/air/air';
import type { Kind } from '@mercato/core/rule-books/findKind';
import { beforeDrying, beforeFreezing, type Warning } from '@mercato/core/storage/cold';
import { type DryAnswer, dryEnough, type DryEvidence, type DryKind } from '@mercato/core/drying/dryEnough';
import { airOf, thinned } from '../air/readings.ts';
import type { Reader } from '../database/connect.ts';
import { fault } from '../http/fault.ts';
import { namesOf } from '../register/people.ts';
import { kindsNamed } from '../rule-books/editions.ts';
import { packetsById, type StoredPacket } from '../store/forTests.ts';
import { placePaths } from '../store/places.ts';
import { batchLine, type StoredEntry, timedBatch } from './tables.ts';

export type Row = typeof timedBatch.$inferSelect;
export const HOUR = 3_600_000;
const SILENT_MINUTES = 24 * 60;
const ROOM_C = 20;

const keepingOf = (packet: StoredPacket, kinds: ReadonlyMap<string, Kind>): DryKind => {
  const keeping = kinds.get(packet.species)?.keeping;
  return { desiccation: keeping?.desiccation ?? 'unknown', oilFraction: keeping?.oilFraction ?? null };
};

/** The kinds of some packets, beside them. */
export async function seedOf(tx: Reader, packets: ReadonlyMap<string, StoredPacket>) {
  const kinds = await kindsNamed(tx, [...new Set([...packets.values()].map((one) => one.species).filter(Boolean))]);
  return { packets, kinds };
}

const nameOf = ({ kind, variety }: StoredPacket) => (variety === '' ? kind : `${kind} ${variety}`);

export function warningsOf(
  { what, shutAirPercent, bags }: Pick<NewBatch, 'what' | 'shutAirPercent' | 'bags'>,
  packets: readonly StoredPacket[],
  kinds: ReadonlyMap<string, Kind>,
): Warning[] {
  if (what === 'warming') return [];
  const all = packets.flatMap((one) =>
    what === 'drying'
      ? beforeDrying(one.kind, keepingOf(one, kinds))
      : beforeFreezing(one.kind, keepingOf(one, kinds), { balancePercent: shutAirPercent, bags }),
  );
  return all.filter((one, i) => all.findIndex((other) => isDeepStrictEqual(other, one)) === i);
}

/** What is to be said before seed is dried or frozen; nothing is written. */
export async function warnings(tx: Reader, query: Readonly<Record<string, unknown>>): Promise<BatchWarnings> {
  const ids =
    typeof query.packets === 'string' ? query.packets.split(',').filter((one) => /^[0-9a-f-]{36}$/.test(one)) : [];
  const what = query.what === 'freezing' ? ('freezing' as const) : ('drying' as const);
  const { packets, kinds } = await seedOf(tx, await packetsById(tx, ids.slice(0, 500)));
  const figure = (text: unknown) => (typeof text === 'string' && /^\d{1,3}(\.\d+)?$/.test(text) ? Number(text) : null);
  const damp = figure(query.air);
  return {
    warnings: warningsOf(
      { what, shutAirPercent: damp !== null && damp <= 100 ? damp : null, bags: Math.floor(figure(query.bags) ?? 0) },
      [...packets.values()],
      kinds,
    ),
  };
}

export const noBatch = () => fault('not-found', 'storage.no-such-batch');

export interface Line {
  readonly entry: unknown;
  readonly at: Date;
}
export const seenOfLine = ({ entry, at }: Line): Date => {
  const { seenAt } = entry as StoredEntry;
  return seenAt === undefined ? at : new Date(seenAt);
};

export const linesOf = (tx: Reader, id: string) =>
  tx.select().from(batchLine).where(eq(batchLine.batchId, id)).orderBy(asc(batchLine.line));

/** Whether a batch that dries is dry enough to be closed airtight, from all that was measured of it. */
export function dryOf(row: Row, lines: readonly Line[], kind: DryKind, air: readonly Air[]): DryAnswer | null {
  if (row.what !== 'drying') return null;
  const plan = row.plan;
  const start = row.startedAt.getTime();
  const entries = lines
    .map((one) => ({ entry: one.entry as StoredEntry, hours: (seenOfLine(one).getTime() - start) / HOUR }))
    .sort((a, b) => a.hours - b.hours);
  const newest = (what: 'moisture' | 'shut air') => {
    const found = entries.findLast(({ entry }) => entry.what === what)?.entry;
    return found && 'percent' in found ? found.percent : undefined;
  };
  const weighings = [
    ...(plan.massG === null ? [] : [{ hours: -0.001, massG: plan.massG }]),
    ...entries.flatMap(({ entry, hours }) => (entry.what === 'weighed' ? [{ hours, massG: entry.massG }] : [])),
  ].filter((one, i, all) => i === 0 || one.hours > (all[i - 1]?.hours ?? -1));
  const mean = meanAir(air, SILENT_MINUTES);
  // The moisture at the start speaks for the seed until something was measured since.
  const moisture = newest('moisture') ?? (entries.length === 0 ? (plan.moisturePercent ?? undefined) : undefined);
  const shut = newest('shut air');
  const evidence: DryEvidence = {
    temperatureC: mean?.temperatureC ?? ROOM_C,
    weighings,
    ...(plan.moisturePercent === null ? {} : { firstMoisturePercent: plan.moisturePercent }),
    ...(moisture === undefined ? {} : { moisturePercent: moisture }),
    ...(shut === undefined ? {} : { shutAirPercent: shut }),
    ...(mean?.humidityPercent == null ? {} : { roomAirPercent: mean.humidityPercent }),
  };
  return dryEnough(kind, 'airtight', evidence);
}

/** The batches, those that run first, and of them those that are due first. */
export async function listBatches(tx: Reader, now: Date): Promise<BatchList> {
  const running = await tx
    .select()
    .from(timedBatch)
    .where(eq(timedBatch.state, 'running'))
    .orderBy(asc(timedBatch.dueAt), asc(timedBatch.id));
  const ended = await tx
    .select()
    .from(timedBatch)
    .where(and(eq(timedBatch.state, 'ended')))
    .orderBy(desc(timedBatch.id))
    .limit(20);
  const rows = [...running, ...ended];
  const packets = await packetsById(tx, [...new Set(rows.flatMap((one) => one.packetIds))]);
  const paths = await placePaths(tx);
  return { now: now.toISOString(), batches: rows.map((one) => briefOf(one, packets, paths)) };
}

function briefOf(
  row: Row,
  packets: ReadonlyMap<string, StoredPacket>,
  paths: ReadonlyMap<string, string[]>,
): BatchBrief {
  const names = [...new Set(row.packetIds.flatMap((one) => packets.get(one)?.kind ?? []))];
  return {
    id: row.id,
    what: row.what,
    place: paths.get(row.placeId) ?? [],
    packets: row.packetIds.length,
    kinds: names,
    startedAt: row.startedAt.toISOString(),
    dueAt: row.dueAt?.toISOString() ?? null,
    state: row.state as BatchBrief['state'],
  };
}

export async function batchView(tx: Reader, id: string, now: Date): Promise<BatchView> {
  const [row] = await tx.select().from(timedBatch).where(eq(timedBatch.id, id));
  if (!row) throw noBatch();
  const ids = row.packetIds;
  const { packets, kinds } = await seedOf(tx, await packetsById(tx, ids));
  const all = ids.flatMap((one) => packets.get(one) ?? []);
  const lines = await linesOf(tx, id);
  const names = await namesOf(tx);
  const ended = row.state === 'ended' ? lines.at(-1) : undefined;
  const until = ended ? seenOfLine(ended) : now;
  const air = (await airOf(tx, row.placeId, row.startedAt)).filter((one) => one.at <= until.getTime());
  const plan = row.plan;
  return {
    ...briefOf(row, packets, await placePaths(tx)),
    version: row.version,
    now: now.toISOString(),
    plan,
    of: all.map((one) => ({ id: one.id, code: one.code, name: `${nameOf(one)} ${one.harvestYear}` })),
    warnings: warningsOf({ ...plan, what: row.what }, all, kinds),
    lines: lines
      .map((one) => ({
        line: one.line,
        entry: one.entry,
        by: names.get(one.by) ?? '',
        at: seenOfLine(one).toISOString(),
        writtenAt: one.at.toISOString(),
        lateReason: one.entry.lateReason ?? null,
      }))
      .reverse(),
    dry: dryOf(row, lines, together(all.map((one) => keepingOf(one, kinds))), air),
    air: thinned(air),
    mean: meanAir(air, SILENT_MINUTES),
  };
}

/** Several kinds as one: the most sensitive counts, and their oil only where it is the same. */
function together(kinds: readonly DryKind[]): DryKind {
  const oils = new Set(kinds.map((one) => one.oilFraction));
  const [oil] = oils;
  const worst = (['sensitive', 'unknown', 'orthodox'] as const).find((one) =>
    kinds.some((kind) => kind.desiccation === one),
  );
  return { desiccation: worst ?? 'unknown', oilFraction: oils.size === 1 ? (oil ?? null) : null };
}
