import { moistureWeighingsSchema, newMoistureTestSchema, ovenWorkSchema } from '@mercato/contract/moisture/moisture';
import { meterReadingsSchema } from '@mercato/contract/moisture/meters';
import { eq } from 'drizzle-orm';
import { fault } from '../http/fault.ts';
import { type Cell, type TestFromFile, word } from '../lot-sheet/fromFile.ts';
import { startTest } from '../register/tests.ts';
import { moistureMeter } from './meterTables.ts';
import { readByMeter } from './meters.ts';
import { weighMoisture, workOven } from './weigh.ts';

/** Brings the weighings of an oven test in. */
export async function bringMoisture({ context, body, write, draw, dated }: TestFromFile): Promise<void> {
  const vesselId = await draw();
  const method = body().set('method', 'moisture.method', word);
  method.value.vesselId = vesselId;
  const named = body().set('name', 'moisture.meter', word).value.name;
  if (typeof named === 'string') {
    const [meter] = await context.tx.select().from(moistureMeter).where(eq(moistureMeter.name, named));
    if (!meter) throw fault('invalid', 'moisture.no-such-meter', 'moisture.meter');
    method.value.meter = meter.id;
  }
  const started = await write(method, newMoistureTestSchema, ({ method: dried, meter }) =>
    startTest(context, 'moisture', vesselId, meter === undefined ? { method: dried } : { method: dried, meter }),
  );
  const reading = body();
  for (const name of ['first', 'second']) reading.set(name, `moisture.reading.${name}`, word);
  reading.set('seedC', 'moisture.reading.seedC', decimal);
  if (named !== undefined) {
    // Begun, and not read yet.
    if (Object.keys(reading.value).length === 0) return;
    const readOn = await dated(started.vesselId);
    await write(reading, meterReadingsSchema, (checked) => readByMeter(readOn, started, checked));
    return;
  }
  const filled = body();
  for (const which of ['first', 'second'])
    for (const field of ['container', 'withSeed', 'dried'])
      filled.set(`${which}.${field}`, `moisture.${which}.${field}`, word);
  const seen = await dated(started.vesselId);
  await write(filled, moistureWeighingsSchema, (checked) => weighMoisture(seen, started, checked));
  const worked = body();
  for (const name of ['sealed', 'oven', 'backAt', 'outAt']) worked.set(name, `moisture.oven.${name}`, word);
  for (const name of ['diameterCm', 'groundMinutes', 'exposedSeconds', 'ovenC', 'cooledMinutes'])
    worked.set(name, `moisture.oven.${name}`, decimal);
  for (const name of ['coldestC', 'warmestC', 'outsideMinutes', 'opened'])
    worked.set(`heard.${name}`, `moisture.oven.${name}`, decimal);
  for (const which of ['first', 'second'])
    for (const field of ['container', 'withSeed', 'dried'])
      worked.set(`predried.${which}.${field}`, `moisture.predried.${which}.${field}`, word);
  if (Object.keys(worked.value).length > 0)
    await write(worked, ovenWorkSchema, (checked) => workOven(seen, started, checked));
}

/** A figure where it is one; otherwise the text, so that the schema can refuse it by its field. */
const decimal = ({ value }: Cell) => (/^\d{1,9}(\.\d{1,6})?$/.test(value) ? Number(value) : value);
