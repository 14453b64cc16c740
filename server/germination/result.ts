import { asc, eq } from 'drizzle-orm';
import type {
  CountView,
  DishView,
  GerminationPlan,
  GerminationTest,
  GerminationView,
} from '@mercato/contract/germination/germination';
import type { Unreported } from '@mercato/contract/germination/stands';
import type { StepLine } from '@mercato/contract/lot-sheet/standing';
import { addCounts, CLASSES, NO_COUNTS, perClass, type Counts, type SeedClass } from '@mercato/core/units/seedCounts';
import {
  judgeCountDays,
  knowsDays,
  type CountDaysVerdict,
  type DishDays,
} from '@mercato/core/germination/judgeCountDays';
import { dayZero, isCount, missingForPlan, planCalendar } from '@mercato/core/germination/planTest';
import { combine, testResult, type TestResult } from '@mercato/core/germination/result';
import type { Edition, KindMethod } from '@mercato/core/rule-books/edition';
import { daysBetween } from '@mercato/core/units/days';
import { worst, type Outcome } from '@mercato/core/verdict/verdict';
import { anyOf, prepared, type Reader, type Transaction } from '../database/connect.ts';
import type { Held } from '@mercato/contract/hands/hands';
import { heldRows, lateKeys, placesHeld, takenOf, type HeldRow, type LateEvent } from '../hands/hands.ts';
import { lateFate } from '../hands/tables.ts';
import { testsIn, waitingIn, type LotFile } from '../register/lotFile.ts';
import { covers, handsOf, notSetAside, withoutTest, type Written } from '../register/tests.ts';
import { vesselView, type Vessel } from '../register/vessels.ts';
import { methodFor } from '../rule-books/editions.ts';
import { shippedBooks } from '../rule-books/shipped.ts';
import { germinationCount, tallyEvent } from './tables.ts';
import { correctionReason } from './countReason.ts';

export type CountRow = typeof germinationCount.$inferSelect;

/** The address of a count: the day of the test on which it was first said to be seen. */
export const keyOf = (field: string) => Number(field.slice('day:'.length));
export const countsOf = (row: CountRow): Counts => perClass((one) => row[one]);

/** The counts of each day that nothing supersedes. */
export function currentCounts(rows: readonly CountRow[]): CountRow[] {
  const superseded = new Set(rows.map((row) => row.supersedes));
  return rows.filter((row) => !superseded.has(row.id));
}

/** What is written of the germination tests of a lot, as it was read. */
export interface GerminationRows {
  readonly counts: readonly CountRow[];
  readonly keys: readonly PressedKey[];
  readonly held: readonly HeldRow[];
  /** What editions other than the lot's own say of its kind, for tests that they judge. */
  readonly asked: ReadonlyMap<Edition, KindMethod | undefined>;
}

const dishesOf = (file: LotFile): Vessel[] => file.vessels.filter((one) => one.kind === 'replicate');

/** @param locked  the transaction in which nobody else takes a dish of the lot up until it ends; left out = it is only read */
export async function germinationRows(tx: Reader, file: LotFile, locked?: Transaction): Promise<GerminationRows> {
  const ids = dishesOf(file).map((one) => one.id);
  const asked = new Map<Edition, KindMethod | undefined>();
  for (const { edition } of testsIn(file, 'germination'))
    if (edition !== file.edition && !asked.has(edition))
      asked.set(edition, await methodFor(tx, edition, file.lot.species, file.lot.bookKind, file.lists.figures));
  if (ids.length === 0) return { counts: [], keys: [], held: [], asked };
  const counts = await prepared(tx, 'counts of dishes', (on, name) =>
    on
      .select()
      .from(germinationCount)
      .where(anyOf(germinationCount.subject, 'ids'))
      .orderBy(asc(germinationCount.recordedAt), asc(germinationCount.id))
      .prepare(name),
  ).execute({ ids });
  const keys = await prepared(tx, 'keys of dishes', (on, name) =>
    on
      .select({
        dishId: tallyEvent.dishId,
        day: tallyEvent.day,
        session: tallyEvent.session,
        by: tallyEvent.by,
        at: tallyEvent.at,
        name: tallyEvent.seedClass,
        seeds: tallyEvent.seeds,
        late: tallyEvent.late,
        fate: lateFate.fate,
      })
      .from(tallyEvent)
      .leftJoin(lateFate, eq(lateFate.eventId, tallyEvent.id))
      .where(anyOf(tallyEvent.dishId, 'ids'))
      // Keys of one batch share their instant: in the order in which they were pressed.
      .orderBy(asc(tallyEvent.at), asc(tallyEvent.session), asc(tallyEvent.sequence))
      .prepare(name),
  ).execute({ ids });
  return { counts, keys, held: await heldRows(tx, 'dish', ids, locked), asked };
}

type PressedKey = LateEvent & { readonly dishId: string; readonly day: number; readonly late: boolean };

/** Whether a key counts: it came in time, or was taken afterwards. */
export const keyCounts = ({ late, fate }: Pick<PressedKey, 'late' | 'fate'>): boolean => !late || fate === 'taken';

export const readGermination = async (tx: Reader, file: LotFile): Promise<GerminationView> =>
  germinationOf(file, await germinationRows(tx, file));

/** The germination of a lot, from what is written of it. */
export function germinationOf(file: LotFile, rows: GerminationRows): GerminationView {
  const { method, edition } = file;
  const filed = testsIn(file, 'germination');
  const dishes = dishViews(dishesOf(file), rows, file.names, (vesselId) => {
    const test = filed.find((one) => one.test.vesselId === vesselId);
    return test ? dayZero(test.test.plan as GerminationPlan) : null;
  });
  const heldOf = placesHeld(rows.held, file.names);
  const tests = filed.map(({ test, frame, edition: judge }): GerminationTest => {
    const plan = test.plan as GerminationPlan;
    const own = dishes
      .filter((one) => one.vessel.parentId === test.vesselId)
      .map(({ view, late }) => inHands(view, heldOf(view.id), late, file.names));
    const result = resultOf(judge, own);
    const asked = judge === edition ? method : rows.asked.get(judge);
    return {
      ...frame,
      plan,
      calendar: planCalendar(plan),
      dayZero: dayZero(plan),
      dishes: own,
      result,
      days: result.complete ? countDaysOf(judge, plan, asked, file.family === LEGUMES, own) : null,
    };
  });
  return {
    lot: file.brief,
    method: method ?? null,
    missing: missingForPlan(method),
    temperatureBandC: edition.parameter('germination_temperature_band_c').value,
    waiting: waitingIn(file, 'germination').map((one) => vesselView(one, file.names)),
    tests,
    combined: combine(
      edition,
      notSetAside(tests).map((one) => one.result),
    ),
    today: file.today,
  };
}

/** What the dishes of one test come to. */
function resultOf(edition: Edition, dishes: readonly CountedDish[]): TestResult {
  return testResult(
    edition,
    dishes.map((dish) => ({ seeds: dish.seeds, counts: dish.total, closed: dish.closed })),
  );
}

const LEGUMES = 'Fabaceae';

/**
 * Judges the days on which the dishes of a test were counted by what is prescribed for the kind; where the book does
 * not know the kind, by its plan.
 */
function countDaysOf(
  edition: Edition,
  plan: GerminationPlan,
  method: KindMethod | undefined,
  legume: boolean,
  dishes: readonly CountedDish[],
): CountDaysVerdict {
  const final = method?.finalCountDay?.value ?? plan.finalCountDay;
  // An edition of before the rows on count days says nothing of them: those of the shipped one are named instead.
  const speaks = knowsDays(edition) ? edition : shippedBooks()[edition.book];
  return judgeCountDays(speaks, {
    prescribed: { first: Math.min(method?.firstCountDay?.value ?? plan.firstCountDay, final), final },
    dishes: dishes.flatMap((dish) => daysOfDish(dish) ?? []),
    legume,
  });
}

/** When a closed dish was counted; null for an open one. */
function daysOfDish({ days }: CountedDish): DishDays | null {
  const end = days.find((one) => one.final && one.closed);
  if (!end) return null;
  // Days are never below 0 but where the laboratory moved to another zone since.
  const firsts = days.filter((one) => !one.final && one.closed).map((one) => Math.max(0, one.day));
  return {
    first: firsts.length > 0 ? Math.min(...firsts) : null,
    final: Math.max(0, end.day),
    cause: end.cause,
  };
}

/** The worse of its replicates and of the days on which they were counted. */
export const germinationOutcome = ({ verdict }: TestResult, days: CountDaysVerdict): Outcome =>
  worst([...(verdict ? [verdict.outcome] : []), ...(days.outcome === 'within' ? [] : [days.outcome])]);

const blocking = (outcome: Outcome): boolean => outcome === 'outside' || outcome === 'not-judged';

/** What was written of a test: its set-up and its counts. */
export const writtenIn = (test: GerminationTest): Written[] =>
  test.dishes.flatMap((dish) => dish.days.map(({ by, at, seenOn }) => ({ by, at, seenOn })));

/** The days of the test on which its dishes were closed, the last of them the day of completion. */
export function endDays(test: GerminationTest): { readonly day: number; readonly seenOn: string } | null {
  const ends = test.dishes.flatMap((dish) => dish.days.filter((one) => one.final && one.closed));
  const last = ends.sort((a, b) => a.seenOn.localeCompare(b.seenOn)).at(-1);
  return last ? { day: last.day, seenOn: last.seenOn } : null;
}

/** A count belongs to a planned day from so many days before it on. Common practice, no source. */
const AROUND = 4;

/** A dish with what was counted of it, whoever has it in hand. */
type CountedDish = Omit<DishView, 'held' | 'late'>;

type LateSeed = LateEvent & { readonly day: number };

/** A dish with who has it in hand, and the keys that came late. */
function inHands(
  dish: CountedDish,
  held: Omit<Held, 'taken'>,
  late: readonly LateSeed[],
  names: ReadonlyMap<string, string>,
): DishView {
  const days = [...new Set(late.map((one) => one.day))].sort((a, b) => a - b);
  return {
    ...dish,
    held: { ...held, taken: takenOf(late) },
    late: days.flatMap((day) =>
      lateKeys(
        late.filter((one) => one.day === day),
        names,
      ).map((one) => ({ ...one, day })),
    ),
  };
}

function dishViews(
  replicates: readonly Vessel[],
  { counts: rows, keys: pressed }: GerminationRows,
  names: ReadonlyMap<string, string>,
  /** Day 0 of the test on a working sample. */
  zeroOf: (vesselId: string) => string | null,
): { vessel: Vessel; view: CountedDish; late: LateSeed[] }[] {
  const keys = pressed.filter(keyCounts);
  return replicates.map((vessel) => {
    const days = dayViews(
      rows.filter((row) => row.subject === vessel.id),
      names,
      zeroOf(vessel.parentId ?? ''),
    );
    const seeds = vessel.seeds ?? 0;
    const open = keys.filter(
      (key) => key.dishId === vessel.id && !days.some((one) => one.key === key.day && one.closed),
    );
    return {
      vessel,
      late: pressed.filter((one) => one.late && one.dishId === vessel.id),
      view: {
        id: vessel.id,
        number: vessel.number,
        code: vessel.code,
        seeds,
        version: vessel.version,
        closed: days.some((one) => one.final && one.closed),
        total: addCounts(days.map((one) => one.counts)),
        days,
        tallies: tallySums(open),
      },
    };
  });
}

function tallySums(keys: readonly { day: number; name: string; seeds: number }[]): DishView['tallies'] {
  return [...new Set(keys.map((key) => key.day))]
    .sort((a, b) => a - b)
    .map((day) => {
      const counts = { ...NO_COUNTS };
      for (const key of keys) if (key.day === day) counts[key.name as SeedClass] += key.seeds;
      for (const one of CLASSES) counts[one] = Math.max(0, counts[one]);
      return { day, counts };
    });
}

function dayViews(rows: readonly CountRow[], names: ReadonlyMap<string, string>, zero: string | null): CountView[] {
  const byId = new Map(rows.map((row) => [row.id, row]));
  return currentCounts(rows)
    .map((row) => {
      const earlier: CountView['earlier'] = [];
      for (let next = row; next.supersedes !== null;) {
        const before = byId.get(next.supersedes);
        if (!before) break;
        earlier.push({
          counts: countsOf(before),
          by: names.get(before.by) ?? '',
          at: before.recordedAt.toISOString(),
          seenOn: before.seenOn,
          supersededBecause: correctionReason(next.reason),
        });
        next = before;
      }
      return {
        key: keyOf(row.field),
        day: zero === null ? keyOf(row.field) : daysBetween(zero, row.seenOn),
        seenOn: row.seenOn,
        seenFrom: row.seenFrom,
        counts: countsOf(row),
        closed: row.closed,
        final: row.final,
        cause: row.cause,
        by: names.get(row.by) ?? '',
        at: row.recordedAt.toISOString(),
        earlier,
      };
    })
    .sort((a, b) => a.day - b.day || a.key - b.key);
}

/** The count that is due (or comes next) in a test, or null when all dishes are closed. */
export function dueCount(
  test: GerminationTest,
  today: string,
): { day: number; date: string; final: boolean; openDishes: number[] } | null {
  if (test.result.complete) return null;
  const counts = test.calendar.filter(isCount);
  const last = counts.at(-1);
  for (const event of counts) {
    const final = event.what === 'final-count';
    // A count that was left out is not asked for any more once the final one has come.
    if (!final && last && last.date <= today) continue;
    const openDishes = test.dishes
      .filter((dish) => !dish.closed && (final || !dish.days.some((one) => one.closed && one.day > event.day - AROUND)))
      .map((dish) => dish.number);
    if (openDishes.length > 0) return { day: event.day, date: event.date, final, openDishes };
  }
  return null;
}

/** The germination line of the lot sheet. */
export function germinationLine(view: GerminationView, sampled: boolean, today: string): StepLine<'germination'> {
  const base = { step: 'germination', by: null, at: null, blocks: [] } as const;
  const tests = notSetAside(view.tests);
  const last = tests.at(-1);
  if (!last)
    return {
      ...base,
      ...withoutTest(view.waiting, sampled),
    };
  const several = (test: GerminationTest) => (tests.length > 1 ? test.number : null);
  const hand = handsOf(writtenIn(last), { by: last.createdBy, at: last.createdAt });
  const due = dueCount(last, today);
  if (due) {
    const open = due.openDishes.length === last.dishes.length ? [] : due.openDishes;
    return {
      ...base,
      ...hand,
      mark: due.date <= today ? 'next' : 'not-judged',
      due: due.date,
      stands: { is: 'counting', day: due.day, final: due.final, test: several(last), open },
    };
  }
  const misdated = tests.find(
    (one) =>
      one.days !== null &&
      blocking(one.days.outcome) &&
      !covers(one.decision, handsOf(writtenIn(one), { by: one.createdBy, at: one.createdAt }).at),
  );
  if (misdated?.days) {
    const { measured, outcome, final, prescribed } = misdated.days;
    const test = several(misdated);
    const days = { measured, outcome, final, prescribed };
    return {
      ...base,
      ...hand,
      mark: outcome,
      stands: { is: 'misdated', normal: misdated.result.rounded?.rounded.normal ?? null, test, days },
      blocks: [{ is: 'misdated', test, days }],
    };
  }
  const { combined } = view;
  const { verdict, rounded } = last.result;
  const apart = (one: { measured: number | null; limit: number | null } | null) => ({
    measured: one?.measured ?? null,
    limit: one?.limit ?? null,
  });
  if (combined.reported) {
    const { normal, hard } = combined.reported;
    const of = combined.comparison ? 'tests' : 'dishes';
    return {
      ...base,
      ...hand,
      mark: combined.outcome,
      stands: { is: 'reported', normal, hard, of, ...apart(combined.comparison ?? verdict) },
    };
  }
  const normal = rounded?.rounded.normal ?? null;
  if (tests.length === 1 && last.decision?.decision === 'accept')
    return {
      ...base,
      ...hand,
      mark: combined.outcome,
      stands: { is: 'accepted', normal, ...apart(verdict) },
    };
  const why: Unreported = {
    retest:
      verdict?.outcome === 'outside' ? { is: 'retest' as const, ...apart(verdict) } : { is: 'no-full-test' as const },
    'third-test': { is: 'third-test' as const, ...apart(combined.comparison) },
    'look-for-the-cause': { is: 'no-two-agree' as const },
    count: { is: 'unfinished' as const },
    report: { is: 'unfinished' as const },
  }[combined.next];
  return { ...base, ...hand, mark: combined.outcome, stands: { is: 'unreported', normal, why }, blocks: [why] };
}
