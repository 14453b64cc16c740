import { and, desc, eq, isNull, type SQL } from 'drizzle-orm';
import { alias } from 'drizzle-orm/pg-core';
import { v7 as uuid } from 'uuid';
import type { NewTest, TestKind, TestLine } from '@mercato/contract/store/tests';
import type { Said } from '@mercato/contract/words/faults';
import { forUpdate, type Reader, type Transaction } from '../database/connect.ts';
import type { WriteContext } from '../http/context.ts';
import { todayIn } from '../http/day.ts';
import { fault } from '../http/fault.ts';
import { laboratoryOf } from '../register/lotFile.ts';
import { accession, packet } from './tables.ts';
import { packetTest, packetTestWithdrawn } from './testTables.ts';

export type PacketTest = typeof packetTest.$inferSelect;
type Write = Pick<WriteContext<unknown>, 'tx' | 'hand' | 'audit'>;

/** Tests that no later one superseded and that nobody withdrew, newest first. */
export async function standingTests(tx: Reader, which?: SQL): Promise<PacketTest[]> {
  const later = alias(packetTest, 'later');
  const rows = await tx
    .select({ row: packetTest })
    .from(packetTest)
    .leftJoin(later, eq(later.supersedes, packetTest.id))
    .leftJoin(packetTestWithdrawn, eq(packetTestWithdrawn.testId, packetTest.id))
    .where(and(isNull(later.id), isNull(packetTestWithdrawn.testId), which))
    .orderBy(desc(packetTest.on), desc(packetTest.id));
  return rows.map((one) => one.row);
}

/** Packets that were tried in any way, of which something was written down. */
export async function packetsTried(tx: Reader): Promise<ReadonlySet<string>> {
  const rows = await tx.selectDistinct({ id: packetTest.packetId }).from(packetTest);
  return new Set(rows.flatMap((one) => one.id ?? []));
}

export async function testLines(tx: Reader, packetId: string, names: ReadonlyMap<string, string>): Promise<TestLine[]> {
  const rows = await tx
    .select({ row: packetTest, withdrawn: packetTestWithdrawn.reason })
    .from(packetTest)
    .leftJoin(packetTestWithdrawn, eq(packetTestWithdrawn.testId, packetTest.id))
    .where(eq(packetTest.packetId, packetId))
    .orderBy(desc(packetTest.on), desc(packetTest.id));
  const reasons = new Map(
    rows.flatMap(({ row }) => (row.supersedes === null ? [] : [[row.supersedes, row.reason] as const])),
  );
  return rows.map(({ row: one, withdrawn }) => ({
    id: one.id,
    what: one.what as TestKind,
    on: one.on,
    seeds: one.seeds,
    hits: one.hits,
    minutes: one.minutes,
    verdict: one.verdict,
    bagId: one.bagId,
    note: one.note,
    by: names.get(one.by) ?? '',
    superseded: withdrawn ?? reasons.get(one.id) ?? null,
  }));
}

/** Writes a test down. */
export async function addTest(
  { tx, hand }: Pick<Write, 'tx' | 'hand'>,
  test: Omit<typeof packetTest.$inferInsert, 'id' | 'by' | 'at' | 'placeId'>,
): Promise<void> {
  const { packetId } = test;
  const [of] = packetId ? await tx.select().from(packet).where(eq(packet.id, packetId)) : [];
  await tx
    .insert(packetTest)
    .values({ id: uuid(), ...test, placeId: of?.placeId ?? null, by: hand.personId, at: hand.at });
  if (packetId && test.what === 'towel') await tellLastTest(tx, packetId);
}

/** Withdraws the towel test of a bag that was opened again: it stays on file, and counts no more. */
export async function withdrawTest(
  { tx, hand }: Pick<Write, 'tx' | 'hand'>,
  bagId: string,
  reason: string,
): Promise<void> {
  for (const { id, packetId } of await standingTests(
    tx,
    and(eq(packetTest.bagId, bagId), eq(packetTest.what, 'towel')),
  )) {
    await tx.insert(packetTestWithdrawn).values({ testId: id, reason, by: hand.personId, at: hand.at });
    if (packetId) await tellLastTest(tx, packetId);
  }
}

/** What stands beside the packet in the list is its newest towel. */
async function tellLastTest(tx: Transaction, packetId: string): Promise<void> {
  const [newest] = await standingTests(tx, and(eq(packetTest.packetId, packetId), eq(packetTest.what, 'towel')));
  const lastTest = newest?.verdict
    ? { on: newest.on, sprouted: newest.hits, seeds: newest.seeds, verdict: newest.verdict, bagId: newest.bagId }
    : null;
  await tx.update(packet).set({ lastTest }).where(eq(packet.id, packetId));
}

/**
 * Keeps a test that somebody writes down by hand.
 * @throws {Fault} 422 for a day before the harvest or in the future, or a test that puts right what is not there
 */
export async function keepTest(
  context: Write & { readonly now: Date },
  packetId: string,
  body: NewTest,
): Promise<void> {
  const { tx, audit, now } = context;
  const [row] = await forUpdate(
    tx,
    tx
      .select({ packet, header: accession.header })
      .from(packet)
      .innerJoin(accession, eq(accession.id, packet.accessionId))
      .where(eq(packet.id, packetId)),
    packet,
  );
  if (!row) throw fault('not-found', 'store.no-such-packet');
  const refuse = (path: string, message: Said): never => {
    throw fault('invalid', message, path);
  };
  const { harvestYear } = row.header;
  if (body.on < `${harvestYear}-01-01`) refuse('on', { is: 'store.lies-before-harvest', harvestYear });
  if (body.on > todayIn(now, (await laboratoryOf(tx)).zone)) refuse('on', { is: 'http.lies-future' });
  const { supersedes, reason, ...test } = body;
  if (supersedes !== undefined) {
    const [before] = await standingTests(tx, eq(packetTest.id, supersedes));
    if (before?.packetId !== packetId || before.what !== body.what)
      refuse('supersedes', { is: 'store.no-standing-test-packet' });
    if (before?.bagId) refuse('supersedes', { is: 'store.result-bag-stands-looks' });
  }
  await addTest(context, {
    packetId,
    ...test,
    verdict: body.what === 'towel' ? (body.hits === 0 ? 'dead' : 'sprouted') : null,
    supersedes: supersedes ?? null,
    reason: reason ?? null,
  });
  await audit({
    act: { is: 'test-written-down', test: body.what },
    subject: `packet ${row.packet.code}`,
    after: body,
    reason,
  });
}
