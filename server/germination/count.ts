import { eq, sql } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import type { DishCount, GerminationPlan, GerminationView } from '@mercato/contract/germination/germination';
import { dayZero } from '@mercato/core/germination/planTest';
import { addDays } from '@mercato/core/units/days';
import {
  addCounts,
  calledAt,
  CLASSES,
  type Counts,
  NO_COUNTS,
  type SeedClass,
  totalOf,
} from '@mercato/core/units/seedCounts';
import { partsOver, SEED_PARTS } from '@mercato/core/units/seedParts';
import { asStored, everyColumn, filled, prepared, type Transaction } from '../database/connect.ts';
import { checkCorrection, type Hand, type Seen, seenAs, seenColumns, seenNow } from '../database/observations.ts';
import { closeInHand, type HeldRow, type NamedPlace } from '../hands/hands.ts';
import type { WriteContext } from '../http/context.ts';
import { fault } from '../http/fault.ts';
import { fileOf, type LotFile } from '../register/lotFile.ts';
import type { Lot } from '../register/lots.ts';
import { type After, seenOf } from '../register/seen.ts';
import { benchTest, vessel } from '../register/tables.ts';
import { type BenchTest, judged, keepJudgement } from '../register/tests.ts';
import type { Vessel } from '../register/vessels.ts';
import { spoiledOf } from './beside.ts';
import { COUNTING_ON } from './countReason.ts';
import {
  type CountRow,
  countsOf,
  currentCounts,
  deviationsOfDishes,
  germinationRows,
  type GerminationRows,
  keyCounts,
} from './dishViews.ts';
import { placeOfDish } from './keys.ts';
import { germinationOf, germinationOutcome } from './result.ts';
import { germinationCount } from './tables.ts';

export type Write = Pick<WriteContext<unknown>, 'tx' | 'hand' | 'audit' | 'touch' | 'now'>;

const countWords = (counts: Counts) => CLASSES.map((one) => `${counts[one]} ${one}`).join(', ');

export const dishNamed = ({ id, number, lotId }: Pick<Vessel, 'id' | 'number' | 'lotId'>): NamedPlace => ({
  ...placeOfDish(id),
  thing: { what: 'dish', number },
  lotId,
});

/** How a count comes in: entered at the bench, or by a file that may not say on which day it was made. */
export type CountFrom = 'bench' | 'plan';

/** The germination of a lot as a write comes upon it: its lot is locked, and its dishes stay with whoever has them in hand. */
export interface OpenDishes {
  readonly file: LotFile;
  readonly rows: GerminationRows;
}

export async function openDishes(tx: Transaction, lot: Lot, now: Date): Promise<OpenDishes> {
  const file = await fileOf(tx, lot, now);
  return { file, rows: await germinationRows(tx, file, tx) };
}

/**
 * Writes one dish's count down under the day of the test on which it was seen, superseding what was written there,
 * and judges the test when its last dish closes. A correction was seen when the count was, unless it corrects the day.
 *
 * @param key  day of the test, from 0: the day of a new count, the address of one that is there
 * @returns what is now written of the lot's germination, and what it comes to
 */
export async function countDish(
  context: Write,
  open: OpenDishes,
  dishId: string,
  key: number,
  body: DishCount,
  from: CountFrom = 'bench',
): Promise<OpenDishes & { readonly view: GerminationView }> {
  const { tx, hand, audit, touch, now } = context;
  const dish = open.file.vessels.find((one) => one.id === dishId);
  const test = open.file.tests.find((one) => one.vesselId === dish?.parentId);
  if (!dish || !test) throw fault('not-found', 'germination.dish-belongs-no-test');
  const zero = dayZero(test.plan as GerminationPlan);
  if (zero > hand.today) throw fault('invalid', { is: 'germination.counts-begin', zero }, 'day');
  const current = currentCounts(open.rows.counts.filter((row) => row.subject === dish.id));
  const before = current.find((row) => row.field === `day:${key}`);
  const after: After = { on: zero, what: { is: 'came-to-warmth' } };
  const stated = body.seenOn ?? (before ? undefined : addDays(zero, key));
  const seen: Seen | null =
    stated === undefined
      ? null
      : { ...seenOf(hand, { ...body, seenOn: stated }, after), ...(from === 'plan' ? { from } : {}) };

  const others = current.filter((row) => row !== before);
  const on = seen?.on ?? before?.seenOn ?? hand.today;
  if (spoiledOf(open.rows.beside, dish.id, open.file.names))
    throw fault('conflict', { is: 'germination.dish-is-spoiled', number: dish.number }, 'counts');
  const closesDish = checkSeeds(dish, others, on, body);
  const inHand = open.rows.held.find((one) => one.subject === dish.id);
  const held =
    !before?.closed && from === 'bench' ? await closeInHand(tx, inHand, dishNamed(dish), hand, body.closed) : inHand;
  const keyed = body.closed && !before?.closed && from === 'bench' ? keyedIn(open.rows, dish.id, key) : null;
  const superseded = keyed && checkKeys(keyed, body);

  // What is not said of a count that is there stays as it was said.
  const cause = body.cause === undefined ? (before?.final ? before.cause : null) : body.cause;
  const parts = body.parts ?? (before ? before.parts : null);
  const recounted =
    before &&
    (CLASSES.some((one) => before[one] !== body.counts[one]) ||
      SEED_PARTS.some((one) => before.parts?.[one] !== parts?.[one]));
  const redated = before && seen !== null && seen.on !== before.seenOn;
  const judgedOtherwise = before && (before.final !== body.final || before.cause !== cause);
  if (before && !recounted && !redated && !judgedOtherwise && before.closed === body.closed)
    return { ...open, view: germinationOf(open.file, open.rows) };
  if (before?.closed && (recounted || redated || judgedOtherwise))
    checkCorrection(before.by, hand, body.reason, `dish ${dish.number}`);
  if (before?.closed && !body.closed) throw fault('invalid', 'germination.closed-count-stays-closed', 'closed');
  const { lateReason, ...day } = seenColumns(before && !redated ? seenAs(before) : (seen ?? seenNow(hand)));
  const row: CountRow = {
    id: uuid(),
    lotId: dish.lotId,
    subject: dish.id,
    field: `day:${key}`,
    by: hand.personId,
    ...day,
    lateReason: lateReason ?? null,
    recordedAt: now,
    device: null,
    supersedes: before?.id ?? null,
    reason: before ? (body.reason ?? COUNTING_ON) : null,
    ...body.counts,
    parts,
    closed: body.closed,
    final: body.final,
    cause,
    entry: body.entry,
  };
  const stamp = { updatedBy: hand.personId, updatedAt: now };
  const dishIs = { ...dish, version: dish.version + 1, ...stamp };
  const [testIs] = await countStatement(tx).execute({
    ...asStored(germinationCount, row),
    dishVersion: dishIs.version,
    testId: test.id,
  });
  if (!testIs) throw new Error('the test is gone');
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
  touch(dish.lotId);
  const counted = withCount(open, row, dishIs, testIs, held);
  // With its last day a dish leaves the air around it.
  const written = closesDish ? await withAir(tx, counted) : counted;
  const view = germinationOf(written.file, written.rows);
  if (closesDish) await judge(tx, view, testIs, written, hand);
  return { ...written, view };
}

/** Keeps a count, and with it the next version of its dish and of its test: one statement. */
const countStatement = (tx: Transaction) =>
  prepared(tx, 'count of dish', (on, name) => {
    const stamp = { updatedBy: filled('by'), updatedAt: filled('recordedAt') };
    const kept = on
      .$with('kept')
      .as(on.insert(germinationCount).values(everyColumn(germinationCount)).returning({ id: germinationCount.id }));
    const seenDish = on.$with('seen_dish').as(
      on
        .update(vessel)
        .set({ version: filled('dishVersion'), ...stamp })
        .where(eq(vessel.id, sql.placeholder('subject')))
        .returning({ id: vessel.id }),
    );
    return on
      .with(kept, seenDish)
      .update(benchTest)
      .set({ version: sql`${benchTest.version} + 1`, ...stamp })
      .where(eq(benchTest.id, sql.placeholder('testId')))
      .returning()
      .prepare(name);
  });

/** What was read of the lot, with what was written since. */
function withCount(
  { file, rows }: OpenDishes,
  row: CountRow,
  dish: Vessel,
  test: BenchTest,
  held: HeldRow | undefined,
): OpenDishes {
  return {
    file: {
      ...file,
      vessels: file.vessels.map((one) => (one.id === dish.id ? dish : one)),
      tests: file.tests.map((one) => (one.id === test.id ? test : one)),
    },
    rows: {
      ...rows,
      counts: [...rows.counts, row],
      held: rows.held.map((one) => (held && one.subject === dish.id ? held : one)),
    },
  };
}

/** The same, with the air that its dishes stood in seen anew. */
async function withAir(tx: Transaction, { file, rows }: OpenDishes): Promise<OpenDishes> {
  return rows.beside.shelves.length === 0
    ? { file, rows }
    : { file, rows: { ...rows, deviations: await deviationsOfDishes(tx, file, rows.counts) } };
}

/** What was keyed of one dish on one day. */
function keyedIn({ keys }: GerminationRows, dishId: string, day: number): Counts {
  const counts = { ...NO_COUNTS };
  for (const key of keys)
    if (key.dishId === dishId && key.day === day && keyCounts(key)) counts[key.name as SeedClass] += key.seeds;
  return counts;
}

/**
 * What a count can hold beside the others of its dish, and when a final one can be. Answers whether it leaves the dish
 * closed.
 */
function checkSeeds(dish: Vessel, others: readonly CountRow[], on: string, body: DishCount): boolean {
  const seeds = dish.seeds ?? 0;
  const total = totalOf(addCounts([...others.map(countsOf), body.counts]));
  if (total > seeds) throw fault('invalid', { is: 'germination.adds-over-all-days', total, seeds }, 'counts');
  const now = calledAt(body.final);
  const waits = CLASSES.find((one) => !now.includes(one) && body.counts[one] > 0);
  if (waits) throw fault('invalid', 'germination.hard-fresh-seed-called', `counts.${waits}`);
  const over = partsOver(body.counts, body.parts ?? {});
  if (over)
    throw fault('invalid', { is: 'germination.kinds-over-class', over, seeds: body.counts[over] }, `counts.${over}`);
  const end = others.find((row) => row.final && row.closed);
  if (end && body.final) throw fault('conflict', { is: 'germination.final-count-made', seenOn: end.seenOn }, 'final');
  if (end && on > end.seenOn)
    throw fault('invalid', { is: 'germination.dish-ended', number: dish.number, seenOn: end.seenOn }, 'seenOn');
  const ends = body.final && body.closed;
  const later = others.find((row) => row.seenOn > on);
  if (ends && later) throw fault('invalid', { is: 'germination.count-lies-after', seenOn: later.seenOn }, 'seenOn');
  const closesDish = ends || end !== undefined;
  if (closesDish && total < seeds)
    throw fault(
      'invalid',
      { is: 'germination.seeds-dish-still-call', figure: seeds - total, number: dish.number },
      'counts',
    );
  return closesDish;
}

/**
 * A count that was keyed is closed on what the server holds of its keys. Answers with the keys that typed figures stand
 * instead of; null where there are none.
 */
function checkKeys(keyed: Counts, { entry, counts }: DishCount): Counts | null {
  if (CLASSES.every((one) => keyed[one] === counts[one])) return null;
  if (entry !== 'typed')
    throw fault('conflict', { is: 'germination.server-holds-wait-until', keyed: countWords(keyed) }, 'counts');
  return CLASSES.some((one) => keyed[one] > 0) ? keyed : null;
}

/** Keeps a judgement once every dish is closed. */
export async function judge(
  tx: Transaction,
  { tests }: GerminationView,
  test: BenchTest,
  { rows }: OpenDishes,
  hand: Hand,
): Promise<void> {
  const view = tests.find((one) => one.id === test.id);
  if (!view?.days || !view.result.verdict) return;
  const dishes = new Set(view.dishes.map((one) => one.id));
  await keepJudgement(
    tx,
    judged(test),
    currentCounts(rows.counts.filter((row) => dishes.has(row.subject))).map((row) => row.id),
    germinationOutcome(view.result, view.days),
    { ...view.result, days: view.days },
    hand,
  );
}
