import { germinationRoutes } from '@mercato/contract/germination/routes';
import { eq, inArray, sql } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import {
  type DishCount,
  type GerminationPlan,
  type NewGerminationTest,
  type PlanDays,
} from '@mercato/contract/germination/germination';
import { addCounts, calledAt, CLASSES, totalOf, type Counts } from '@mercato/core/units/seedCounts';
import { dayZero } from '@mercato/core/germination/planTest';
import { addDays } from '@mercato/core/units/days';
import { forUpdate, type Transaction } from '../database/connect.ts';
import { checkCorrection, seenAs, seenColumns, seenNow, type Hand, type Seen } from '../database/observations.ts';
import { checkVersion, idParam, type Api, type WriteContext } from '../http/api.ts';
import { fault } from '../http/fault.ts';
import type { LotPicture } from '../lot-sheet/standing.ts';
import { actAt, writeInHand, type NamedPlace } from '../hands/hands.ts';
import { openFile } from '../register/lotFile.ts';
import { lockLotOf, lotById } from '../register/lots.ts';
import { namesOf } from '../register/people.ts';
import { benchTest, vessel } from '../register/tables.ts';
import { checkDay, seenOf, type After } from '../register/seen.ts';
import {
  bumpTest,
  lockTest,
  drawnBefore,
  judged,
  keepJudgement,
  startTest,
  testById,
  type BenchTest,
} from '../register/tests.ts';
import { addVessels, vesselsOf, type Vessel } from '../register/vessels.ts';
import { editionById, methodFor } from '../rule-books/editions.ts';
import {
  countDaysOf,
  countsOf,
  currentCounts,
  dishViews,
  germinationOutcome,
  isLegume,
  readGermination,
  resultOf,
} from './result.ts';
import { decideLateKeys, keepKeys, keysHeld, placeOfDish } from './keys.ts';
import { germinationCount, tallyEvent } from './tables.ts';
import { COUNTING_ON } from './countReason.ts';

const countWords = (counts: Counts) => CLASSES.map((one) => `${counts[one]} ${one}`).join(', ');

type Write = Pick<WriteContext<unknown>, 'tx' | 'hand' | 'audit' | 'touch' | 'now'>;

export function serveGermination(api: Api<LotPicture>): void {
  api.read(germinationRoutes.ofLot, async ({ tx, params, now }) =>
    readGermination(tx, await openFile(tx, idParam(params, 'lot'), now)),
  );

  api.write(germinationRoutes.start, async (context) => {
    const test = await setUpTest(context, context.body);
    return (await context.settle(test.lotId)).gathered.germination;
  });

  api.write(germinationRoutes.count, async (context) => {
    const { tx, params, seenVersion, body } = context;
    const dish = await lockDish(tx, idParam(params, 'dish'));
    if (seenVersion !== dish.version)
      checkVersion(seenVersion, dish, (await namesOf(tx)).get(dish.updatedBy) ?? 'somebody');
    const day = /^\d{1,3}$/.test(params.day) ? Number(params.day) : -1;
    await countDish(context, dish, day, body);
    return (await context.settle(dish.lotId)).gathered.germination;
  });

  api.write(germinationRoutes.planDays, async (context) => {
    const { tx, params, seenVersion, body } = context;
    const test = await lockTest(tx, idParam(params, 'test'), 'germination', seenVersion);
    await correctPlan(context, test, body);
    return (await context.settle(test.lotId)).gathered.germination;
  });

  api.write(germinationRoutes.keepKeys, async (context) => {
    const test = await testById(context.tx, idParam(context.params, 'test'), 'germination');
    context.tell(`hands:${test.lotId}`);
    return keepKeys(context, test, context.body);
  });

  const seenBy = async ({ tx, tell, now }: Pick<WriteContext<unknown>, 'tx' | 'tell' | 'now'>, lotId: string) => {
    tell(`hands:${lotId}`);
    return readGermination(tx, await openFile(tx, lotId, now));
  };
  api.write(germinationRoutes.hand, async (context) => {
    const [dish] = await context.tx
      .select()
      .from(vessel)
      .where(eq(vessel.id, idParam(context.params, 'dish')));
    if (dish?.kind !== 'replicate') throw fault('not-found', { is: 'germination.no-such-dish' });
    await actAt(context, dishNamed(dish), context.body);
    return seenBy(context, dish.lotId);
  });
  api.write(germinationRoutes.decideLate, async (context) =>
    seenBy(context, await decideLateKeys(context, idParam(context.params, 'dish'), context.body)),
  );
}

const dishNamed = ({ id, number, lotId }: Pick<Vessel, 'id' | 'number' | 'lotId'>): NamedPlace => ({
  ...placeOfDish(id),
  thing: { what: 'dish', number },
  lotId,
});

/** Locks a dish for a count: its lot first, as everywhere. */
async function lockDish(tx: Transaction, id: string): Promise<Vessel> {
  await lockLotOf(tx, sql`select lot_id from vessel where id = ${id}`);
  const [dish] = await forUpdate(tx, tx.select().from(vessel).where(eq(vessel.id, id)));
  if (dish?.kind !== 'replicate') throw fault('not-found', { is: 'germination.no-such-dish' });
  return dish;
}

/** Plans a test and sets its dishes: one vessel with a code for each. */
export async function setUpTest(context: Write, body: NewGerminationTest): Promise<BenchTest> {
  const { vesselId, lateReason, ...plan } = body;
  const { hand } = context;
  checkDay(plan.setUpDate, hand.today, await drawnBefore(context.tx, vesselId), lateReason !== undefined, 'setUpDate');
  const test = await startTest(context, 'germination', vesselId, { ...plan, ...(lateReason ? { lateReason } : {}) });
  await addVessels(
    context.tx,
    Array.from({ length: plan.dishes }, (_, i) => ({
      lotId: test.lotId,
      kind: 'replicate',
      parentId: vesselId,
      number: i + 1,
      seeds: plan.seedsPerDish,
      place: plan.place || null,
      drawnOn: plan.setUpDate,
    })),
    hand.personId,
    context.now,
  );
  return test;
}

/**
 * Corrects the day of set-up and the length of the pre-chill. Counts keep the days on which they were seen; what days of
 * the test those are follows from day 0, and is judged anew where all dishes are closed.
 * @throws {Fault} 409 while counts are under way: their addresses are days of the test
 */
async function correctPlan(context: Write, test: BenchTest, body: PlanDays): Promise<void> {
  const { tx, hand, audit, touch } = context;
  const { reason, ...days } = body;
  const plan = test.plan as GerminationPlan;
  if (plan.setUpDate === days.setUpDate && plan.prechillDays === days.prechillDays) return;
  checkCorrection(test.createdBy, hand, reason, 'the set-up');
  const after = await drawnBefore(tx, test.vesselId);
  checkDay(days.setUpDate, hand.today, after, true, 'setUpDate');
  const dishes = (await vesselsOf(tx, test.lotId)).filter((one) => one.parentId === test.vesselId);
  const ids = dishes.map((one) => one.id);
  const counts = currentCounts(await tx.select().from(germinationCount).where(inArray(germinationCount.subject, ids)));
  const [keyed] = await tx.select().from(tallyEvent).where(inArray(tallyEvent.dishId, ids)).limit(1);
  const ended = ids.every((id) => counts.some((one) => one.subject === id && one.final && one.closed));
  if ((counts.length > 0 || keyed) && !ended)
    throw fault('conflict', { is: 'germination.dishes-being-counted' }, [
      { path: 'setUpDate', message: { is: 'germination.close-all-dishes-first' } },
    ]);
  const zero = dayZero(days);
  const first = counts.map((one) => one.seenOn).sort()[0];
  if (first !== undefined && zero > first)
    throw fault('invalid', { is: 'germination.seed-cannot-counted-before' }, [
      { path: 'setUpDate', message: { is: 'germination.day-0-would-after', zero, first } },
    ]);
  await tx
    .update(benchTest)
    .set({ plan: { ...plan, ...days } })
    .where(eq(benchTest.id, test.id));
  await tx.update(vessel).set({ drawnOn: days.setUpDate }).where(inArray(vessel.id, ids));
  await bumpTest(tx, test, hand);
  await audit({
    lotId: test.lotId,
    act: { is: 'germination-days-corrected', test: test.number },
    subject: `test ${test.id}`,
    before: { setUpDate: plan.setUpDate, prechillDays: plan.prechillDays },
    after: days,
    reason,
  });
  if (ended) await judge(tx, await testById(tx, test.id, 'germination'), hand);
  touch(test.lotId);
}

/** How a count comes in: entered at the bench, or by a file that may not say on which day it was made. */
export type CountFrom = 'bench' | 'plan';

/**
 * Writes one dish's count down under the day of the test on which it was seen, superseding what was written there,
 * and judges the test when its last dish closes. A correction was seen when the count was, unless it corrects the day.
 *
 * @param key  day of the test, from 0: the day of a new count, the address of one that is there
 */
export async function countDish(
  context: Write,
  dish: Vessel,
  key: number,
  body: DishCount,
  from: CountFrom = 'bench',
): Promise<void> {
  const { tx, hand, audit, touch, now } = context;
  const [test] = await tx
    .select()
    .from(benchTest)
    .where(eq(benchTest.vesselId, dish.parentId ?? dish.id));
  if (!test) throw fault('not-found', { is: 'germination.dish-belongs-no-test' });
  const zero = dayZero(test.plan as GerminationPlan);
  if (zero > hand.today)
    throw fault('invalid', { is: 'germination.test-not-come-warmth-2' }, [
      { path: 'day', message: { is: 'germination.counts-begin', zero } },
    ]);
  const rows = await tx.select().from(germinationCount).where(eq(germinationCount.subject, dish.id));
  const current = currentCounts(rows);
  const before = current.find((row) => row.field === `day:${key}`);
  const after: After = { on: zero, what: { is: 'came-to-warmth' } };
  const stated = body.seenOn ?? (before ? undefined : addDays(zero, key));
  const seen: Seen | null =
    stated === undefined
      ? null
      : { ...seenOf(hand, { ...body, seenOn: stated }, after), ...(from === 'plan' ? { from } : {}) };

  const others = current.filter((row) => row !== before);
  const on = seen?.on ?? before?.seenOn ?? hand.today;
  const closesDish = checkSeeds(dish, others, on, body);
  if (!before?.closed && from === 'bench') await writeInHand(tx, dishNamed(dish), hand, body.closed);
  const keyed = body.closed && !before?.closed && from === 'bench' ? await keysHeld(tx, dish.id, key) : null;
  const superseded = keyed && checkKeys(keyed, body);

  // What is not said of a count that is there stays as it was said.
  const cause = body.cause === undefined ? (before?.final ? before.cause : null) : body.cause;
  const recounted = before && CLASSES.some((one) => before[one] !== body.counts[one]);
  const redated = before && seen !== null && seen.on !== before.seenOn;
  const judgedOtherwise = before && (before.final !== body.final || before.cause !== cause);
  if (before && !recounted && !redated && !judgedOtherwise && before.closed === body.closed) return;
  if (before?.closed && (recounted || redated || judgedOtherwise))
    checkCorrection(before.by, hand, body.reason, `dish ${dish.number}`);
  if (before?.closed && !body.closed)
    throw fault('invalid', { is: 'germination.closed-count-stays-closed' }, [
      { path: 'closed', message: { is: 'germination.closed-already' } },
    ]);
  const id = uuid();
  await tx.insert(germinationCount).values({
    id,
    lotId: dish.lotId,
    subject: dish.id,
    field: `day:${key}`,
    by: hand.personId,
    ...seenColumns(before && !redated ? seenAs(before) : (seen ?? seenNow(hand))),
    recordedAt: now,
    device: null,
    supersedes: before?.id ?? null,
    reason: before ? (body.reason ?? COUNTING_ON) : null,
    ...body.counts,
    closed: body.closed,
    final: body.final,
    cause,
    entry: body.entry,
  });
  await tx
    .update(vessel)
    .set({ version: dish.version + 1, updatedBy: hand.personId, updatedAt: now })
    .where(eq(vessel.id, dish.id));
  await bumpTest(tx, test, hand);
  await audit({
    lotId: dish.lotId,
    act: { is: before?.closed ? 'dish-corrected' : 'dish-counted', dish: dish.number, day: key },
    subject: `vessel ${dish.code}`,
    before: before ? { ...Object.fromEntries(CLASSES.map((one) => [one, before[one]])), seenOn: before.seenOn } : null,
    after: {
      ...body.counts,
      seenOn: on,
      final: body.final,
      ...(cause ? { cause } : {}),
      ...(superseded ? { insteadOfKeys: superseded } : {}),
    },
    reason: body.reason,
  });
  if (closesDish) await judge(tx, test, hand);
  touch(dish.lotId);
}

type CountRow = ReturnType<typeof currentCounts>[number];

/**
 * What a count can hold beside the others of its dish, and when a final one can be. Answers whether it leaves the dish
 * closed.
 */
function checkSeeds(dish: Vessel, others: readonly CountRow[], on: string, body: DishCount): boolean {
  const seeds = dish.seeds ?? 0;
  const total = totalOf(addCounts([...others.map(countsOf), body.counts]));
  if (total > seeds)
    throw fault('invalid', { is: 'germination.more-seeds-called-than' }, [
      { path: 'counts', message: { is: 'germination.adds-over-all-days', total, seeds } },
    ]);
  const now = calledAt(body.final);
  const waits = CLASSES.find((one) => !now.includes(one) && body.counts[one] > 0);
  if (waits)
    throw fault('invalid', { is: 'germination.hard-fresh-seed-called' }, [
      { path: `counts.${waits}`, message: { is: 'germination.waits-final-count' } },
    ]);
  const end = others.find((row) => row.final && row.closed);
  if (end && body.final)
    throw fault('conflict', { is: 'germination.dish-final-count-already', number: dish.number }, [
      { path: 'final', message: { is: 'germination.final-count-made', seenOn: end.seenOn } },
    ]);
  if (end && on > end.seenOn)
    throw fault('invalid', { is: 'germination.dish-ended', number: dish.number, seenOn: end.seenOn }, [
      { path: 'seenOn', message: { is: 'germination.lies-after-final-count', seenOn: end.seenOn } },
    ]);
  const ends = body.final && body.closed;
  const later = others.find((row) => row.seenOn > on);
  if (ends && later)
    throw fault('invalid', { is: 'germination.final-count-last' }, [
      { path: 'seenOn', message: { is: 'germination.count-lies-after', seenOn: later.seenOn } },
    ]);
  const closesDish = ends || end !== undefined;
  if (closesDish && total < seeds)
    throw fault('invalid', { is: 'germination.seeds-dish-still-call', figure: seeds - total, number: dish.number }, [
      { path: 'counts', message: { is: 'germination.adds-seeds-set', total, seeds } },
    ]);
  return closesDish;
}

/**
 * A count that was keyed is closed on what the server holds of its keys. Answers with the keys that typed figures stand
 * instead of; null where there are none.
 */
function checkKeys(keyed: Counts, { entry, counts }: DishCount): Counts | null {
  if (CLASSES.every((one) => keyed[one] === counts[one])) return null;
  if (entry !== 'typed')
    throw fault('conflict', { is: 'germination.keys-reached-server-say' }, [
      {
        path: 'counts',
        message: { is: 'germination.server-holds-wait-until', keyed: countWords(keyed) },
      },
    ]);
  return CLASSES.some((one) => keyed[one] > 0) ? keyed : null;
}

/** Keeps a judgement once every dish is closed. */
async function judge(tx: Transaction, test: BenchTest, hand: Hand): Promise<void> {
  const replicates = (await vesselsOf(tx, test.lotId)).filter(
    (one) => one.kind === 'replicate' && one.parentId === test.vesselId,
  );
  const zero = dayZero(test.plan as GerminationPlan);
  const dishes = (await dishViews(tx, replicates, new Map(), () => zero)).map(({ view }) => view);
  const edition = await editionById(tx, test.editionId);
  const result = resultOf(edition, dishes);
  if (!result.complete || !result.verdict) return;
  const lot = await lotById(tx, test.lotId);
  const method = await methodFor(tx, edition, lot.species, lot.bookKind);
  const days = countDaysOf(edition, test.plan as GerminationPlan, method, await isLegume(tx, lot.species), dishes);
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
    germinationOutcome(result, days),
    { ...result, days },
    hand,
  );
}
