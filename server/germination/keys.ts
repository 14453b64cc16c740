import { and, asc, eq, inArray, sql } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import type { GerminationPlan, TallyBatch } from '@mercato/contract/germination/germination';
import { dayZero } from '@mercato/core/germination/planTest';
import { daysBetween } from '@mercato/core/units/days';
import { addCounts, CLASSES, NO_COUNTS, totalOf, type Counts, type SeedClass } from '@mercato/core/units/seedCounts';
import type { Transaction } from '../database/connect.ts';
import type { WriteContext } from '../http/api.ts';
import { fault } from '../http/fault.ts';
import { vessel } from '../register/tables.ts';
import type { BenchTest } from '../register/tests.ts';
import { countsOf, currentCounts, keyOf } from './result.ts';
import { germinationCount, tallyEvent } from './tables.ts';

interface Keyed {
  readonly dishId: string;
  readonly day: number;
  readonly counts: Record<SeedClass, number>;
}

/** Seeds that were keyed of some dishes, by dish and day. */
async function keyedOf(tx: Transaction, dishIds: readonly string[]): Promise<Keyed[]> {
  const rows = await tx
    .select({
      dishId: tallyEvent.dishId,
      day: tallyEvent.day,
      seedClass: tallyEvent.seedClass,
      seeds: sql<number>`sum(${tallyEvent.seeds})::int`,
    })
    .from(tallyEvent)
    .where(inArray(tallyEvent.dishId, [...dishIds]))
    .groupBy(tallyEvent.dishId, tallyEvent.day, tallyEvent.seedClass);
  const keyed: Keyed[] = [];
  for (const { dishId, day, seedClass, seeds } of rows)
    placeIn(keyed, dishId, day).counts[seedClass as SeedClass] += seeds;
  return keyed;
}

function placeIn(keyed: Keyed[], dishId: string, day: number): Keyed {
  const there = keyed.find((one) => one.dishId === dishId && one.day === day);
  if (there) return there;
  const place = { dishId, day, counts: { ...NO_COUNTS } };
  keyed.push(place);
  return place;
}

/** What was keyed of one dish on one day. */
export const keysHeld = async (tx: Transaction, dishId: string, day: number): Promise<Counts> =>
  placeIn(await keyedOf(tx, [dishId]), dishId, day).counts;

/**
 * Keeps key presses of a test. A press that is repeated is kept once; one that comes again as something else, one for a
 * count that is closed, for a day to come, or beyond the seeds that were set is refused, and nothing of its batch kept.
 * Only the dishes are locked, in the order of their ids: two people at two dishes never wait for each other.
 */
export async function keepKeys(
  { tx, hand }: Pick<WriteContext<unknown>, 'tx' | 'hand'>,
  test: BenchTest,
  { session, keys }: TallyBatch,
): Promise<{ kept: number[] }> {
  const refuse = (i: number, field: string, message: string, code: 'invalid' | 'conflict' = 'invalid'): never => {
    throw fault(code, 'A key cannot be kept, and none of these was.', [{ path: `keys.${i}.${field}`, message }]);
  };
  const dishes = await tx
    .select()
    .from(vessel)
    .where(
      and(
        inArray(vessel.id, [...new Set(keys.map((key) => key.dishId))]),
        eq(vessel.parentId, test.vesselId),
        eq(vessel.kind, 'replicate'),
      ),
    )
    .orderBy(asc(vessel.id))
    .for('no key update');
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
    if (!ids.includes(key.dishId)) refuse(i, 'dishId', 'not a dish of this test');
    const before = earlier.find((one) => one.sequence === key.sequence);
    const twin = keys.findIndex((one) => one.sequence === key.sequence);
    for (const other of [before, twin < i ? keys[twin] : undefined])
      if (
        other &&
        (other.dishId !== key.dishId ||
          other.day !== key.day ||
          other.seedClass !== key.seedClass ||
          other.seeds !== key.seeds)
      )
        refuse(i, 'sequence', 'this press came before as something else', 'conflict');
    if (before || twin < i) return false;
    if (key.day > today)
      refuse(i, 'day', today < 0 ? 'the test has not come to warmth yet' : `at most ${today}, which is today`);
    return true;
  });
  if (fresh.length > 0) await checkRoom(tx, dishes, fresh, keys, refuse);
  if (fresh.length > 0)
    await tx
      .insert(tallyEvent)
      .values(fresh.map((key) => ({ id: uuid(), session, ...key, by: hand.personId, at: hand.at })));
  return { kept: keys.map((key) => key.sequence) };
}

/** No more seeds are keyed than are left in the dish, none is taken back that was not there, and a closed count stays closed. */
async function checkRoom(
  tx: Transaction,
  dishes: readonly (typeof vessel.$inferSelect)[],
  fresh: TallyBatch['keys'],
  keys: TallyBatch['keys'],
  refuse: (i: number, field: string, message: string) => never,
): Promise<void> {
  const ids = dishes.map((one) => one.id);
  const keyed = await keyedOf(tx, ids);
  const counts = currentCounts(await tx.select().from(germinationCount).where(inArray(germinationCount.subject, ids)));
  for (const key of fresh) {
    const i = keys.indexOf(key);
    const mine = counts.filter((one) => one.subject === key.dishId);
    if (mine.some((one) => one.closed && (one.final || keyOf(one.field) === key.day)))
      refuse(i, 'day', 'this count is closed: correct its figures instead');
    placeIn(keyed, key.dishId, key.day).counts[key.seedClass] += key.seeds;
  }
  for (const dish of dishes) {
    const last = keys.findLastIndex((key) => key.dishId === dish.id);
    const mine = counts.filter((one) => one.subject === dish.id);
    const isClosed = (day: number) => mine.some((one) => one.closed && keyOf(one.field) === day);
    const open = keyed.filter((one) => one.dishId === dish.id && !isClosed(one.day));
    for (const { counts: called } of open) {
      const below = CLASSES.find((one) => called[one] < 0);
      if (below !== undefined) refuse(last, 'seeds', `takes back more ${below} seeds than were counted`);
    }
    // What was typed of a count stands, unless keys go on with it.
    const written = mine.filter((one) => one.closed || !open.some(({ day }) => day === keyOf(one.field)));
    const total = totalOf(addCounts([...open.map((one) => one.counts), ...written.map(countsOf)]));
    const seeds = dish.seeds ?? 0;
    if (total > seeds)
      refuse(last, 'seeds', `${total} seeds of dish ${dish.number} would be called, and ${seeds} were set`);
  }
}
