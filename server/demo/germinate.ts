import { eq } from 'drizzle-orm';
import type { GerminationPlan } from '@mercato/contract/germination/germination';
import { isCount, planCalendar } from '@mercato/core/germination/planTest';
import { addDays } from '@mercato/core/units/days';
import { type Counts, NO_COUNTS } from '@mercato/core/units/seedCounts';
import { countDish, openDishes } from '../germination/count.ts';
import { setUpTest } from '../germination/setUp.ts';
import { decide } from '../register/decisions.ts';
import { lockLot } from '../register/lots.ts';
import { benchTest, vessel } from '../register/tables.ts';
import { releaseDocument } from '../release/routes.ts';
import { scribe } from '../scribe.ts';
import { dispute, DISPUTED, putAway, TRIED, tryArms, WARMED, warmAfternoon } from './dishes.ts';
import { drawFor, type Scene } from './scene.ts';

const CLOSED = { closed: true, entry: 'typed' } as const;

/** Brings the germination of a demo lot as far as its state says. */
export async function germinate(scene: Scene): Promise<void> {
  const { tx, lot, demo, cast, setUp, finalDay, at } = scene;
  const { state } = demo;
  if (demo.reference === TRIED) {
    await tryArms(scene);
    return;
  }
  const outside = ['out-of-range', 'retesting', 'retested', 'accepted'].includes(state);
  const open = state === 'final-today' ? 1 : state === 'overdue' || state === 'set-up' ? 4 : 0;
  const first = await runTest(scene, setUp, outside ? [9, 4, -3, -12] : [0, 3, -2, -1], open);
  if (demo.reference === WARMED) await warmAfternoon(scene);
  if (demo.reference === DISPUTED) await dispute(scene, first);
  if (state === 'retesting' || state === 'retested')
    await runTest(scene, addDays(setUp, finalDay + 1), [0, 2, -2, 1], state === 'retesting' ? 4 : 0);
  const leading = scribe(tx, cast.lead, at(addDays(setUp, 2 * finalDay + 3), 11));
  if (state === 'accepted') {
    const reason = 'Dish 4 stood at the draught of the door; the other three agree, and the client wants no retest.';
    await decide(leading, lot.id, { subject: first.id, decision: 'accept', reason });
  }
  if (['released', 'stale', 'expired'].includes(state))
    await releaseDocument(leading, await lockLot(tx, lot.id), { kind: demo.book === 'aosa' ? 'tag' : 'report' });
  if (state === 'stale') {
    const later = scribe(tx, cast.lead, at(addDays(setUp, 2 * finalDay + 5), 9));
    const [dish] = (await tx.select().from(vessel).where(eq(vessel.lotId, lot.id))).filter(
      (one) => one.kind === 'replicate' && one.number === 2,
    );
    const counted = dishCounts(scene, 3);
    const { normal, abnormal } = counted.final;
    if (dish)
      await countDish(later, await openDishes(tx, lot, later.now), dish.id, finalDay, {
        ...CLOSED,
        counts: { ...counted.final, normal: normal - counted.first - 2, abnormal: abnormal + 2 },
        final: true,
        reason: 'Two seedlings with a decayed root had been called normal; seen again on the photograph.',
      });
  }
}

/** @param shifts  how far each dish is above the lot's average  @param stillOpen  dishes without their final count */
async function runTest(scene: Scene, setUp: string, shifts: readonly number[], stillOpen: number) {
  const { tx, lot, demo, cast, method, at, today, firstDay, finalDay } = scene;
  const setting = scribe(tx, cast.analyst, at(setUp, 9));
  const plan: GerminationPlan = {
    substrate: method?.substrates?.value[0] ?? 'TP',
    temperature: method?.temperatures?.value[0] ?? '20',
    treatment: '',
    setUpDate: setUp,
    prechillDays: 0,
    firstCountDay: firstDay,
    finalCountDay: finalDay,
    dishes: 4,
    seedsPerDish: 100,
    place: '',
  };
  const sample = await drawFor(setting, lot, 'germination', '20.0');
  const test = await setUpTest(setting, { ...plan, vesselId: sample.id });
  await putAway(scene, test, demo.reference === WARMED ? 'Cabinet 3' : 'Cabinet 2', setUp);
  const dishes = (await tx.select().from(vessel).where(eq(vessel.parentId, sample.id))).sort(
    (a, b) => a.number - b.number,
  );
  for (const event of planCalendar(plan).filter(isCount)) {
    if (event.date > today) break;
    const final = event.what === 'final-count';
    const between = !final && event.what !== 'first-count';
    const counting = scribe(tx, cast.analyst, at(event.date, 10));
    for (const dish of dishes) {
      const { first, final: last } = dishCounts(scene, shifts[dish.number - 1] ?? 0);
      const waits = between
        ? stillOpen === 4
        : demo.state === 'set-up' || (final && (stillOpen === 4 || (stillOpen === 1 && dish.number === 3)));
      if (waits) continue;
      const counts = between
        ? NO_COUNTS
        : final
          ? { ...last, normal: last.normal - first }
          : { ...NO_COUNTS, normal: first };
      await countDish(counting, await openDishes(tx, lot, counting.now), dish.id, event.day, {
        ...CLOSED,
        counts,
        final,
      });
    }
  }
  return (await tx.select().from(benchTest).where(eq(benchTest.id, test.id)))[0] ?? test;
}

/** Normal seedlings at the first count, and all classes at the end, of a dish that is `shift` above the lot's average. */
function dishCounts({ demo, firstDay, finalDay }: Scene, shift: number): { first: number; final: Counts } {
  const [normal, abnormal, hard, fresh] = demo.dish;
  const others = abnormal + hard + fresh;
  const calls = Math.min(100 - others, Math.max(0, normal + shift));
  return {
    first: firstDay < finalDay ? Math.floor(calls * 0.6) : 0,
    final: { normal: calls, abnormal, hard, fresh, dead: 100 - calls - others },
  };
}
