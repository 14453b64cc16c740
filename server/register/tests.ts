import { and, asc, eq, sql } from 'drizzle-orm';
import { alias } from 'drizzle-orm/pg-core';
import { v7 as uuid } from 'uuid';
import type { Early } from '@mercato/contract/register/early';
import type { DecisionView, FieldView } from '@mercato/contract/register/lots';
import type { TestStep } from '@mercato/contract/register/steps';
import type { Outcome } from '@mercato/core/verdict/verdict';
import { CORE_VERSION } from '@mercato/core/verdict/version';
import { forUpdate, type Reader, type Transaction } from '../database/connect.ts';
import type { Hand, Observation } from '../database/observations.ts';
import { checkVersion } from '../http/asked.ts';
import type { WriteContext } from '../http/context.ts';
import { fault } from '../http/fault.ts';
import { lockLot, lockLotOf } from './lots.ts';
import { namesOf } from './people.ts';
import type { After } from './seen.ts';
import { benchTest, judgement, vessel } from './tables.ts';

export type BenchTest = typeof benchTest.$inferSelect;

/** Starts a test on a working sample drawn for its step. One vessel is tested once. */
export async function startTest(
  context: Pick<WriteContext<unknown>, 'tx' | 'hand' | 'audit' | 'touch'>,
  step: TestStep,
  vesselId: string,
  plan: object,
): Promise<BenchTest> {
  const { tx, hand, audit, touch } = context;
  const [from] = await tx.select().from(vessel).where(eq(vessel.id, vesselId));
  if (from?.kind !== 'working' || from.purpose !== step)
    throw fault('invalid', { is: 'register.only-working-sample-drawn', step }, 'vesselId');
  const lot = await lockLot(tx, from.lotId);
  const before = await testsOf(tx, lot.id, step);
  if (before.some((one) => one.vesselId === vesselId))
    throw fault('conflict', 'register.working-sample-being-tested', 'vesselId');
  const id = uuid();
  const number = (before.at(-1)?.number ?? 0) + 1;
  const [row] = await tx
    .insert(benchTest)
    .values({
      id,
      lotId: lot.id,
      step,
      number,
      vesselId,
      editionId: lot.editionId,
      plan,
      version: 1,
      createdBy: hand.personId,
      createdAt: hand.at,
      updatedBy: hand.personId,
      updatedAt: hand.at,
    })
    .returning();
  if (!row) throw new Error('the test was not stored');
  await audit({ lotId: lot.id, act: { is: 'test-started', step, test: number }, subject: `test ${id}`, after: plan });
  touch(lot.id);
  return row;
}

/** What a test on a vessel depends on: the seed was drawn. */
export async function drawnBefore(tx: Reader, vesselId: string): Promise<After | null> {
  const from = alias(vessel, 'from');
  const [row] = await tx
    .select({ on: sql<string | null>`coalesce(${vessel.drawnOn}, ${from.drawnOn})::text` })
    .from(vessel)
    .leftJoin(from, eq(from.id, vessel.parentId))
    .where(eq(vessel.id, vesselId));
  return row?.on ? { on: row.on, what: { is: 'sample-drawn' } } : null;
}

export async function testsOf(tx: Reader, lotId: string, step: TestStep): Promise<BenchTest[]> {
  return tx
    .select()
    .from(benchTest)
    .where(and(eq(benchTest.lotId, lotId), eq(benchTest.step, step)))
    .orderBy(asc(benchTest.number));
}

export async function testById(tx: Reader, id: string, step: TestStep): Promise<BenchTest> {
  const [row] = await tx
    .select()
    .from(benchTest)
    .where(and(eq(benchTest.id, id), eq(benchTest.step, step)));
  if (!row) throw fault('not-found', { is: 'register.no-such-test', step });
  return row;
}

/**
 * Locks a test for a write: its lot first, as everywhere, then the test itself. So whoever writes to a lot sees all
 * that was written before, and what stands of it is derived by one at a time.
 */
export async function lockTestRow(tx: Transaction, id: string, step: TestStep): Promise<BenchTest> {
  await lockLotOf(tx, sql`select lot_id from bench_test where id = ${id}`);
  const [row] = await forUpdate(
    tx,
    tx
      .select()
      .from(benchTest)
      .where(and(eq(benchTest.id, id), eq(benchTest.step, step))),
  );
  if (!row) throw fault('not-found', { is: 'register.no-such-test', step });
  return row;
}

/** The same, and checks that the writer saw its newest version. */
export async function lockTest(
  tx: Transaction,
  id: string,
  step: TestStep,
  seenVersion: number | null,
): Promise<BenchTest> {
  const row = await lockTestRow(tx, id, step);
  if (seenVersion !== row.version) checkVersion(seenVersion, row, (await namesOf(tx)).get(row.updatedBy) ?? 'somebody');
  return row;
}

/** Counts a write to a test and holds its row until the transaction ends, so that its judge sees all that came before. */
export async function bumpTest(tx: Transaction, row: BenchTest, hand: { personId: string; at: Date }): Promise<void> {
  await tx
    .update(benchTest)
    .set({ version: sql`${benchTest.version} + 1`, updatedBy: hand.personId, updatedAt: hand.at })
    .where(eq(benchTest.id, row.id));
}

/** A test as that which is judged. */
export const judged = ({ id, lotId, step, editionId }: BenchTest) => ({ testId: id, lotId, step, editionId });

/** Keeps a verdict with what it rests on. Rows are never changed; the newest counts. */
export async function keepJudgement(
  tx: Transaction,
  on: { readonly lotId: string; readonly step: string; readonly editionId: string } & (
    { readonly testId: string } | { readonly vesselId: string } | { readonly heterogeneityId: string }
  ),
  observations: readonly string[],
  outcome: Outcome,
  result: object,
  hand: Pick<Hand, 'personId' | 'at'>,
): Promise<void> {
  await tx.insert(judgement).values({
    ...on,
    coreVersion: CORE_VERSION,
    observations: [...observations],
    outcome,
    result,
    by: hand.personId,
    at: hand.at,
  });
}

/** Current value of each field with all that it superseded, newest first. */
export function fieldViews(all: readonly Observation[], names: ReadonlyMap<string, string>): Record<string, FieldView> {
  const superseding = new Map(all.flatMap((one) => (one.supersedes === null ? [] : [[one.supersedes, one] as const])));
  const byId = new Map(all.map((one) => [one.id, one]));
  const fields: Record<string, FieldView> = {};
  for (const one of all) {
    if (superseding.has(one.id)) continue;
    const earlier: FieldView['earlier'] = [];
    for (let next = one; next.supersedes !== null;) {
      const before = byId.get(next.supersedes);
      if (!before) break;
      earlier.push({
        text: before.enteredText,
        unit: before.enteredUnit,
        by: names.get(before.by) ?? '',
        at: before.recordedAt.toISOString(),
        seenOn: before.seenOn,
        supersededBecause: next.reason ?? '',
      });
      next = before;
    }
    fields[one.field] = {
      text: one.enteredText,
      unit: one.enteredUnit,
      by: names.get(one.by) ?? '',
      at: one.recordedAt.toISOString(),
      seenOn: one.seenOn,
      seenFrom: one.seenFrom,
      device: one.device,
      earlier,
    };
  }
  return fields;
}

/** How a step stands that has no test which counts: its sample is drawn, is to be drawn, or there is none to draw from. */
export const withoutTest = (
  waiting: readonly unknown[],
  sampled: boolean,
): { readonly mark: 'next' | 'waits'; readonly stands: Early } => ({
  mark: sampled ? 'next' : 'waits',
  stands: { is: sampled ? (waiting.length > 0 ? 'drawn' : 'to-draw') : 'waits-for-sample' },
});

/** Tests that count: all that nobody set aside. */
export const notSetAside = <T extends { readonly decision: Pick<DecisionView, 'decision'> | null }>(
  tests: readonly T[],
): T[] => tests.filter((one) => one.decision?.decision !== 'set-aside');

/** What was written of a test, as its line on the lot sheet tells it: by whom, when, and the last day on which it was seen. */
export interface Written {
  readonly by: string;
  readonly at: string;
  readonly seenOn: string;
}

/** Whether a decision accepts what was written: it covers nothing that came after it. */
export const covers = (decision: Pick<DecisionView, 'decision' | 'at'> | null, written: string): boolean =>
  decision?.decision === 'accept' && decision.at >= written;

/** Whose hands a line shows, the first to write first. Who judged anew is not among them. */
export function handsOf(
  written: readonly Written[],
  otherwise: { readonly by: string; readonly at: string },
): { by: string; at: string; seenOn?: string } {
  const inOrder = [...written].sort((a, b) => a.at.localeCompare(b.at));
  const last = inOrder.at(-1);
  if (!last) return otherwise;
  return {
    by: [...new Set(inOrder.map((one) => one.by))].join(', '),
    at: last.at,
    seenOn:
      inOrder
        .map((one) => one.seenOn)
        .sort()
        .at(-1) ?? last.seenOn,
  };
}

export async function countTests(tx: Reader, lotId: string): Promise<number> {
  const [row] = await tx
    .select({ n: sql<number>`count(*)::int` })
    .from(benchTest)
    .where(eq(benchTest.lotId, lotId));
  return row?.n ?? 0;
}
