import { moistureRoutes } from '@mercato/contract/moisture/routes';
import type { Api } from '../http/api.ts';
import type { Reader } from '../database/connect.ts';
import { idParam } from '../http/asked.ts';
import { todayIn } from '../http/day.ts';
import { type LotPicture, settleStep } from '../lot-sheet/standing.ts';
import { serveDays } from '../register/dayRoutes.ts';
import { laboratoryOf, openFile } from '../register/lotFile.ts';
import { lockTest, startTest } from '../register/tests.ts';
import {
  addMeter,
  calibrate,
  checkMeter,
  hearMeter,
  meterById,
  readByMeter,
  readMeters,
  strikeCalibration,
} from './meters.ts';
import { readOvens, workLoad } from './ovens.ts';
import { readMoisture } from './result.ts';
import { moistureObservation } from './tables.ts';
import { weighMoisture, workOven } from './weigh.ts';

export function serveMoisture(api: Api<LotPicture>): void {
  api.read(moistureRoutes.ofLot, async ({ tx, params, now }) =>
    readMoisture(tx, await openFile(tx, idParam(params, 'lot'), now)),
  );

  api.write(moistureRoutes.start, async (context) => {
    const { vesselId, method, meter } = context.body;
    if (meter !== undefined) await meterById(context.tx, meter);
    const test = await startTest(context, 'moisture', vesselId, meter === undefined ? { method } : { method, meter });
    return settleStep(context, test.lotId, 'moisture');
  });

  api.write(moistureRoutes.weigh, async (context) => {
    const test = await lockTest(context.tx, idParam(context.params, 'test'), 'moisture', context.seenVersion);
    await weighMoisture(context, test, context.body);
    return settleStep(context, test.lotId, 'moisture');
  });

  api.write(moistureRoutes.work, async (context) => {
    const test = await lockTest(context.tx, idParam(context.params, 'test'), 'moisture', context.seenVersion);
    await workOven(context, test, context.body);
    return settleStep(context, test.lotId, 'moisture');
  });

  api.write(moistureRoutes.read, async (context) => {
    const test = await lockTest(context.tx, idParam(context.params, 'test'), 'moisture', context.seenVersion);
    await readByMeter(context, test, context.body);
    return settleStep(context, test.lotId, 'moisture');
  });

  const meters = async (tx: Reader, now: Date) => readMeters(tx, todayIn(now, (await laboratoryOf(tx)).zone));
  api.read(moistureRoutes.meters, ({ tx, now }) => meters(tx, now));
  api.write(moistureRoutes.addMeter, async (context) => {
    await addMeter(context, context.body.name);
    return meters(context.tx, context.now);
  });
  api.write(moistureRoutes.hearMeter, async (context) => {
    await hearMeter(context, idParam(context.params, 'meter'), context.body.device);
    return meters(context.tx, context.now);
  });
  api.write(moistureRoutes.calibrate, async (context) => {
    await calibrate(context, idParam(context.params, 'meter'), context.body);
    return meters(context.tx, context.now);
  });
  api.write(moistureRoutes.strikeCalibration, async (context) => {
    await strikeCalibration(context, idParam(context.params, 'calibration'), context.body.reason);
    return meters(context.tx, context.now);
  });
  api.write(moistureRoutes.checkMeter, async (context) => {
    await checkMeter(context, idParam(context.params, 'meter'), context.body);
    return meters(context.tx, context.now);
  });

  api.read(moistureRoutes.ovens, ({ tx, now }) => readOvens(tx, now));

  api.write(moistureRoutes.load, async (context) => {
    for (const lotId of await workLoad(context, context.body)) await settleStep(context, lotId, 'moisture');
    return readOvens(context.tx, context.now);
  });

  serveDays(
    api,
    moistureRoutes.days,
    'moisture',
    moistureObservation,
    async ({ settle }, lotId) => (await settle(lotId)).gathered.moisture,
  );
}
