import { and, asc, eq, inArray, sql } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import type { DishLateAct, GerminationPlan, TallyBatch, TallyKey } from '@mercato/contract/germination/germination';
import type { KeptKeys } from '@mercato/contract/hands/hands';
import type { Said } from '@mercato/contract/words/faults';
import { dayZero } from '@mercato/core/germination/planTest';
import { daysBetween } from '@mercato/core/units/days';
import { addCounts, CLASSES, NO_COUNTS, type SeedClass, totalOf } from '@mercato/core/units/seedCounts';
import { PARTS } from '@mercato/core/units/seedParts';
import { forNoKeyUpdate, type Reader } from '../database/connect.ts';
import { checkShown, counts, keepFate, keptKeys, type Place, receive, waits } from '../hands/hands.ts';
import type { WriteContext } from '../http/context.ts';
import { fault } from '../http/fault.ts';
import { vessel } from '../register/tables.ts';
import type { BenchTest } from '../register/tests.ts';
import { besideRows } from './beside.ts';
import { countsOf, currentCounts, keyOf } from './dishViews.ts';
import { germinationCount, tallyEvent } from './tables.ts';

interface Keyed {
  readonly dishId: string;
  readonly day: number;
  readonly counts: Record<SeedClass, number>;
}

/** Seeds that were keyed of some dishes, by dish and day. */
async function keyedOf(tx: Reader, dishIds: readonly string[]): Promise<Keyed[]> {
  const rows = await tx
    .select({
      dishId: tallyEvent.dishId,
      day: tallyEvent.day,
      seedClass: tallyEvent.seedClass,
      seeds: sql<number>`sum(${tallyEvent.seeds})::int`,
    })
    .from(tallyEvent)
    .where(and(inArray(tallyEvent.dishId, [...dishIds]), counts(tallyEvent)))
    .groupBy(tallyEvent.dishId, tallyEvent.day, tallyEvent.seedClass);
  const keyed: Keyed[] = [];
  for (const { dishId, day, seedClass, seeds } of rows) placeIn(keyed, dishId, day).counts[seedClass] += seeds;
  return keyed;
}

function placeIn(keyed: Keyed[], dishId: string, day: number): Keyed {
  const there = keyed.find((one) => one.dishId === dishId && one.day === day);
  if (there) return there;
  const place = { dishId, day, counts: { ...NO_COUNTS } };
  keyed.push(place);
  return place;
}

/**
 * Keeps key presses of a test. A press that is repeated is kept once; one that comes again as something else, one for a
 * count that is closed, for a day to come, or beyond the seeds that were set is refused, and nothing of its batch kept.
 * One that comes after another hand had its dish is kept, and counts only where somebody says so.
 * Only the dishes are locked, in the order of their ids: two people at two dishes never wait for each other.
 */
export async function keepKeys(
  { tx, hand }: Pick<WriteContext<unknown>, 'tx' | 'hand'>,
  test: BenchTest,
  { session, page, keys }: TallyBatch,
): Promise<KeptKeys> {
  const refuse = (i: number, field: string, message: Said, code: 'invalid' | 'conflict' = 'invalid'): never => {
    throw fault(code, message, `keys.${i}.${field}`);
  };
  const dishes = await forNoKeyUpdate(
    tx,
    tx
      .select()
      .from(vessel)
      .where(
        and(
          inArray(vessel.id, [...new Set(keys.map((key) => key.dishId))]),
          eq(vessel.parentId, test.vesselId),
          eq(vessel.kind, 'replicate'),
        ),
      )
      .orderBy(asc(vessel.id)),
  );
  const ids = dishes.map((one) => one.id);
  const earlier = await tx
    .select()
    .from(tallyEvent)
    .where(
      and(
        eq(tallyEvent.session, session),
        inArray(
          tallyEvent.sequence,
          keys.map((key) => key.sequence),
        ),
      ),
    );
  // A key is of the day on which it was pressed; one that waited for the network is of an earlier one.
  const today = daysBetween(dayZero(test.plan as GerminationPlan), hand.today);
  const fresh = keys.filter((key, i) => {
    if (!ids.includes(key.dishId)) refuse(i, 'dishId', { is: 'germination.not-dish-test' });
    if (key.part !== undefined && PARTS[key.part] !== key.seedClass)
      refuse(i, 'part', { is: 'germination.part-of-other-class', part: key.part, seedClass: key.seedClass });
    const before = earlier.find((one) => one.sequence === key.sequence);
    const twin = keys.findIndex((one) => one.sequence === key.sequence);
    for (const other of [before, twin < i ? keys[twin] : undefined])
      if (
        other &&
        (other.dishId !== key.dishId ||
          other.day !== key.day ||
          other.seedClass !== key.seedClass ||
          (other.part ?? null) !== (key.part ?? null) ||
          other.seeds !== key.seeds)
      )
        refuse(i, 'sequence', { is: 'germination.press-came-before-something' }, 'conflict');
    if (before || twin < i) return false;
    if (key.day > today)
      refuse(
        i,
        'day',
        today < 0 ? { is: 'germination.test-not-come-warmth' } : { is: 'germination.most-today', today },
      );
    return true;
  });
  const late = await receive(tx, hand, page ?? session, fresh, ({ dishId, turn }) => ({
    place: placeOfDish(dishId),
    turn,
  }));
  const inTime = fresh.filter((key) => !late.has(key));
  if (inTime.length > 0)
    await checkRoom(tx, dishes, inTime, (key, field, message) => refuse(keys.indexOf(key), field, message));
  if (fresh.length > 0)
    await tx.insert(tallyEvent).values(
      fresh.map((key) => {
        const { turn: _turn, ...pressed } = key;
        return { id: uuid(), session, ...pressed, late: late.has(key), by: hand.personId, at: hand.at };
      }),
    );
  return keptKeys(keys, late, earlier);
}

/** Says what becomes of late keys of one dish: they are added to what was counted there, or set aside for good. */
export async function decideLateKeys(
  { tx, hand, audit }: Pick<WriteContext<unknown>, 'tx' | 'hand' | 'audit'>,
  dishId: string,
  { session, day, keys, fate }: DishLateAct,
): Promise<string> {
  const [dish] = await forNoKeyUpdate(tx, tx.select().from(vessel).where(eq(vessel.id, dishId)));
  if (dish?.kind !== 'replicate') throw fault('not-found', 'germination.no-such-dish');
  const late = await tx
    .select()
    .from(tallyEvent)
    .where(
      and(eq(tallyEvent.dishId, dishId), eq(tallyEvent.session, session), eq(tallyEvent.day, day), waits(tallyEvent)),
    );
  checkShown({ keys }, late.length);
  if (fate === 'taken')
    await checkRoom(tx, [dish], late as ((typeof late)[number] & Called)[], (_key, _field, message) => {
      throw fault('invalid', message, 'fate');
    });
  await keepFate(tx, hand, late, fate);
  await audit({
    lotId: dish.lotId,
    act: { is: 'dish-late-keys', dish: dish.number, day, fate },
    subject: `vessel ${dish.code}`,
    after: { keys: late.length, by: late[0]?.by },
  });
  return dish.lotId;
}

export const placeOfDish = (dishId: string): Place => ({ kind: 'dish', subject: dishId, part: 0 });

type Called = Pick<TallyKey, 'dishId' | 'day' | 'seedClass' | 'seeds'>;

/** No more seeds are keyed than are left in the dish, none is taken back that was not there, and a closed count stays closed. */
async function checkRoom<K extends Called>(
  tx: Reader,
  dishes: readonly (typeof vessel.$inferSelect)[],
  fresh: readonly K[],
  refuse: (key: K, field: string, message: Said) => never,
): Promise<void> {
  const ids = dishes.map((one) => one.id);
  const keyed = await keyedOf(tx, ids);
  const written = currentCounts(await tx.select().from(germinationCount).where(inArray(germinationCount.subject, ids)));
  const { spoiled } = await besideRows(tx, ids);
  for (const key of fresh) {
    const lost = dishes.find(
      (one) => one.id === key.dishId && spoiled.some((s) => s.dish === one.id && s.cause !== null),
    );
    if (lost) refuse(key, 'dishId', { is: 'germination.dish-is-spoiled', number: lost.number });
    const mine = written.filter((one) => one.subject === key.dishId);
    if (mine.some((one) => one.closed && (one.final || keyOf(one.field) === key.day)))
      refuse(key, 'day', { is: 'germination.count-closed-correct-figures' });
    placeIn(keyed, key.dishId, key.day).counts[key.seedClass] += key.seeds;
  }
  for (const dish of dishes) {
    const last = fresh.findLast((key) => key.dishId === dish.id);
    if (!last) continue;
    const mine = written.filter((one) => one.subject === dish.id);
    const isClosed = (day: number) => mine.some((one) => one.closed && keyOf(one.field) === day);
    const open = keyed.filter((one) => one.dishId === dish.id && !isClosed(one.day));
    for (const { counts: called } of open) {
      const below = CLASSES.find((one) => called[one] < 0);
      if (below !== undefined) refuse(last, 'seeds', { is: 'germination.takes-back-more-seeds', below });
    }
    // What was typed of a count stands, unless keys go on with it.
    const standing = mine.filter((one) => one.closed || !open.some(({ day }) => day === keyOf(one.field)));
    const total = totalOf(addCounts([...open.map((one) => one.counts), ...standing.map(countsOf)]));
    const seeds = dish.seeds ?? 0;
    if (total > seeds)
      refuse(last, 'seeds', { is: 'germination.seeds-dish-would-called', total, number: dish.number, seeds });
  }
}
