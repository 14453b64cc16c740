import { moistureRoutes } from '@mercato/contract/moisture/routes';
import type { Api } from '../http/api.ts';
import { idParam } from '../http/asked.ts';
import { type LotPicture, settleStep } from '../lot-sheet/standing.ts';
import { serveDays } from '../register/dayRoutes.ts';
import { openFile } from '../register/lotFile.ts';
import { lockTest, startTest } from '../register/tests.ts';
import { readOvens, workLoad } from './ovens.ts';
import { readMoisture } from './result.ts';
import { moistureObservation } from './tables.ts';
import { weighMoisture, workOven } from './weigh.ts';

export function serveMoisture(api: Api<LotPicture>): void {
  api.read(moistureRoutes.ofLot, async ({ tx, params, now }) =>
    readMoisture(tx, await openFile(tx, idParam(params, 'lot'), now)),
  );

  api.write(moistureRoutes.start, async (context) => {
    const test = await startTest(context, 'moisture', context.body.vesselId, { method: context.body.method });
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
