import type { GerminationPlan, GerminationTest, GerminationView } from '@mercato/contract/germination/germination';
import type { GerminationHold } from '@mercato/contract/germination/stands';
import {
  type CountDaysVerdict,
  type DishDays,
  judgeCountDays,
  knowsDays,
} from '@mercato/core/germination/judgeCountDays';
import { moveRulesOf } from '@mercato/core/germination/openDays';
import { freshSeed } from '@mercato/core/germination/freshSeed';
import { hardKnown } from '@mercato/core/germination/hardSeed';
import { dayZero, missingForPlan, planCalendar } from '@mercato/core/germination/planTest';
import { combineMethods, testResult, type TestResult } from '@mercato/core/germination/result';
import { methodOf } from '@mercato/core/germination/retest';
import { judgeSubstrate } from '@mercato/core/germination/substrate';
import { addParts, dividedAt } from '@mercato/core/units/seedParts';
import type { Edition, KindMethod } from '@mercato/core/rule-books/edition';
import { type Outcome, worst } from '@mercato/core/verdict/verdict';
import type { Reader } from '../database/connect.ts';
import { placesHeld } from '../hands/hands.ts';
import { type LotFile, testsIn, waitingIn } from '../register/lotFile.ts';
import { covers, handsOf, notSetAside, type Written } from '../register/tests.ts';
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
      parts: addParts(own.filter((dish) => !dish.spoiled).map((dish) => ({ counts: dish.total, parts: dish.parts }))),
      deviations: [...(rows.deviations.get(test.id) ?? [])],
      substrate: substrateOf(judge, plan),
      days: result.complete ? countDaysOf(judge, plan, asked, file.family === LEGUMES, own) : null,
    };
  });
  const standing = reportable(tests);
  const combined = combineMethods(
    edition,
    standing.map((one) => ({ method: methodOf(one.plan), result: one.result })),
  );
  const rounded = combined.reported ?? standing.findLast((one) => one.result.complete)?.result.rounded?.rounded ?? null;
  const view = {
    lot: file.brief,
    method: method ?? null,
    missing: missingForPlan(method),
    temperatureBandC: edition.parameter('germination_temperature_band_c').value,
    waiting: waitingIn(file, 'germination').map((one) => vesselView(one, file.names)),
    tests,
    combined,
    divided: dividedAt(file.laboratory.countDepth),
    hardKnown: hardKnown(file.family),
    fresh: rounded && freshSeed(edition, rounded),
    today: file.today,
    bench: { closed, rules: moveRulesOf(edition) },
  };
  return { ...view, holds: findings(view) };
}

/** Tests that may be reported: nobody set them aside, and they are no control of the bench. */
export const reportable = (tests: readonly GerminationTest[]): GerminationTest[] =>
  notSetAside(tests).filter((one) => one.plan.arm?.control !== true);

function substrateOf(edition: Edition, { substrateBatch }: GerminationPlan): GerminationTest['substrate'] {
  const figure = (text: string) => (text === '' ? null : Number(text));
  return substrateBatch
    ? judgeSubstrate(edition, { ph: figure(substrateBatch.ph), conductivity: figure(substrateBatch.conductivity) })
    : null;
}

/** What the dishes of one test come to. */
function resultOf(edition: Edition, dishes: readonly CountedDish[]): TestResult {
  return testResult(
    edition,
    dishes.map((dish) => ({
      seeds: dish.seeds,
      counts: dish.total,
      closed: dish.closed,
      spoiled: dish.spoiled !== null,
    })),
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
    dishes: dishes.flatMap((dish) => (dish.spoiled ? [] : (daysOfDish(dish) ?? []))),
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

/** What was written of a test: its set-up and its counts. */
export const writtenIn = (test: GerminationTest): Written[] =>
  test.dishes.flatMap((dish) => dish.days.map(({ by, at, seenOn }) => ({ by, at, seenOn })));

/** The days of the test on which its dishes were closed, the last of them the day of completion. */
export function endDays(test: GerminationTest): { readonly day: number; readonly seenOn: string } | null {
  const ends = test.dishes.flatMap((dish) => dish.days.filter((one) => one.final && one.closed));
  const last = ends.sort((a, b) => a.seenOn.localeCompare(b.seenOn)).at(-1);
  return last ? { day: last.day, seenOn: last.seenOn } : null;
}

/** The one test that the lead accepted, where the rules themselves report none; null = there is none, or several. */
export function acceptedTest({ combined, tests }: GerminationView): GerminationTest | null {
  if (combined.reported) return null;
  const used = reportable(tests);
  const own = (combined.groups[combined.chosen]?.tests ?? []).flatMap((i) => used[i] ?? []);
  const [only] = own;
  return own.length === 1 && only?.decision?.decision === 'accept' && only.result.complete ? only : null;
}

/** The tests whose counts are reported, or else the last one that might be. */
export function usedTests(view: GerminationView): GerminationTest[] {
  const used = reportable(view.tests);
  const from = view.combined.from.flatMap((i) => used[i] ?? []);
  const accepted = acceptedTest(view);
  return from.length > 0 ? from : accepted ? [accepted] : used;
}

const blocking = (outcome: Outcome): boolean => outcome === 'outside' || outcome === 'not-judged';

/** What stands against a release beside the dishes themselves: days, and seed that is alive and asleep. */
function findings(view: Omit<GerminationView, 'holds'>): GerminationHold[] {
  const used = reportable(view.tests);
  const several = used.length > 1;
  const covered = (test: GerminationTest) =>
    covers(test.decision, handsOf(writtenIn(test), { by: test.createdBy, at: test.createdAt }).at);
  const misdated = used.find((one) => one.days !== null && blocking(one.days.outcome) && !covered(one));
  if (misdated?.days) {
    const { measured, outcome, final, prescribed } = misdated.days;
    return [{ is: 'misdated', test: several ? misdated.number : null, days: { measured, outcome, final, prescribed } }];
  }
  const { combined, fresh } = view;
  if (fresh && combined.reported && !combined.from.some((i) => used[i] && covered(used[i])))
    return [{ is: 'fresh', percent: fresh.percent, limit: fresh.limitPercent }];
  const deviated = used.find(({ deviations, decision }) =>
    deviations.some((one) => decision?.decision !== 'accept' || decision.at < one.to),
  );
  const worst = [...(deviated?.deviations ?? [])].sort((a, b) => b.minutes - a.minutes)[0];
  if (deviated && worst)
    return [{ is: 'deviation', test: several ? deviated.number : null, minutes: worst.minutes, worstC: worst.worstC }];
  const sour = used.find((one) => one.substrate?.outcome === 'outside' && !covered(one));
  return sour ? [{ is: 'substrate', test: several ? sour.number : null }] : [];
}
