import { moistureWeighingsSchema, newMoistureTestSchema } from '@mercato/contract/moisture/moisture';
import { type TestFromFile, word } from '../lot-sheet/fromFile.ts';
import { startTest } from '../register/tests.ts';
import { weighMoisture } from './weigh.ts';

/** Brings the weighings of an oven test in. */
export async function bringMoisture({ context, body, write, draw, dated }: TestFromFile): Promise<void> {
  const vesselId = await draw();
  const method = body().set('method', 'moisture.method', word);
  method.value.vesselId = vesselId;
  const started = await write(method, newMoistureTestSchema, (checked) =>
    startTest(context, 'moisture', vesselId, { method: checked.method }),
  );
  const filled = body();
  for (const which of ['first', 'second'])
    for (const field of ['container', 'withSeed', 'dried'])
      filled.set(`${which}.${field}`, `moisture.${which}.${field}`, word);
  const seen = await dated(started.vesselId);
  await write(filled, moistureWeighingsSchema, (checked) => weighMoisture(seen, started, checked));
}
