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
import { combine, testResult } from '@mercato/core/germination/result';
import type { Transaction } from '../database/connect.ts';
import { inOrder } from '../database/inOrder.ts';
import { briefOf, type Lot } from '../register/lots.ts';
import { namesOf } from '../register/people.ts';
import { framesOf, testsOf } from '../register/tests.ts';
import { vesselsOf, vesselView, type Vessel } from '../register/vessels.ts';
import { editionById, methodFor } from '../rule-books/editions.ts';
import { germinationCount, tallyEvent } from './tables.ts';

type CountRow = typeof germinationCount.$inferSelect;

export const dayOf = (field: string) => Number(field.slice('day:'.length));
const countsOf = (row: CountRow): Counts => ({
  normal: row.normal,
  abnormal: row.abnormal,
  hard: row.hard,
  fresh: row.fresh,
  dead: row.dead,
});

export async function readGermination(tx: Transaction, lot: Lot, today: string): Promise<GerminationView> {
  const edition = await editionById(tx, lot.editionId);
  const tests = await testsOf(tx, lot.id, 'germination');
  const frames = await framesOf(tx, tests);
  const vessels = await vesselsOf(tx, lot.id);
  const method = await methodFor(tx, edition, lot.species, lot.bookKind);
  const dishes = await dishViews(
    tx,
    vessels.filter((one) => one.kind === 'replicate'),
  );
  const views = await inOrder(frames, async (frame, i): Promise<GerminationTest> => {
    const test = tests[i];
    const plan = test?.plan as GerminationPlan;
    const own = dishes.filter((one) => one.vessel.parentId === test?.vesselId).map((one) => one.view);
    return {
      ...frame,
      plan,
      calendar: planCalendar(plan),
      dishes: own,
      result: testResult(
        await editionById(tx, frame.edition.id),
        own.map((dish) => ({ seeds: dish.seeds, counts: dish.total, closed: dish.closed })),
      ),
    };
  });
  const names = await namesOf(tx);
  const waiting = vessels.filter(
    (one) => one.kind === 'working' && one.purpose === 'germination' && !tests.some((test) => test.vesselId === one.id),
  );
  return {
    lot: await briefOf(tx, lot),
    method: method ?? null,
    missing: missingForPlan(method),
    temperatureBandC: edition.parameter('germination_temperature_band_c').value,
    waiting: waiting.map((one) => vesselView(one, names)),
    tests: views,
    combined: combine(
      edition,
      usedTests(views).map((one) => one.result),
    ),
    today,
  };
}

/** Tests that count: all that nobody set aside. */
export function usedTests(tests: readonly GerminationTest[]): GerminationTest[] {
  return tests.filter((one) => one.decision?.decision !== 'set-aside');
}

export async function dishViews(
  tx: Transaction,
  replicates: readonly Vessel[],
): Promise<{ vessel: Vessel; view: DishView }[]> {
  if (replicates.length === 0) return [];
  const ids = replicates.map((one) => one.id);
  const names = await namesOf(tx);
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
    const finalDay = rows.filter((row) => row.subject === vessel.id && row.closed && row.entry.startsWith('final'));
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
        closed: finalDay.length > 0,
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
  const superseded = new Set(rows.map((row) => row.supersedes));
  const byId = new Map(rows.map((row) => [row.id, row]));
  return rows
    .filter((row) => !superseded.has(row.id))
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
