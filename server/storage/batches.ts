import { isDeepStrictEqual } from 'node:util';
import { and, asc, desc, eq } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import { warningWords } from '@mercato/contract/storage/words';
import type { Said } from '@mercato/contract/words/faults';
import { ArgumentFault } from '@mercato/core/units/argument';
import type {
  BatchBrief,
  BatchEntry,
  BatchList,
  BatchView,
  BatchWarnings,
  NewBatch,
} from '@mercato/contract/storage/batches';
import type { Kind } from '@mercato/core/rule-books/findKind';
import { beforeDrying, beforeFreezing, type Warning } from '@mercato/core/storage/cold';
import { dryEnough, type DryAnswer, type DryEvidence, type DryKind } from '@mercato/core/storage/dryEnough';
import { meanAir, type Air } from '@mercato/core/air/air';
import { instantsOf } from '@mercato/core/units/wallTime';
import { forUpdate, type Reader, type Transaction } from '../database/connect.ts';
import { checkVersion, type WriteContext } from '../http/api.ts';
import { fault } from '../http/fault.ts';
import { namesOf } from '../register/people.ts';
import { checkDay } from '../register/seen.ts';
import { kindsNamed } from '../rule-books/editions.ts';
import { airOf, thinned } from '../air/readings.ts';
import { lockedPackets, packetsById, type StoredPacket } from '../store/forTests.ts';
import { setBusy, writeLine } from '../store/packets.ts';
import { placeById, placePaths } from '../store/places.ts';
import { batchLine, timedBatch, type StoredEntry } from './tables.ts';

type Row = typeof timedBatch.$inferSelect;
type Write = Pick<WriteContext<unknown>, 'tx' | 'hand' | 'audit'>;
const HOUR = 3_600_000;
const SILENT_MINUTES = 24 * 60;
const ROOM_C = 20;

const keepingOf = (packet: StoredPacket, kinds: ReadonlyMap<string, Kind>): DryKind => {
  const keeping = kinds.get(packet.species)?.keeping;
  return { desiccation: keeping?.desiccation ?? 'unknown', oilFraction: keeping?.oilFraction ?? null };
};

/** The kinds of some packets, beside them. */
async function seedOf(tx: Reader, packets: ReadonlyMap<string, StoredPacket>) {
  const kinds = await kindsNamed(tx, [...new Set([...packets.values()].map((one) => one.species).filter(Boolean))]);
  return { packets, kinds };
}

const nameOf = ({ kind, variety }: StoredPacket) => (variety === '' ? kind : `${kind} ${variety}`);

function warningsOf(
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

/**
 * Starts a batch: its packets are moved to its place, and its time runs.
 * @throws {Fault} 422 against a warning that kills seed, when nobody says why it is done anyway
 */
export async function startBatch(context: Write, body: NewBatch): Promise<string> {
  const { tx, hand, audit } = context;
  const { what, placeId, packets: ids, ...plan } = body;
  const place = await placeById(tx, placeId, 'placeId');
  const { packets, kinds } = await seedOf(tx, await lockedPackets(tx, ids));
  const missing = ids.findIndex((one) => !packets.has(one));
  if (missing >= 0)
    throw fault('invalid', { is: 'storage.no-such-packet' }, [
      { path: `packets.${missing}`, message: { is: 'storage.no-packet-store' } },
    ]);
  if (what === 'freezing' && place.kind !== 'freezer' && place.kind !== 'refrigerator')
    throw fault('invalid', { is: 'storage.seed-frozen-freezer' }, [
      { path: 'placeId', message: { is: 'storage.no-freezer-no-refrigerator', name: place.name } },
    ]);
  const stops = warningsOf(body, [...packets.values()], kinds).filter((one) => one.weight === 'stop');
  if (stops.length > 0 && plan.anyway.length < 3)
    throw fault('invalid', { is: 'storage.would-kill-seed' }, [
      {
        path: 'anyway',
        message: { is: 'storage.say-why-done-anyway', figure: stops.map(warningWords).join('; ') },
      },
    ]);
  if (what !== 'freezing' && plan.hours < 1)
    throw fault('invalid', { is: 'storage.takes-time' }, [{ path: 'hours', message: { is: 'storage.hour-least' } }]);
  const id = uuid();
  await tx.insert(timedBatch).values({
    id,
    what,
    placeId,
    packetIds: ids,
    plan,
    startedAt: hand.at,
    dueAt: what === 'freezing' ? null : new Date(hand.at.getTime() + plan.hours * HOUR),
    updatedBy: hand.personId,
    updatedAt: hand.at,
  });
  for (const one of packets.values()) await writeLine(context, one.id, { what: 'move', placeId }, one.version);
  await setBusy(tx, ids, {
    batchId: id,
    what,
    dueAt: what === 'freezing' ? null : new Date(hand.at.getTime() + plan.hours * HOUR).toISOString(),
  });
  await audit({
    act: { is: `batch-${what}` },
    subject: `${ids.length} packets`,
    after: body,
    reason: plan.anyway || undefined,
  });
  return id;
}

/**
 * Writes what was measured, or how it ended.
 * @throws {Fault} 412 when it has moved on, 422 for a packet opened while it is still cold and nobody says why
 */
export async function writeBatch(context: Write, id: string, entry: BatchEntry, seen: number | null): Promise<void> {
  const { tx, hand, audit } = context;
  const [row] = await forUpdate(tx, tx.select().from(timedBatch).where(eq(timedBatch.id, id)));
  if (!row) throw noBatch();
  checkVersion(seen, row, (await namesOf(tx)).get(row.updatedBy) ?? 'somebody');
  if (row.state === 'ended') throw fault('conflict', { is: 'storage.ended-nothing-more-measured' });
  const lines = await linesOf(tx, id);
  const at = seenAtOf(context, entry, row, lines);
  const early = row.dueAt !== null && at < row.dueAt;
  if (entry.what === 'ended' && early && entry.words.length < 3)
    throw fault('invalid', { is: 'storage.time-not-over' }, [
      {
        path: 'words',
        message: row.what === 'warming' ? { is: 'storage.still-cold-opened-now' } : { is: 'storage.time-not-over-say' },
      },
    ]);
  const stored: StoredEntry = { ...entry, seenAt: at.toISOString() };
  const next = [...lines, { entry: stored, at: hand.at }];
  try {
    // Which kind it is does not matter here: a figure that cannot be is one for every kind.
    dryOf(row, next, { desiccation: 'orthodox', oilFraction: 0.1 }, []);
  } catch (error) {
    if (!(error instanceof ArgumentFault)) throw error;
    throw fault('invalid', { is: 'storage.cannot' }, [
      {
        path: entry.what === 'weighed' ? 'massG' : 'percent',
        message: entry.what === 'weighed' ? { is: 'storage.less-than-dry-matter' } : error.says,
      },
    ]);
  }
  await tx.insert(batchLine).values({ batchId: id, line: lines.length, entry: stored, by: hand.personId, at: hand.at });
  await tx
    .update(timedBatch)
    .set({
      version: row.version + 1,
      ...(entry.what === 'ended' ? { state: 'ended' } : {}),
      updatedBy: hand.personId,
      updatedAt: hand.at,
    })
    .where(eq(timedBatch.id, id));
  if (entry.what === 'ended') await nextBusy(tx, row.packetIds);
  await audit({
    act: entry.what === 'ended' ? { is: 'batch-ended', batch: row.what } : { is: 'batch-measured' },
    subject: row.what,
    after: entry,
  });
}

/** Packets of a batch that has ended are in the one that was started last of those that run, or in none. */
async function nextBusy(tx: Transaction, ids: readonly string[]): Promise<void> {
  // In the order in which every writer locks packets.
  await lockedPackets(tx, ids);
  const running = await tx.select().from(timedBatch).where(eq(timedBatch.state, 'running')).orderBy(asc(timedBatch.id));
  for (const id of ids) {
    const last = running.findLast((one) => one.packetIds.includes(id));
    await setBusy(
      tx,
      [id],
      last ? { batchId: last.id, what: last.what, dueAt: last.dueAt?.toISOString() ?? null } : null,
    );
  }
}

const noBatch = () => fault('not-found', { is: 'storage.no-such-batch' });

interface Line {
  readonly entry: unknown;
  readonly at: Date;
}
const seenOfLine = ({ entry, at }: Line): Date => {
  const { seenAt } = entry as StoredEntry;
  return seenAt === undefined ? at : new Date(seenAt);
};

/** @throws {Fault} 422 for a time to come, before the batch began or its last figures, or late without a word why */
function seenAtOf(
  { hand }: Pick<WriteContext<unknown>, 'hand'>,
  { what, seenOn, seenTime = '', lateReason }: BatchEntry,
  row: Row,
  lines: readonly Line[],
): Date {
  if (seenOn === undefined) return hand.at;
  checkDay(seenOn, hand.today, null, lateReason !== undefined, 'seenOn');
  const [year = 0, month = 0, day = 0] = seenOn.split('-').map(Number);
  const [hour = 0, minute = 0] = seenTime.split(':').map(Number);
  const [instant] = instantsOf(hand.zone, { year, month, day, hour, minute, second: 0 });
  const refuse = (message: Said) => fault('invalid', { is: 'storage.cannot-time' }, [{ path: 'seenTime', message }]);
  if (instant === undefined) throw refuse({ is: 'storage.left-out-day-when' });
  const at = new Date(instant);
  if (at > hand.at) throw refuse({ is: 'storage.lies-future' });
  if (at < row.startedAt) throw refuse({ is: 'storage.lies-before-began' });
  const last = Math.max(...lines.map((one) => seenOfLine(one).getTime()));
  if (what === 'ended' && instant < last) throw refuse({ is: 'storage.lies-before-last-figures' });
  if (
    what === 'weighed' &&
    lines.some((one) => (one.entry as StoredEntry).what === what && +seenOfLine(one) === instant)
  )
    throw refuse({ is: 'storage.weighing-own-already' });
  return at;
}

const linesOf = (tx: Reader, id: string) =>
  tx.select().from(batchLine).where(eq(batchLine.batchId, id)).orderBy(asc(batchLine.line));

/** Whether a batch that dries is dry enough to be closed airtight, from all that was measured of it. */
function dryOf(row: Row, lines: readonly Line[], kind: DryKind, air: readonly Air[]): DryAnswer | null {
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
