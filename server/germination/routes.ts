import { eq, inArray, sql } from 'drizzle-orm';
import type { GerminationPlan, PlanDays } from '@mercato/contract/germination/germination';
import { germinationRoutes } from '@mercato/contract/germination/routes';
import { dayZero } from '@mercato/core/germination/planTest';
import { forUpdate, prepared, type Transaction } from '../database/connect.ts';
import { checkCorrection } from '../database/observations.ts';
import { actAt } from '../hands/hands.ts';
import type { Api } from '../http/api.ts';
import { checkVersion, idParam } from '../http/asked.ts';
import type { WriteContext } from '../http/context.ts';
import { fault } from '../http/fault.ts';
import { todayIn } from '../http/day.ts';
import { waitingFor } from '../http/waiting.ts';
import { type LotPicture, settleStep } from '../lot-sheet/standing.ts';
import { laboratoryOf, openFile } from '../register/lotFile.ts';
import { type Lot, lotById } from '../register/lots.ts';
import { serveOtherResults } from '../register/otherResultRoutes.ts';
import { namesOf } from '../register/people.ts';
import { checkDay } from '../register/seen.ts';
import { benchTest, lot, vessel } from '../register/tables.ts';
import { type BenchTest, bumpTest, drawnBefore, lockTest, testById } from '../register/tests.ts';
import { type Vessel, vesselsOf } from '../register/vessels.ts';
import { countDish, dishNamed, judge, openDishes, type Write } from './count.ts';
import { moveDish, recountDish, spoilDish } from './dishActs.ts';
import { currentCounts } from './dishViews.ts';
import { decideLateKeys, keepKeys } from './keys.ts';
import { keepPhoto, photosBeside, pictureBytes, pictureSlices, strikePhoto, thumbnailOf } from './photos.ts';
import { germinationOf, readGermination } from './result.ts';
import { keepOther, readOthers } from './others.ts';
import { roomOn } from './rooms.ts';
import { setUpTest, setUpTrial } from './setUp.ts';
import { germinationCount, tallyEvent } from './tables.ts';

export function serveGermination(api: Api<LotPicture>): void {
  api.read(germinationRoutes.ofLot, async ({ tx, params, now }) =>
    readGermination(tx, await openFile(tx, idParam(params, 'lot'), now)),
  );

  api.write(germinationRoutes.start, async (context) => {
    const test = await setUpTest(context, context.body);
    return settleStep(context, test.lotId, 'germination');
  });

  api.write(germinationRoutes.count, async (context) => {
    const { tx, params, seenVersion, body, now } = context;
    const { lot: of, dish } = await lockDish(tx, idParam(params, 'dish'));
    if (seenVersion !== dish.version) checkVersion(seenVersion, dish, await nameOf(tx, dish.updatedBy));
    const written = await countDish(context, await openDishes(tx, of, now), dish.id, dayParam(params.day), body);
    return settleStep(context, of.id, 'germination', written);
  });

  api.write(germinationRoutes.startTrial, async (context) => {
    const [first] = await setUpTrial(context, context.body);
    return settleStep(context, first?.lotId ?? '', 'germination');
  });

  api.write(germinationRoutes.spoil, async (context) => {
    const { tx, params, seenVersion, body } = context;
    const { lot: of, dish } = await lockDish(tx, idParam(params, 'dish'));
    if (seenVersion !== dish.version) checkVersion(seenVersion, dish, await nameOf(tx, dish.updatedBy));
    await spoilDish(context, of, dish, body);
    return settleStep(context, of.id, 'germination');
  });

  api.write(germinationRoutes.recount, async (context) => {
    const { tx, params, seenVersion, body } = context;
    const { lot: of, dish } = await lockDish(tx, idParam(params, 'dish'));
    if (seenVersion !== dish.version) checkVersion(seenVersion, dish, await nameOf(tx, dish.updatedBy));
    await recountDish(context, of, dish, dayParam(params.day), body);
    return settleStep(context, of.id, 'germination');
  });

  api.write(germinationRoutes.move, async (context) => {
    const { lot: of, dish } = await lockDish(context.tx, idParam(context.params, 'dish'));
    await moveDish(context, dish, context.body.placeId);
    return settleStep(context, of.id, 'germination');
  });

  api.read(germinationRoutes.room, async ({ tx, query, now }) => {
    const today = todayIn(now, (await laboratoryOf(tx)).zone);
    const day = (value: unknown) => (typeof value === 'string' && isDay(value) ? value : today);
    const [from, to] = [day(query.from), day(query.to)];
    return roomOn(tx, from, to < from ? from : to, today);
  });

  servePhotos(api);
  serveOtherResults(api, germinationRoutes, readOthers, keepOther);

  api.write(germinationRoutes.planDays, async (context) => {
    const { tx, params, seenVersion, body } = context;
    const test = await lockTest(tx, idParam(params, 'test'), 'germination', seenVersion);
    await correctPlan(context, test, body);
    return settleStep(context, test.lotId, 'germination');
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
    if (dish?.kind !== 'replicate') throw fault('not-found', 'germination.no-such-dish');
    await actAt(context, dishNamed(dish), context.body);
    return seenBy(context, dish.lotId);
  });
  api.write(germinationRoutes.decideLate, async (context) =>
    seenBy(context, await decideLateKeys(context, idParam(context.params, 'dish'), context.body)),
  );
}

/** Photographs: what is shown of them, and the pictures themselves. */
function servePhotos(api: Api<LotPicture>): void {
  api.read(germinationRoutes.photos, async ({ tx, params }) => photosBeside(tx, idParam(params, 'dish')));
  api.write(germinationRoutes.photograph, async (context) => {
    const { lot: of, dish } = await lockDish(context.tx, idParam(context.params, 'dish'));
    await keepPhoto(context, of, dish, context.body);
    return photosBeside(context.tx, dish.id);
  });
  api.write(germinationRoutes.strikePhoto, async (context) => {
    const { dishId } = await strikePhoto(context, idParam(context.params, 'photo'), context.body.reason);
    return photosBeside(context.tx, dishId);
  });
  api.file(germinationRoutes.thumbnail, async ({ tx, params }) => ({
    name: 'thumbnail.jpg',
    body: await thumbnailOf(tx, idParam(params, 'photo')),
  }));
  api.file(germinationRoutes.picture, async ({ tx, params }) => {
    const id = idParam(params, 'photo');
    const bytes = await pictureBytes(tx, id);
    return { name: 'dish.jpg', body: pictureSlices(api.connection.db, id, bytes), bytes };
  });
}

const nameOf = async (tx: Transaction, person: string) => (await namesOf(tx)).get(person) ?? 'somebody';
const dayParam = (day: string) => (/^\d{1,3}$/.test(day) ? Number(day) : -1);
const isDay = (value: string) => /^\d{4}-\d{2}-\d{2}$/.test(value) && !Number.isNaN(Date.parse(value));

/** Locks a dish for a count: its lot first, as everywhere. */
async function lockDish(tx: Transaction, id: string): Promise<{ readonly lot: Lot; readonly dish: Vessel }> {
  const statement = prepared(tx, 'lot and dish, locked', (on, name) =>
    forUpdate(
      on,
      on
        .select({ lot, dish: vessel })
        .from(lot)
        .innerJoin(vessel, eq(vessel.lotId, lot.id))
        .where(eq(vessel.id, sql.placeholder('id'))),
    ).prepare(name),
  );
  const [row] = await waitingFor({ is: 'register.lot-being-written' }, statement.execute({ id }));
  if (row?.dish.kind !== 'replicate') throw fault('not-found', 'germination.no-such-dish');
  return row;
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
  if ((counts.length > 0 || keyed) && !ended) throw fault('conflict', 'germination.dishes-being-counted', 'setUpDate');
  const zero = dayZero(days);
  const first = counts.map((one) => one.seenOn).sort()[0];
  if (first !== undefined && zero > first)
    throw fault('invalid', { is: 'germination.day-0-would-after', zero, first }, 'setUpDate');
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
  if (ended) {
    const open = await openDishes(tx, await lotById(tx, test.lotId), context.now);
    await judge(tx, germinationOf(open.file, open.rows), await testById(tx, test.id, 'germination'), open, hand);
  }
  touch(test.lotId);
}
