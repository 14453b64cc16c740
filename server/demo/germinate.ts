import { eq } from 'drizzle-orm';
import type { GerminationPlan } from '@mercato/contract/germination/germination';
import { isCount, planCalendar } from '@mercato/core/germination/planTest';
import { addDays } from '@mercato/core/units/days';
import { type Counts, NO_COUNTS } from '@mercato/core/units/seedCounts';
import type { Transaction } from '../database/connect.ts';
import { countDish, openDishes } from '../germination/count.ts';
import { setUpTest } from '../germination/setUp.ts';
import type { SignedIn } from '../http/context.ts';
import { decide } from '../register/decisions.ts';
import { lockLot, type Lot } from '../register/lots.ts';
import { benchTest, vessel } from '../register/tables.ts';
import type { BenchTest } from '../register/tests.ts';
import { releaseDocument } from '../release/routes.ts';
import { drawWorkingSample } from '../sampling/receive.ts';
import { scribe } from '../scribe.ts';
import type { DemoLot } from './lots.ts';

export type Cast = Readonly<Record<'lead' | 'analyst' | 'sampler', SignedIn>>;

/** When the tests of a demo lot fall, and by which method they run. */
export interface Calendar {
  readonly setUp: string;
  readonly today: string;
  readonly firstDay: number;
  readonly finalDay: number;
  readonly at: (day: string, hour: number) => Date;
  readonly draw: () => number;
  readonly substrate: string;
  readonly temperature: string;
}

/** Brings the germination of a demo lot as far as its state says. */
export async function germinate(
  tx: Transaction,
  lot: Lot,
  demo: DemoLot,
  cast: Cast,
  calendar: Calendar,
): Promise<void> {
  const outside = ['out-of-range', 'retesting', 'retested', 'accepted'].includes(demo.state);
  const open = demo.state === 'final-today' ? 1 : demo.state === 'overdue' || demo.state === 'set-up' ? 4 : 0;
  const first = await runTest(
    tx,
    lot,
    demo,
    cast,
    calendar,
    calendar.setUp,
    outside ? [9, 4, -3, -12] : [0, 3, -2, -1],
    open,
  );
  if (demo.state === 'retesting' || demo.state === 'retested') {
    const again = addDays(calendar.setUp, calendar.finalDay + 1);
    await runTest(tx, lot, demo, cast, calendar, again, [0, 2, -2, 1], demo.state === 'retesting' ? 4 : 0);
  }
  const leading = scribe(tx, cast.lead, calendar.at(addDays(calendar.setUp, 2 * calendar.finalDay + 3), 11));
  if (demo.state === 'accepted') {
    const reason = 'Dish 4 stood at the draught of the door; the other three agree, and the client wants no retest.';
    await decide(leading, lot.id, { subject: first.id, decision: 'accept', reason });
  }
  if (['released', 'stale', 'expired'].includes(demo.state)) {
    await releaseDocument(leading, await lockLot(tx, lot.id), { kind: demo.book === 'aosa' ? 'tag' : 'report' });
  }
  if (demo.state === 'stale') {
    const later = scribe(tx, cast.lead, calendar.at(addDays(calendar.setUp, 2 * calendar.finalDay + 5), 9));
    const [dish] = (await tx.select().from(vessel).where(eq(vessel.lotId, lot.id))).filter(
      (one) => one.kind === 'replicate' && one.number === 2,
    );
    const counted = dishCounts(demo, 3, calendar.finalDay, calendar);
    if (dish)
      await countDish(later, await openDishes(tx, lot, later.now), dish.id, calendar.finalDay, {
        counts: {
          ...counted.final,
          normal: counted.final.normal - counted.first - 2,
          abnormal: counted.final.abnormal + 2,
        },
        closed: true,
        final: true,
        entry: 'typed',
        reason: 'Two seedlings with a decayed root had been called normal; seen again on the photograph.',
      });
  }
}

async function runTest(
  tx: Transaction,
  lot: Lot,
  demo: DemoLot,
  cast: Cast,
  calendar: Calendar,
  setUp: string,
  shifts: readonly number[],
  stillOpen: number,
): Promise<BenchTest> {
  const { at, firstDay, finalDay } = calendar;
  const setting = scribe(tx, cast.analyst, at(setUp, 9));
  const plan: GerminationPlan = {
    substrate: calendar.substrate,
    temperature: calendar.temperature,
    treatment: '',
    setUpDate: setUp,
    prechillDays: 0,
    firstCountDay: firstDay,
    finalCountDay: finalDay,
    dishes: 4,
    seedsPerDish: 100,
    place: 'cabinet 2, shelf C',
  };
  const sample = await drawWorkingSample(setting, await lockLot(tx, lot.id), {
    purpose: 'germination',
    mass: { text: '20.0', unit: 'g' },
  });
  const test = await setUpTest(setting, { ...plan, vesselId: sample.id });
  const dishes = (await tx.select().from(vessel).where(eq(vessel.parentId, sample.id))).sort(
    (a, b) => a.number - b.number,
  );
  for (const event of planCalendar(plan).filter(isCount)) {
    if (event.date > calendar.today) break;
    const final = event.what === 'final-count';
    const counting = scribe(tx, cast.analyst, at(event.date, 10));
    for (const dish of dishes) {
      const { first, final: last } = dishCounts(demo, shifts[dish.number - 1] ?? 0, finalDay, calendar);
      if (!final && event.what !== 'first-count') {
        if (stillOpen < 4)
          await countDish(counting, await openDishes(tx, lot, counting.now), dish.id, event.day, {
            counts: NO_COUNTS,
            closed: true,
            final: false,
            entry: 'typed',
          });
        continue;
      }
      if (final && (stillOpen === 4 || (stillOpen === 1 && dish.number === 3))) continue;
      if (demo.state === 'set-up') continue;
      const counts =
        final && firstDay < finalDay
          ? { ...last, normal: last.normal - first }
          : final
            ? last
            : { ...NO_COUNTS, normal: first };
      await countDish(counting, await openDishes(tx, lot, counting.now), dish.id, event.day, {
        counts,
        closed: true,
        final,
        entry: 'typed',
      });
    }
  }
  return (await tx.select().from(benchTest).where(eq(benchTest.id, test.id)))[0] ?? test;
}

/** Normal seedlings at the first count, and all classes at the end, of a dish that is `shift` above the lot's average. */
function dishCounts(
  demo: DemoLot,
  shift: number,
  finalDay: number,
  calendar: Calendar,
): { first: number; final: Counts } {
  const [normal, abnormal, hard, freshSeeds] = demo.dish;
  const calls = Math.min(100 - abnormal - hard - freshSeeds, Math.max(0, normal + shift));
  return {
    first: calendar.firstDay < finalDay ? Math.floor(calls * 0.6) : 0,
    final: {
      ...NO_COUNTS,
      normal: calls,
      abnormal,
      hard,
      fresh: freshSeeds,
      dead: 100 - calls - abnormal - hard - freshSeeds,
    },
  };
}
