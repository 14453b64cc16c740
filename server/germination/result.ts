import { asc, inArray } from 'drizzle-orm';
import type {
  CountView,
  DishView,
  GerminationPlan,
  GerminationTest,
  GerminationView,
} from '@mercato/contract/germination/germination';
import type { StepLine } from '@mercato/contract/register/lots';
import { addCounts, CLASSES, NO_COUNTS, type Counts, type SeedClass } from '@mercato/core/units/seedCounts';
import { missingForPlan, planCalendar } from '@mercato/core/germination/planTest';
import { combine, testResult, type TestResult } from '@mercato/core/germination/result';
import type { Edition } from '@mercato/core/rule-books/edition';
import type { Transaction } from '../database/connect.ts';
import { testsIn, waitingIn, type LotFile } from '../register/lotFile.ts';
import { vesselView, type Vessel } from '../register/vessels.ts';
import { germinationCount, tallyEvent } from './tables.ts';

type CountRow = typeof germinationCount.$inferSelect;

export const dayOf = (field: string) => Number(field.slice('day:'.length));
export const countsOf = (row: CountRow): Counts => ({
  normal: row.normal,
  abnormal: row.abnormal,
  hard: row.hard,
  fresh: row.fresh,
  dead: row.dead,
});

/** Whether a count closed its dish: the final one does. */
export const closesForGood = (row: CountRow): boolean => row.closed && row.entry.startsWith('final');

/** The counts of each day that nothing supersedes. */
export function currentCounts(rows: readonly CountRow[]): CountRow[] {
  const superseded = new Set(rows.map((row) => row.supersedes));
  return rows.filter((row) => !superseded.has(row.id));
}

export async function readGermination(tx: Transaction, file: LotFile): Promise<GerminationView> {
  const { method, edition } = file;
  const dishes = await dishViews(
    tx,
    file.vessels.filter((one) => one.kind === 'replicate'),
    file.names,
  );
  const tests = testsIn(file, 'germination').map(({ test, frame, edition: judge }): GerminationTest => {
    const plan = test.plan as GerminationPlan;
    const own = dishes.filter((one) => one.vessel.parentId === test.vesselId).map((one) => one.view);
    return { ...frame, plan, calendar: planCalendar(plan), dishes: own, result: resultOf(judge, own) };
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
      usedTests(tests).map((one) => one.result),
    ),
    today: file.today,
  };
}

/** What the dishes of one test come to. */
export function resultOf(edition: Edition, dishes: readonly DishView[]): TestResult {
  return testResult(
    edition,
    dishes.map((dish) => ({ seeds: dish.seeds, counts: dish.total, closed: dish.closed })),
  );
}

/** Tests that count: all that nobody set aside. */
export function usedTests(tests: readonly GerminationTest[]): GerminationTest[] {
  return tests.filter((one) => one.decision?.decision !== 'set-aside');
}

export async function dishViews(
  tx: Transaction,
  replicates: readonly Vessel[],
  names: ReadonlyMap<string, string>,
): Promise<{ vessel: Vessel; view: DishView }[]> {
  if (replicates.length === 0) return [];
  const ids = replicates.map((one) => one.id);
  const rows = await tx
    .select()
    .from(germinationCount)
    .where(inArray(germinationCount.subject, ids))
    .orderBy(asc(germinationCount.recordedAt), asc(germinationCount.id));
  const keys = await tx
    .select({
      dishId: tallyEvent.dishId,
      day: tallyEvent.day,
      seedClass: tallyEvent.seedClass,
      seeds: tallyEvent.seeds,
    })
    .from(tallyEvent)
    .where(inArray(tallyEvent.dishId, ids));
  return replicates.map((vessel) => {
    const days = dayViews(
      rows.filter((row) => row.subject === vessel.id),
      names,
    );
    const seeds = vessel.seeds ?? 0;
    const open = keys.filter(
      (key) => key.dishId === vessel.id && !days.some((one) => one.day === key.day && one.closed),
    );
    return {
      vessel,
      view: {
        id: vessel.id,
        number: vessel.number,
        code: vessel.code,
        seeds,
        version: vessel.version,
        closed: rows.some((row) => row.subject === vessel.id && closesForGood(row)),
        total: addCounts(days.map((one) => one.counts)),
        days,
        tallies: tallySums(open),
      },
    };
  });
}

function tallySums(keys: readonly { day: number; seedClass: string; seeds: number }[]): DishView['tallies'] {
  return [...new Set(keys.map((key) => key.day))]
    .sort((a, b) => a - b)
    .map((day) => {
      const counts = { ...NO_COUNTS };
      for (const key of keys) if (key.day === day) counts[key.seedClass as SeedClass] += key.seeds;
      for (const one of CLASSES) counts[one] = Math.max(0, counts[one]);
      return { day, counts };
    });
}

function dayViews(rows: readonly CountRow[], names: ReadonlyMap<string, string>): CountView[] {
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
          supersededBecause: next.reason ?? '',
        });
        next = before;
      }
      return {
        day: dayOf(row.field),
        counts: countsOf(row),
        closed: row.closed,
        by: names.get(row.by) ?? '',
        at: row.recordedAt.toISOString(),
        earlier,
      };
    })
    .sort((a, b) => a.day - b.day);
}

/** The count that is due (or comes next) in a test, or null when all dishes are closed. */
export function dueCount(
  test: GerminationTest,
): { day: number; date: string; final: boolean; openDishes: number[] } | null {
  if (test.result.complete) return null;
  const counts = test.calendar.filter((one) => one.what.endsWith('count'));
  for (const event of counts) {
    const final = event.what === 'final-count';
    const openDishes = test.dishes
      .filter((dish) => (final ? !dish.closed : !dish.days.some((one) => one.day === event.day && one.closed)))
      .map((dish) => dish.number);
    if (openDishes.length > 0) return { day: event.day, date: event.date, final, openDishes };
  }
  return null;
}

/** The germination line of the lot sheet. */
export function germinationLine(view: GerminationView, sampled: boolean): StepLine {
  const base = { step: 'germination' as const, by: null, at: null, blocks: null };
  const tests = usedTests(view.tests);
  const last = tests.at(-1);
  if (!last)
    return {
      ...base,
      mark: sampled ? 'next' : 'waits',
      figure: '',
      note: sampled
        ? view.waiting.length > 0
          ? 'to be set up'
          : 'working sample to be drawn'
        : 'waits for the sample',
    };
  const hand = { by: last.updatedBy, at: last.updatedAt };
  const due = dueCount(last);
  if (due) {
    const open = due.openDishes.length === last.dishes.length ? '' : `dish ${due.openDishes.join(', ')} open`;
    return {
      ...base,
      ...hand,
      mark: due.date <= view.today ? 'next' : 'not-judged',
      due: due.date,
      figure: due.final ? 'final count' : `count of day ${due.day}`,
      note: [tests.length > 1 ? `test ${last.number}` : '', open].filter(Boolean).join(', '),
    };
  }
  const { combined } = view;
  const accepted = tests.length === 1 && last.decision?.decision === 'accept';
  if (combined.reported) {
    const verdict = combined.comparison ?? last.result.verdict;
    const { normal, hard } = combined.reported;
    return {
      ...base,
      ...hand,
      mark: combined.outcome,
      figure: `${normal}${hard > 0 ? ` + ${hard} hard` : ''} %`,
      note: `${combined.comparison ? `two tests ${verdict?.measured} apart` : `range ${verdict?.measured}`}, ${verdict?.limit ?? 'any'} allowed`,
    };
  }
  const { verdict, rounded } = last.result;
  const figure = rounded ? `${rounded.rounded.normal} %` : '';
  if (accepted)
    return {
      ...base,
      ...hand,
      mark: combined.outcome,
      figure,
      note: `range ${verdict?.measured ?? '—'}, ${verdict?.limit ?? '—'} allowed: accepted by the lead`,
    };
  const note = {
    retest:
      verdict?.outcome === 'outside'
        ? `range ${verdict.measured}, ${verdict.limit} allowed: retest`
        : 'not 4 × 100: feeds no label',
    'third-test': `two tests ${combined.comparison?.measured} apart, ${combined.comparison?.limit} allowed: third test`,
    'look-for-the-cause': 'no two tests agree: look for the cause',
    count: '',
    report: '',
  }[combined.next];
  return {
    ...base,
    ...hand,
    mark: combined.outcome,
    figure,
    note,
    blocks: `Germination: ${note}, and nobody has decided.`,
  };
}
