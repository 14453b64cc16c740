import { weightRoutes } from '@mercato/contract/weight/routes';
import type { Api } from '../http/api.ts';
import { idParam } from '../http/asked.ts';
import { type LotPicture, settleStep } from '../lot-sheet/standing.ts';
import { serveDays } from '../register/dayRoutes.ts';
import { openFile } from '../register/lotFile.ts';
import { lockTest, startTest } from '../register/tests.ts';
import { readWeight } from './result.ts';
import { weightObservation } from './tables.ts';
import { weighSeeds } from './weigh.ts';

export function serveWeight(api: Api<LotPicture>): void {
  api.read(weightRoutes.ofLot, async ({ tx, params, now }) =>
    readWeight(tx, await openFile(tx, idParam(params, 'lot'), now)),
  );

  api.write(weightRoutes.start, async (context) => {
    const test = await startTest(context, 'weight', context.body.vesselId, {});
    return settleStep(context, test.lotId, 'weight');
  });

  api.write(weightRoutes.weigh, async (context) => {
    const test = await lockTest(context.tx, idParam(context.params, 'test'), 'weight', context.seenVersion);
    await weighSeeds(context, test, context.body);
    return settleStep(context, test.lotId, 'weight');
  });

  serveDays(api, weightRoutes.days, 'weight', weightObservation, (context, lotId) =>
    settleStep(context, lotId, 'weight'),
  );
}
