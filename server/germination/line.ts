import type { DishView, GerminationTest, GerminationView } from '@mercato/contract/germination/germination';
import type { Unreported } from '@mercato/contract/germination/stands';
import type { StepLine } from '@mercato/contract/lot-sheet/standing';
import { isCount } from '@mercato/core/germination/planTest';
import type { StepDue } from '../lot-sheet/step.ts';
import { handsOf, notSetAside, withoutTest } from '../register/tests.ts';
import { acceptedTest, reportable, writtenIn } from './result.ts';

/** A count belongs to a planned day from so many days before it on. Common practice, no source. */
const AROUND = 4;

/** What a test asks for next, with its day. */
export type DueInTest =
  | { readonly is: 'to-warmth'; readonly date: string }
  | {
      readonly is: 'count';
      readonly day: number;
      readonly date: string;
      readonly final: boolean;
      readonly openDishes: number[];
    };

/** The end of a treatment, or the count, that is due (or comes next) in a test; null when all its dishes are closed or lost. */
export function dueInTest(test: GerminationTest, today: string): DueInTest | null {
  const counts = test.calendar.filter(isCount);
  const last = counts.at(-1);
  const open = test.dishes.filter((dish) => !dish.closed && !dish.spoiled);
  if (open.length === 0) return null;
  // Nobody writes down that a treatment ended: it is asked for until its day is over.
  const warm = test.calendar.find((event) => event.what === 'end-of-prechill');
  if (warm && today <= warm.date) return { is: 'to-warmth', date: warm.date };
  for (const event of counts) {
    const final = event.what === 'final-count';
    // A count that was left out is not asked for any more once the final one has come.
    if (!final && last && last.date <= today) continue;
    const openDishes = open
      .filter((dish) => final || !dish.days.some((one) => one.closed && one.day > event.day - AROUND))
      .map((dish) => dish.number);
    if (openDishes.length > 0) return { is: 'count', day: event.day, date: event.date, final, openDishes };
  }
  return null;
}

/** All that tests still ask for, day by day and by the place where their dishes stand. */
export function duesOf({ tests }: GerminationView): StepDue[] {
  return notSetAside(tests).flatMap((test) => {
    const open = test.dishes.filter((dish) => !dish.closed && !dish.spoiled);
    const roomOf = (dish: DishView) => dish.shelf.join(' › ') || test.plan.place;
    return test.calendar.flatMap((event): StepDue[] => {
      if (event.what === 'set-up') return [];
      const asked = open.filter(
        (dish) =>
          !isCount(event) ||
          event.what === 'final-count' ||
          !dish.days.some((one) => one.closed && one.day > event.day - AROUND),
      );
      return [...new Set(asked.map(roomOf))].map((room) => ({
        key: `${test.number} ${event.what} ${event.day} ${room}`,
        due: event.date,
        // Nobody writes down that a treatment ended, or that paper was wetted.
        until: isCount(event) ? null : event.date,
        test: test.number,
        room,
        act: isCount(event)
          ? { is: 'count', day: event.day, final: event.what === 'final-count' }
          : event.what === 'moisten'
            ? { is: 'moisten', day: event.day }
            : { is: 'to-warmth' },
        open: asked.filter((dish) => roomOf(dish) === room).map((dish) => dish.number),
        of: test.dishes.length,
      }));
    });
  });
}

/** The germination line of the lot sheet. */
export function germinationLine(view: GerminationView, sampled: boolean, today: string): StepLine<'germination'> {
  const base = { step: 'germination', by: null, at: null, blocks: [] } as const;
  const tests = notSetAside(view.tests);
  const last = reportable(view.tests).at(-1) ?? tests.at(-1);
  if (!last)
    return {
      ...base,
      ...withoutTest(view.waiting, sampled),
    };
  const several = (test: GerminationTest) => (tests.length > 1 ? test.number : null);
  const dues = tests
    .flatMap((test) => {
      const due = dueInTest(test, today);
      return due ? [{ test, due }] : [];
    })
    .sort((a, b) => a.due.date.localeCompare(b.due.date) || a.test.number - b.test.number);
  const next = dues[0];
  const at = next?.test ?? last;
  const hand = handsOf(writtenIn(at), { by: at.createdBy, at: at.createdAt });
  if (next) {
    const { test, due } = next;
    const mark = due.date <= today ? ('next' as const) : ('not-judged' as const);
    const dated = { ...base, ...hand, mark, due: due.date };
    if (due.is === 'to-warmth') return { ...dated, stands: { is: 'to-warmth', test: several(test) } };
    const open = due.openDishes.length === test.dishes.length ? [] : due.openDishes;
    return { ...dated, stands: { is: 'counting', day: due.day, final: due.final, test: several(test), open } };
  }
  const blocks = view.holds;
  const { combined } = view;
  const { verdict, rounded } = last.result;
  const apart = (one: { measured: number | null; limit: number | null } | null) => ({
    measured: one?.measured ?? null,
    limit: one?.limit ?? null,
  });
  const [found] = blocks;
  if (found?.is === 'misdated')
    return {
      ...base,
      ...hand,
      mark: view.tests.find((one) => one.number === (found.test ?? last.number))?.days?.outcome ?? 'outside',
      stands: { is: 'misdated', normal: rounded?.rounded.normal ?? null, test: found.test, days: found.days },
      blocks,
    };
  if (combined.reported) {
    const { normal, hard, fresh } = combined.reported;
    if (found?.is === 'fresh')
      return { ...base, ...hand, mark: 'outside', stands: { is: 'asleep', normal, fresh, limit: found.limit }, blocks };
    if (found?.is === 'deviation')
      return {
        ...base,
        ...hand,
        mark: 'outside',
        stands: { is: 'deviated', normal, test: found.test, minutes: found.minutes, worstC: found.worstC },
        blocks,
      };
    if (found)
      return { ...base, ...hand, mark: 'outside', stands: { is: 'substrate', normal, test: found.test }, blocks };
    const of = combined.comparison ? 'tests' : 'dishes';
    const used = reportable(view.tests)[combined.from[0] ?? 0];
    return {
      ...base,
      ...hand,
      mark: combined.outcome,
      stands: { is: 'reported', normal, hard, of, ...apart(combined.comparison ?? used?.result.verdict ?? verdict) },
    };
  }
  const accepted = acceptedTest(view);
  if (accepted)
    return {
      ...base,
      ...hand,
      mark: combined.outcome,
      stands: {
        is: 'accepted',
        normal: accepted.result.rounded?.rounded.normal ?? null,
        ...apart(accepted.result.verdict),
      },
    };
  const normal = rounded?.rounded.normal ?? null;
  const lost = tests.find((one) => one.dishes.every((dish) => dish.spoiled));
  const why: Unreported = lost
    ? { is: 'all-spoiled', test: several(lost) }
    : {
        retest:
          verdict?.outcome === 'outside'
            ? { is: 'retest' as const, ...apart(verdict) }
            : verdict?.next === 'decide-on-fewer'
              ? { is: 'fewer' as const, seeds: last.result.seeds }
              : { is: 'no-full-test' as const },
        'third-test': { is: 'third-test' as const, ...apart(combined.comparison) },
        'look-for-the-cause': { is: 'no-two-agree' as const },
        count: { is: 'unfinished' as const },
        report: { is: 'unfinished' as const },
      }[combined.next];
  return {
    ...base,
    ...hand,
    mark: lost ? 'outside' : combined.outcome,
    stands: { is: 'unreported', normal, why },
    blocks: [why],
  };
}
