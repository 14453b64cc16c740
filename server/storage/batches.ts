import { asc, eq } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import type { BatchEntry, NewBatch } from '@mercato/contract/storage/batches';
import { warningWords } from '@mercato/contract/storage/words';
import type { Said } from '@mercato/contract/words/faults';
import { ArgumentFault } from '@mercato/core/units/argument';
import { forUpdate, type Transaction } from '../database/connect.ts';
import { checkVersion } from '../http/asked.ts';
import type { WriteContext } from '../http/context.ts';
import { fault } from '../http/fault.ts';
import { namesOf } from '../register/people.ts';
import { instantSeen } from '../register/seen.ts';
import { lockedPackets } from '../store/forTests.ts';
import { setBusy, writeLine } from '../store/packets.ts';
import { placeById } from '../store/places.ts';
import { dryOf, HOUR, type Line, linesOf, noBatch, type Row, seedOf, seenOfLine, warningsOf } from './batchViews.ts';
import { batchLine, type StoredEntry, timedBatch } from './tables.ts';

type Write = Pick<WriteContext<unknown>, 'tx' | 'hand' | 'audit'>;

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
  if (missing >= 0) throw fault('invalid', 'store.no-such-packet', `packets.${missing}`);
  if (what === 'freezing' && place.kind !== 'freezer' && place.kind !== 'refrigerator')
    throw fault('invalid', { is: 'storage.no-freezer-no-refrigerator', name: place.name }, 'placeId');
  const stops = warningsOf(body, [...packets.values()], kinds).filter((one) => one.weight === 'stop');
  if (stops.length > 0 && plan.anyway.length < 3)
    throw fault('invalid', { is: 'storage.say-why-done-anyway', figure: stops.map(warningWords).join('; ') }, 'anyway');
  if (what !== 'freezing' && plan.hours < 1) throw fault('invalid', 'storage.hour-least', 'hours');
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
  if (row.state === 'ended') throw fault('conflict', 'storage.ended-nothing-more-measured');
  const lines = await linesOf(tx, id);
  const at = seenAtOf(context, entry, row, lines);
  const early = row.dueAt !== null && at < row.dueAt;
  if (entry.what === 'ended' && early && entry.words.length < 3)
    throw fault(
      'invalid',
      row.what === 'warming' ? { is: 'storage.still-cold-opened-now' } : { is: 'storage.time-not-over-say' },
      'words',
    );
  const stored: StoredEntry = { ...entry, seenAt: at.toISOString() };
  const next = [...lines, { entry: stored, at: hand.at }];
  try {
    // Which kind it is does not matter here: a figure that cannot be is one for every kind.
    dryOf(row, next, { desiccation: 'orthodox', oilFraction: 0.1 }, []);
  } catch (error) {
    if (!(error instanceof ArgumentFault)) throw error;
    throw fault(
      'invalid',
      entry.what === 'weighed' ? { is: 'storage.less-than-dry-matter' } : error.says,
      entry.what === 'weighed' ? 'massG' : 'percent',
    );
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

/** @throws {Fault} 422 for a time to come, before the batch began or its last figures, or late without a word why */
function seenAtOf(
  { hand }: Pick<WriteContext<unknown>, 'hand'>,
  entry: BatchEntry,
  row: Row,
  lines: readonly Line[],
): Date {
  const at = instantSeen(hand, entry);
  const { what } = entry;
  if (entry.seenOn === undefined) return at;
  const refuse = (message: Said) => fault('invalid', message, 'seenTime');
  if (at < row.startedAt) throw refuse({ is: 'storage.lies-before-began' });
  const last = Math.max(...lines.map((one) => seenOfLine(one).getTime()));
  if (what === 'ended' && +at < last) throw refuse({ is: 'storage.lies-before-last-figures' });
  if (what === 'weighed' && lines.some((one) => (one.entry as StoredEntry).what === what && +seenOfLine(one) === +at))
    throw refuse({ is: 'storage.weighing-own-already' });
  return at;
}
