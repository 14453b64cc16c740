import type { NewGerminationTest } from '@mercato/contract/germination/germination';
import { checkDay } from '../register/seen.ts';
import { type BenchTest, drawnBefore, startTest } from '../register/tests.ts';
import { addVessels } from '../register/vessels.ts';
import type { Write } from './count.ts';

/** Plans a test and sets its dishes: one vessel with a code for each. */
export async function setUpTest(context: Write, body: NewGerminationTest): Promise<BenchTest> {
  const { vesselId, lateReason, ...plan } = body;
  const { hand } = context;
  checkDay(plan.setUpDate, hand.today, await drawnBefore(context.tx, vesselId), lateReason !== undefined, 'setUpDate');
  const test = await startTest(context, 'germination', vesselId, { ...plan, ...(lateReason ? { lateReason } : {}) });
  await addVessels(
    context.tx,
    Array.from({ length: plan.dishes }, (_, i) => ({
      lotId: test.lotId,
      kind: 'replicate',
      parentId: vesselId,
      number: i + 1,
      seeds: plan.seedsPerDish,
      place: plan.place || null,
      drawnOn: plan.setUpDate,
    })),
    hand.personId,
    context.now,
  );
  return test;
}
