import type { MoistureWeighings, OvenWork } from '@mercato/contract/moisture/moisture';
import { Exact } from '@mercato/core/units/mass';
import type { Reader } from '../database/connect.ts';
import { currentObservations, type Entry } from '../database/observations.ts';
import { deviceNamed } from '../devices/devices.ts';
import type { WriteContext } from '../http/context.ts';
import { fault, type FieldRefusal, refused } from '../http/fault.ts';
import type { BenchTest } from '../register/tests.ts';
import { keepWeighings } from '../register/weighings.ts';
import { openFile } from '../register/lotFile.ts';
import { meterOf } from './meterResult.ts';
import { readMoisture } from './result.ts';
import { moistureObservation } from './tables.ts';

/** Writes the weighings of both containers down and judges them once both are dried. */
export async function weighMoisture(
  context: Pick<WriteContext<unknown>, 'tx' | 'hand' | 'audit' | 'touch'>,
  test: BenchTest,
  body: MoistureWeighings,
): Promise<void> {
  if (meterOf(test) !== null) throw fault('conflict', 'moisture.by-meter');
  checkOven(body);
  const entries = (['first', 'second'] as const).flatMap((which): Entry[] =>
    (['container', 'withSeed', 'dried'] as const).flatMap((one) => {
      const text = body[which][one];
      return text === undefined
        ? []
        : [{ field: `${which}.${one}`, text, unit: 'g', value: new Exact(text).toString() }];
    }),
  );
  await keepWeighings(context, test, {
    table: moistureObservation,
    entries,
    body,
    act: (corrects) => ({ is: corrects ? 'moisture-corrected' : 'moisture-weighed', test: test.number }),
    judge: judgeOf(context.tx, test, context.hand.at),
  });
}

/** As the lot's file judges it: a test may repeat the one before it. */
const judgeOf = (tx: Reader, test: BenchTest, now: Date) => async () => {
  const view = await readMoisture(tx, await openFile(tx, test.lotId, now));
  const result = view.tests.find((one) => one.id === test.id)?.result ?? null;
  return result && { outcome: result.verdict.outcome, result };
};

const UNITS = {
  sealed: null,
  oven: null,
  diameterCm: 'cm',
  groundMinutes: 'min',
  exposedSeconds: 's',
  ovenC: '°C',
  backAt: null,
  outAt: null,
  cooledMinutes: 'min',
} as const;
const HEARD_UNITS = { ovenC: '°C', coldestC: '°C', warmestC: '°C', outsideMinutes: 'min', opened: null } as const;

/** Writes down how the oven is worked, and judges anew what was judged already. */
export async function workOven(
  context: Pick<WriteContext<unknown>, 'tx' | 'hand' | 'audit' | 'touch'>,
  test: BenchTest,
  body: OvenWork,
  /** What an instant is called where it was written. */
  called: (name: 'backAt' | 'outAt') => string = (name) => name,
): Promise<void> {
  if (meterOf(test) !== null) throw fault('conflict', 'moisture.by-meter');
  if (body.predried) checkOven(body.predried, 'predried.');
  const current = await currentObservations(context.tx, moistureObservation, [test.id]);
  const stands = (field: string) => current.find((one) => one.field === field)?.enteredText;
  for (const name of ['backAt', 'outAt'] as const)
    if (body[name] !== undefined && new Date(body[name]) > context.hand.at)
      throw fault('invalid', 'http.lies-future', called(name));
  const [back, out] = [body.backAt ?? stands('oven.backAt'), body.outAt ?? stands('oven.outAt')];
  if (back !== undefined && out !== undefined && new Date(out) < new Date(back))
    throw fault('invalid', 'moisture.out-before-back', called('outAt'));
  const entries = (Object.keys(UNITS) as (keyof typeof UNITS)[]).flatMap((name): Entry[] => {
    const said = body[name];
    if (said === undefined) return [];
    const text = String(said);
    return [{ field: `oven.${name}`, text, unit: UNITS[name], value: typeof said === 'number' ? text : null }];
  });
  const { predried, heard } = body;
  if (heard) {
    const device = (await deviceNamed(context.tx, heard.device, 'oven', 'heard.device')) ?? undefined;
    for (const name of Object.keys(HEARD_UNITS) as (keyof typeof HEARD_UNITS)[])
      if (heard[name] !== undefined) {
        const text = String(heard[name]);
        entries.push({ field: `oven.${name}`, text, unit: HEARD_UNITS[name], value: text, device });
      }
  }
  if (predried)
    for (const which of ['first', 'second'] as const)
      for (const one of ['container', 'withSeed', 'dried'] as const) {
        const text = predried[which][one];
        entries.push({ field: `predried.${which}.${one}`, text, unit: 'g', value: new Exact(text).toString() });
      }
  await keepWeighings(context, test, {
    table: moistureObservation,
    entries,
    body,
    act: () => ({ is: 'oven-worked', test: test.number }),
    judge: judgeOf(context.tx, test, context.hand.at),
  });
}

/** Masses that cannot be: seed that weighs nothing, or dried heavier than wet. */
function checkOven(body: Pick<MoistureWeighings, 'first' | 'second'>, at = ''): void {
  const faults = (['first', 'second'] as const).flatMap((which): FieldRefusal[] => {
    const container = new Exact(body[which].container);
    const withSeed = new Exact(body[which].withSeed);
    const dried = body[which].dried === undefined ? null : new Exact(body[which].dried);
    if (!withSeed.gt(container))
      return [
        {
          path: `${at}${which}.withSeed`,
          message: { is: 'moisture.weigh-more-than-empty', container: body[which].container },
        },
      ];
    if (dried?.gt(withSeed))
      return [
        {
          path: `${at}${which}.dried`,
          message: { is: 'moisture.cannot-weigh-more-than', withSeed: body[which].withSeed },
        },
      ];
    if (dried?.lte(container))
      return [
        {
          path: `${at}${which}.dried`,
          message: { is: 'moisture.cannot-weigh-little-empty', container: body[which].container },
        },
      ];
    return [];
  });
  if (faults.length > 0) throw refused(faults);
}
