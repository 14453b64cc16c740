import { eq, inArray } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import {
  dishCountSchema,
  newGerminationTestSchema,
  tallyBatchSchema,
  type DishCount,
  type GerminationPlan,
  type NewGerminationTest,
} from '@mercato/contract/germination/germination';
import { addCounts, CLASSES, totalOf } from '@mercato/core/units/seedCounts';
import { addDays, planCalendar } from '@mercato/core/germination/planTest';
import type { Transaction } from '../database/connect.ts';
import { checkCorrection } from '../database/observations.ts';
import { checkVersion, idParam, type Api, type WriteContext } from '../http/api.ts';
import { fault } from '../http/fault.ts';
import { todayIn } from '../http/session.ts';
import type { LotPicture } from '../lot-sheet/standing.ts';
import { laboratoryOf, openFile } from '../register/lotFile.ts';
import { namesOf } from '../register/people.ts';
import { benchTest, vessel } from '../register/tables.ts';
import { bumpTest, judged, keepJudgement, startTest, testById, type BenchTest } from '../register/tests.ts';
import { addVessels, vesselsOf, type Vessel } from '../register/vessels.ts';
import { editionById } from '../rule-books/editions.ts';
import { closesForGood, countsOf, currentCounts, dishViews, readGermination, resultOf } from './result.ts';
import { germinationCount, tallyEvent } from './tables.ts';

type Write = Pick<WriteContext<unknown>, 'tx' | 'hand' | 'audit' | 'touch' | 'now'>;

export function germinationRoutes(api: Api<LotPicture>): void {
  api.read('/lots/:lot/germination', async ({ tx, params, now }) =>
    readGermination(tx, await openFile(tx, idParam(params, 'lot'), now)),
  );

  api.write({
    method: 'post',
    path: '/germination/tests',
    permission: 'bench.write',
    schema: newGerminationTestSchema,
    status: 201,
    handle: async (context) => {
      const test = await setUpTest(context, context.body);
      return (await context.settle(test.lotId)).gathered.germination;
    },
  });

  api.write({
    method: 'put',
    path: '/germination/dishes/:dish/days/:day',
    permission: 'bench.write',
    schema: dishCountSchema,
    versioned: true,
    handle: async (context) => {
      const { tx, params, seenVersion, body } = context;
      const [dish] = await tx
        .select()
        .from(vessel)
        .where(eq(vessel.id, idParam(params, 'dish')))
        .for('update');
      if (dish?.kind !== 'replicate') throw fault('not-found', 'There is no such dish.');
      if (seenVersion !== dish.version)
        checkVersion(seenVersion, dish, (await namesOf(tx)).get(dish.updatedBy) ?? 'somebody');
      const day = /^\d{1,3}$/.test(params.day ?? '') ? Number(params.day) : -1;
      await countDish(context, dish, day, body);
      return (await context.settle(dish.lotId)).gathered.germination;
    },
  });

  api.write({
    method: 'post',
    path: '/germination/tests/:test/tallies',
    permission: 'bench.write',
    schema: tallyBatchSchema,
    handle: async ({ tx, params, body, person, now }) => {
      const test = await testById(tx, idParam(params, 'test'), 'germination');
      const dishes = new Set(
        (await vesselsOf(tx, test.lotId)).filter((one) => one.parentId === test.vesselId).map((one) => one.id),
      );
      const days = countDays(test.plan as GerminationPlan);
      body.keys.forEach((key, i) => {
        if (!dishes.has(key.dishId))
          throw fault('invalid', 'This dish is not part of the test.', [
            { path: `keys.${i}.dishId`, message: 'not a dish of this test' },
          ]);
        if (!days.includes(key.day))
          throw fault('invalid', 'This is not a count day of the test.', [
            { path: `keys.${i}.day`, message: `one of ${days.join(', ')}` },
          ]);
      });
      await tx
        .insert(tallyEvent)
        .values(body.keys.map((key) => ({ id: uuid(), session: body.session, ...key, by: person.id, at: now })))
        .onConflictDoNothing();
      return { kept: body.keys.map((key) => key.sequence) };
    },
  });
}

const labToday = async (tx: Transaction, now: Date) => todayIn(now, (await laboratoryOf(tx)).zone);

const countDays = (plan: GerminationPlan) =>
  planCalendar(plan)
    .filter((one) => one.what.endsWith('count'))
    .map((one) => one.day);

/** Plans a test and sets its dishes: one vessel with a code for each. */
export async function setUpTest(context: Write, body: NewGerminationTest): Promise<BenchTest> {
  const { vesselId, ...plan } = body;
  const test = await startTest(context, 'germination', vesselId, plan);
  if (plan.setUpDate > (await labToday(context.tx, context.now)))
    throw fault('invalid', 'A test is set up today or was set up before.', [
      { path: 'setUpDate', message: 'lies in the future' },
    ]);
  await addVessels(
    context.tx,
    Array.from({ length: plan.dishes }, (_, i) => ({
      lotId: test.lotId,
      kind: 'replicate',
      parentId: vesselId,
      number: i + 1,
      seeds: plan.seedsPerDish,
      place: plan.place || null,
    })),
    context.hand.personId,
    context.now,
  );
  return test;
}

/**
 * Writes one dish's count of one day down, superseding what stood there, and judges the test when
 * its last dish closes.
 */
export async function countDish(context: Write, dish: Vessel, day: number, body: DishCount): Promise<void> {
  const { tx, hand, audit, touch, now } = context;
  const [test] = await tx
    .select()
    .from(benchTest)
    .where(eq(benchTest.vesselId, dish.parentId ?? dish.id));
  if (!test) throw fault('not-found', 'This dish belongs to no test.');
  const plan = test.plan as GerminationPlan;
  const days = countDays(plan);
  const final = day === days.at(-1);
  if (!days.includes(day))
    throw fault('not-found', `Day ${day} is not a count day of this test; those are ${days.join(', ')}.`);
  if ((await labToday(tx, now)) < addDays(plan.setUpDate, plan.prechillDays))
    throw fault('invalid', 'The test has not come to warmth yet.', [
      { path: 'day', message: `counts begin after ${addDays(plan.setUpDate, plan.prechillDays)}` },
    ]);

  const rows = await tx.select().from(germinationCount).where(eq(germinationCount.subject, dish.id));
  const current = currentCounts(rows);
  const others = current.filter((row) => row.field !== `day:${day}`);
  const seeds = dish.seeds ?? 0;
  const total = totalOf(addCounts([...others.map(countsOf), body.counts]));
  if (total > seeds)
    throw fault('invalid', 'More seeds were called than set.', [
      { path: 'counts', message: `adds to ${total} over all days, but ${seeds} seeds were set` },
    ]);
  if (!final)
    for (const one of ['hard', 'fresh'] as const)
      if (body.counts[one] > 0)
        throw fault('invalid', 'Hard and fresh seed is called at the final count.', [
          { path: `counts.${one}`, message: 'waits for the final count' },
        ]);
  const closesDish = (final && body.closed) || current.some(closesForGood);
  if (closesDish && total < seeds)
    throw fault('invalid', `${seeds - total} seeds of dish ${dish.number} are still to call.`, [
      { path: 'counts', message: `adds to ${total}, ${seeds} seeds were set` },
    ]);

  const before = current.find((row) => row.field === `day:${day}`);
  const same = before && CLASSES.every((one) => before[one] === body.counts[one]) && before.closed === body.closed;
  if (same) return;
  const counted = before && CLASSES.some((one) => before[one] !== body.counts[one]);
  if (before?.closed && counted) checkCorrection(before.by, hand, body.reason, `dish ${dish.number}`);
  if (before?.closed && !body.closed)
    throw fault('invalid', 'A closed count stays closed; correct its figures instead.', [
      { path: 'closed', message: 'was closed already' },
    ]);
  const id = uuid();
  await tx.insert(germinationCount).values({
    id,
    lotId: dish.lotId,
    subject: dish.id,
    field: `day:${day}`,
    by: hand.personId,
    observedAt: now,
    recordedAt: now,
    device: null,
    supersedes: before?.id ?? null,
    reason: before ? (body.reason ?? 'counting went on') : null,
    ...body.counts,
    closed: body.closed,
    entry: `${final ? 'final' : 'interim'} ${body.entry}`,
  });
  await tx
    .update(vessel)
    .set({ version: dish.version + 1, updatedBy: hand.personId, updatedAt: now })
    .where(eq(vessel.id, dish.id));
  await bumpTest(tx, test, hand);
  await audit({
    lotId: dish.lotId,
    action: before?.closed ? `corrected dish ${dish.number}, day ${day}` : `counted dish ${dish.number}, day ${day}`,
    subject: `vessel ${dish.code}`,
    before: before ? Object.fromEntries(CLASSES.map((one) => [one, before[one]])) : null,
    after: body.counts,
    reason: body.reason,
  });
  if (closesDish) await judge(tx, test, now);
  touch(dish.lotId);
}

/** Keeps a judgement once every dish is closed. */
async function judge(tx: Transaction, test: BenchTest, now: Date): Promise<void> {
  const replicates = (await vesselsOf(tx, test.lotId)).filter(
    (one) => one.kind === 'replicate' && one.parentId === test.vesselId,
  );
  const dishes = await dishViews(tx, replicates, new Map());
  const result = resultOf(
    await editionById(tx, test.editionId),
    dishes.map(({ view }) => view),
  );
  if (!result.complete || !result.verdict) return;
  const rows = await tx
    .select()
    .from(germinationCount)
    .where(
      inArray(
        germinationCount.subject,
        replicates.map((one) => one.id),
      ),
    );
  await keepJudgement(
    tx,
    judged(test),
    currentCounts(rows).map((row) => row.id),
    result.verdict.outcome,
    result,
    now,
  );
}
