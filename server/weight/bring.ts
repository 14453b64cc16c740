import { MOST_REPLICATES } from '@mercato/contract/weight/replicates';
import { newWeightTestSchema, weightWeighingsSchema } from '@mercato/contract/weight/weight';
import { number, word, type TestFromFile } from '../lot-sheet/fromFile.ts';
import { startTest } from '../register/tests.ts';
import { weighSeeds } from './weigh.ts';

/** Brings the weighings of a test in. */
export async function bringWeight({ context, cells, test, body, write, draw, dated }: TestFromFile): Promise<void> {
  const vesselId = await draw();
  const plan = body();
  plan.value.vesselId = vesselId;
  const started = await write(plan, newWeightTestSchema, () => startTest(context, 'weight', vesselId, {}));
  const filled = body();
  const weighed = Array.from({ length: MOST_REPLICATES }, (_, i) => i + 1).filter((one) =>
    cells.get(`weight.replicate.${one}`, { test }),
  );
  filled.value.replicates = [];
  weighed.forEach((one, i) => {
    filled.set(`replicates.${i}`, `weight.replicate.${one}`, word);
  });
  filled.value.whole = null;
  if (cells.get('weight.wholeMass', { test }) ?? cells.get('weight.wholeSeeds', { test })) {
    filled.value.whole = {};
    filled.set('whole.mass', 'weight.wholeMass', word).set('whole.seeds', 'weight.wholeSeeds', number);
  }
  const seen = await dated(started.vesselId);
  await write(filled, weightWeighingsSchema, (checked) => weighSeeds(seen, started, checked));
}
