import { MOST_REPLICATES } from '@mercato/contract/weight/replicates';
import { newWeightTestSchema, weightWeighingsSchema } from '@mercato/contract/weight/weight';
import { number, type TestFromFile, word } from '../lot-sheet/fromFile.ts';
import { startTest } from '../register/tests.ts';
import { weighSeeds } from './weigh.ts';

/** Brings the weighings of a test in. */
export async function bringWeight({
  context,
  cells,
  test,
  body,
  write,
  draw,
  dated,
  stop,
}: TestFromFile): Promise<void> {
  const vesselId = await draw();
  const plan = body();
  plan.value.vesselId = vesselId;
  const started = await write(plan, newWeightTestSchema, () => startTest(context, 'weight', vesselId, {}));
  const filled = body();
  const weighed = Array.from({ length: MOST_REPLICATES }, (_, i) => i + 1).filter((one) =>
    cells.get(`weight.replicate.${one}`, { test }),
  );
  // A gap would move what follows it: each replicate keeps its number.
  const gap = weighed.find((one, i) => one !== i + 1);
  if (gap !== undefined)
    stop(cells.get(`weight.replicate.${gap}`, { test })?.line ?? cells.line, 'value', {
      is: 'weight.replicate-missing',
      before: gap,
    });
  filled.value.replicates = [];
  weighed.forEach((one, i) => filled.set(`replicates.${i}`, `weight.replicate.${one}`, word));
  filled.value.whole = null;
  if (cells.get('weight.wholeMass', { test }) ?? cells.get('weight.wholeSeeds', { test })) {
    filled.value.whole = {};
    filled.set('whole.mass', 'weight.wholeMass', word).set('whole.seeds', 'weight.wholeSeeds', number);
  }
  const seen = await dated(started.vesselId);
  await write(filled, weightWeighingsSchema, (checked) => weighSeeds(seen, started, checked));
}
