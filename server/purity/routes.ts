import { purityRoutes } from '@mercato/contract/purity/routes';
import { currentObservations, recordObservations } from '../database/observations.ts';
import type { Api } from '../http/api.ts';
import { idParam } from '../http/asked.ts';
import { type LotPicture, settleStep } from '../lot-sheet/standing.ts';
import { bindName } from '../names/names.ts';
import { serveDays } from '../register/dayRoutes.ts';
import { openFile } from '../register/lotFile.ts';
import { lockLot } from '../register/lots.ts';
import { serveOtherResults } from '../register/otherResultRoutes.ts';
import { lockTest, startTest, testById } from '../register/tests.ts';
import { sortingEntries, textsOf } from './fields.ts';
import { keepOther, readOthers } from './others.ts';
import { readPurity } from './result.ts';
import { purityObservation } from './tables.ts';
import { weigh } from './weigh.ts';

export function servePurity(api: Api<LotPicture>): void {
  api.read(purityRoutes.ofLot, async ({ tx, params, now }) =>
    readPurity(tx, await openFile(tx, idParam(params, 'lot'), now)),
  );

  api.write(purityRoutes.start, async (context) => {
    const test = await startTest(context, 'purity', context.body.vesselId, {});
    return settleStep(context, test.lotId, 'purity');
  });

  api.write(purityRoutes.weigh, async (context) => {
    const test = await lockTest(context.tx, idParam(context.params, 'test'), 'purity', context.seenVersion);
    await weigh(context, test, context.body);
    return settleStep(context, test.lotId, 'purity');
  });

  // A clocked stretch only adds to what is there, so it asks for no version and leaves the test's own alone.
  api.write(purityRoutes.sort, async ({ tx, params, body, hand, now }) => {
    const test = await testById(tx, idParam(params, 'test'), 'purity');
    await lockLot(tx, test.lotId);
    const before = await currentObservations(tx, purityObservation, [test.id]);
    await recordObservations(
      tx,
      purityObservation,
      { id: test.id, lotId: test.lotId },
      sortingEntries(textsOf(before), body.mass, body.seconds),
      hand,
      undefined,
    );
    return readPurity(tx, await openFile(tx, test.lotId, now));
  });

  api.write(purityRoutes.bindName, async (context) => {
    const { tx, params, body, now } = context;
    const test = await lockTest(tx, idParam(params, 'test'), 'purity', context.seenVersion);
    const view = await readPurity(tx, await openFile(tx, test.lotId, now));
    await bindName(context, test, view.tests.find((one) => one.id === test.id)?.names ?? [], body);
    return settleStep(context, test.lotId, 'purity');
  });

  serveDays(
    api,
    purityRoutes.days,
    'purity',
    purityObservation,
    async ({ settle }, lotId) => (await settle(lotId)).gathered.purity,
  );

  serveOtherResults(api, purityRoutes, readOthers, keepOther);
}
