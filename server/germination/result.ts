import type { GerminationPlan, GerminationTest, GerminationView } from '@mercato/contract/germination/germination';
import type { Unreported } from '@mercato/contract/germination/stands';
import type { StepLine } from '@mercato/contract/lot-sheet/standing';
import {
  type CountDaysVerdict,
  type DishDays,
  judgeCountDays,
  knowsDays,
} from '@mercato/core/germination/judgeCountDays';
import { moveRulesOf } from '@mercato/core/germination/openDays';
import { freshSeed } from '@mercato/core/germination/freshSeed';
import { dayZero, isCount, missingForPlan, planCalendar } from '@mercato/core/germination/planTest';
import { combine, testResult, type TestResult } from '@mercato/core/germination/result';
import type { Edition, KindMethod } from '@mercato/core/rule-books/edition';
import { type Outcome, worst } from '@mercato/core/verdict/verdict';
import type { Reader } from '../database/connect.ts';
import { placesHeld } from '../hands/hands.ts';
import { type LotFile, testsIn, waitingIn } from '../register/lotFile.ts';
import { covers, handsOf, notSetAside, withoutTest, type Written } from '../register/tests.ts';
import { vesselView } from '../register/vessels.ts';
import { shippedBooks } from '../rule-books/shipped.ts';
import { type CountedDish, dishesOf, dishViews, type GerminationRows, germinationRows, inHands } from './dishViews.ts';

export const readGermination = async (tx: Reader, file: LotFile): Promise<GerminationView> =>
  germinationOf(file, await germinationRows(tx, file));

/** The germination of a lot, from what is written of it. */
export function germinationOf(file: LotFile, rows: GerminationRows): GerminationView {
  const { method, edition } = file;
  const closed = { week: file.laboratory.closedWeek, days: file.laboratory.closedDays };
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
      calendar: planCalendar(plan, { closed, rules: moveRulesOf(judge) }),
      dayZero: dayZero(plan),
      dishes: own,
      result,
      days: result.complete ? countDaysOf(judge, plan, asked, file.family === LEGUMES, own) : null,
    };
  });
  const standing = notSetAside(tests).map((one) => one.result);
  const combined = combine(edition, standing);
  const rounded = combined.reported ?? standing.findLast((one) => one.complete)?.rounded?.rounded ?? null;
  return {
    lot: file.brief,
    method: method ?? null,
    missing: missingForPlan(method),
    temperatureBandC: edition.parameter('germination_temperature_band_c').value,
    waiting: waitingIn(file, 'germination').map((one) => vesselView(one, file.names)),
    tests,
    combined,
    fresh: rounded && freshSeed(edition, rounded),
    today: file.today,
    bench: { closed, rules: moveRulesOf(edition) },
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
