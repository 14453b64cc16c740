import { eq, sql } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import type { NewRecount, NewSpoiled } from '@mercato/contract/germination/dishes';
import type { GerminationPlan } from '@mercato/contract/germination/germination';
import { addCounts, calledAt, CLASSES, totalOf } from '@mercato/core/units/seedCounts';
import { partsOver, SEED_PARTS } from '@mercato/core/units/seedParts';
import { checkCorrection, seenColumns, seenNow } from '../database/observations.ts';
import { writeInHand } from '../hands/hands.ts';
import { fault } from '../http/fault.ts';
import { storePlace } from '../store/tables.ts';
import type { Lot } from '../register/lots.ts';
import { seenOf } from '../register/seen.ts';
import { vessel } from '../register/tables.ts';
import { type BenchTest, bumpTest, testById } from '../register/tests.ts';
import type { Vessel } from '../register/vessels.ts';
import { dishNamed, judge, openDishes, type OpenDishes, type Write } from './count.ts';
import { countsOf, currentCounts, keyOf } from './dishViews.ts';
import { germinationOf } from './result.ts';
import { dishMove, dishSpoiled, germinationRecount } from './tables.ts';

const testOfDish = ({ file }: OpenDishes, dish: Vessel): BenchTest => {
  const test = file.tests.find((one) => one.vesselId === dish.parentId);
  if (!test) throw fault('not-found', 'germination.dish-belongs-no-test');
  return test;
};

/** The dish and its test move on by a version, so that whoever saw the one before reads it anew. */
async function moveOn({ tx, hand }: Write, dish: Vessel, test: BenchTest): Promise<void> {
  await tx
    .update(vessel)
    .set({ version: sql`${vessel.version} + 1`, updatedBy: hand.personId, updatedAt: hand.at })
    .where(eq(vessel.id, dish.id));
  await bumpTest(tx, test, hand);
}

/** Sets a dish aside as spoiled, or takes that back; what was counted of it stays on file, and the test is judged anew. */
export async function spoilDish(context: Write, lot: Lot, dish: Vessel, body: NewSpoiled): Promise<void> {
  const { tx, hand, audit, touch, now } = context;
  const open = await openDishes(tx, lot, now);
  const test = testOfDish(open, dish);
  const before = open.rows.beside.spoiled.find((one) => one.dish === dish.id)?.cause ?? null;
  if (body.cause === null && before === null)
    throw fault('conflict', { is: 'germination.dish-is-sound', number: dish.number }, 'cause');
  await writeInHand(tx, dishNamed(dish), hand, false);
  const { setUpDate } = test.plan as GerminationPlan;
  const seen = seenOf(hand, body, { on: setUpDate, what: { is: 'dishes-set' } });
  await tx.insert(dishSpoiled).values({
    dishId: dish.id,
    cause: body.cause,
    note: body.note,
    seenOn: seen.on,
    by: hand.personId,
    at: hand.at,
  });
  await moveOn(context, dish, test);
  await audit({
    lotId: lot.id,
    act: { is: body.cause === null ? 'dish-sound' : 'dish-spoiled', dish: dish.number },
    subject: `vessel ${dish.code}`,
    before: before === null ? null : { cause: before },
    after: { cause: body.cause, seenOn: seen.on },
    reason: body.note,
  });
  touch(lot.id);
  const after = await openDishes(tx, lot, now);
  await judge(tx, germinationOf(after.file, after.rows), await testById(tx, test.id, 'germination'), after, hand);
}

/**
 * Writes down what a second hand calls the seedlings of one closed count.
 * @param key  the address of that count
 * @throws {Fault} 409 for a count that is open, one of the own hand, and one that another hand recounted already
 */
export async function recountDish(
  context: Write,
  lot: Lot,
  dish: Vessel,
  key: number,
  body: NewRecount,
): Promise<void> {
  const { tx, hand, audit, touch, now } = context;
  const open = await openDishes(tx, lot, now);
  const test = testOfDish(open, dish);
  const own = open.rows.counts.filter((row) => row.subject === dish.id);
  const count = currentCounts(own).find((row) => keyOf(row.field) === key);
  if (!count?.closed) throw fault('conflict', { is: 'germination.recount-after-close', number: dish.number }, 'counts');
  const first = own.filter((row) => row.field === count.field);
  if (first.some((row) => row.by === hand.personId))
    throw fault('conflict', { is: 'germination.recount-by-other-hand', number: dish.number }, 'counts');
  const waits = CLASSES.find((one) => !calledAt(count.final).includes(one) && body.counts[one] > 0);
  if (waits) throw fault('invalid', 'germination.hard-fresh-seed-called', `counts.${waits}`);
  const over = partsOver(body.counts, body.parts ?? {});
  if (over)
    throw fault('invalid', { is: 'germination.kinds-over-class', over, seeds: body.counts[over] }, `counts.${over}`);
  const total = totalOf(body.counts);
  const seeds = totalOf(countsOf(count));
  const left =
    (dish.seeds ?? 0) -
    totalOf(
      addCounts(
        currentCounts(own)
          .filter((row) => row !== count && row.seenOn <= count.seenOn)
          .map(countsOf),
      ),
    );
  if (count.final ? total !== seeds : total > left)
    throw fault(
      'invalid',
      { is: 'germination.recount-of-same-seeds', total, seeds: count.final ? seeds : left, final: count.final },
      'counts',
    );

  const field = `recount:${key}`;
  const earlier = open.rows.beside.recounts.find((row) => row.dish === dish.id && row.field === field);
  const [before] = earlier
    ? await tx
        .select()
        .from(germinationRecount)
        .where(
          sql`${germinationRecount.subject} = ${dish.id} and ${germinationRecount.field} = ${field}
              and not exists (select 1 from germination_recount l where l.supersedes = ${germinationRecount.id})`,
        )
    : [];
  if (before) {
    const same =
      CLASSES.every((one) => before[one] === body.counts[one]) &&
      SEED_PARTS.every((one) => before.parts?.[one] === body.parts?.[one]);
    if (same) return;
    checkCorrection(before.by, hand, body.reason, `the recount of dish ${dish.number}`);
  }
  await tx.insert(germinationRecount).values({
    id: uuid(),
    lotId: lot.id,
    subject: dish.id,
    field,
    by: hand.personId,
    ...seenColumns(seenNow(hand)),
    recordedAt: hand.at,
    supersedes: before?.id ?? null,
    reason: before ? (body.reason ?? '') : null,
    ...body.counts,
    parts: body.parts ?? null,
  });
  await moveOn(context, dish, test);
  await audit({
    lotId: lot.id,
    act: { is: 'dish-recounted', dish: dish.number, day: key },
    subject: `vessel ${dish.code}`,
    before: before ? Object.fromEntries(CLASSES.map((one) => [one, before[one]])) : null,
    after: body.counts,
    reason: body.reason,
  });
  touch(lot.id);
}

/** Puts a dish on a shelf for dishes. Where it stood before stays on file. */
export async function moveDish(
  { tx, hand, audit, touch }: Write,
  dish: Vessel,
  placeId: string,
  path = 'placeId',
): Promise<void> {
  const [place] = await tx.select().from(storePlace).where(eq(storePlace.id, placeId));
  if (!place || place.removed) throw fault('invalid', 'store.no-such-place-store', path);
  if (place.dishPlaces === null)
    throw fault('invalid', { is: 'germination.no-place-for-dishes', name: place.name }, path);
  await tx.insert(dishMove).values({ dishId: dish.id, placeId, by: hand.personId, at: hand.at });
  await audit({
    lotId: dish.lotId,
    act: { is: 'dish-moved', dish: dish.number, to: place.name },
    subject: `vessel ${dish.code}`,
    after: { placeId },
  });
  touch(dish.lotId);
}
