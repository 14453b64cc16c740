import type { WriteRoute } from '@mercato/contract/http/route';
import { type OtherSeedsView, trayNumber } from '@mercato/contract/other-seeds/otherSeeds';
import { otherSeedsRoutes } from '@mercato/contract/other-seeds/routes';
import type { Jurisdictions } from '@mercato/contract/register/request';
import { actAt } from '../hands/hands.ts';
import type { Api } from '../http/api.ts';
import { askedText, idParam } from '../http/asked.ts';
import type { WriteContext } from '../http/context.ts';
import { fault } from '../http/fault.ts';
import { readSearch } from '../lot-sheet/contradictions.ts';
import { type LotPicture, settleStep } from '../lot-sheet/standing.ts';
import { bindName } from '../names/names.ts';
import { serveDays } from '../register/dayRoutes.ts';
import { openFile } from '../register/lotFile.ts';
import { serveOtherResults } from '../register/otherResultRoutes.ts';
import { type BenchTest, lockTest, lockTestRow, testById } from '../register/tests.ts';
import { bindKeys, countTray, startSearch } from './count.ts';
import { fieldSeasons } from './fieldSeasons.ts';
import { decideLateFinds, keepFinds, trayNamed } from './lateFinds.ts';
import { keepOtherFinds, readOtherFinds } from './others.ts';
import { listsOf, readOtherSeeds, withTallies } from './result.ts';
import { otherSeedsObservation } from './tables.ts';

export function serveOtherSeeds(api: Api<LotPicture>): void {
  api.read(otherSeedsRoutes.ofLot, async ({ tx, params, now }) =>
    readSearch(tx, await openFile(tx, idParam(params, 'lot'), now)),
  );

  api.read(otherSeedsRoutes.fieldWeeds, async ({ tx, query }) => fieldSeasons(tx, askedText(query.field, 200) || null));

  api.read(otherSeedsRoutes.jurisdictions, async ({ tx }): Promise<Jurisdictions> => {
    const { edition, rows } = await listsOf(tx, {});
    return { edition, jurisdictions: [...new Set(rows.map((one) => one.jurisdiction))] };
  });

  api.write(otherSeedsRoutes.start, async (context) => {
    const test = await startSearch(context, context.body);
    return withTallies(context.tx, await settleStep(context, test.lotId, 'otherSeeds'));
  });

  // Each tray has a version of its own: two people on two trays never collide.
  api.write(otherSeedsRoutes.countTray, async (context) => {
    const { tx, params, body, seenVersion } = context;
    const tray = trayIn(params);
    const id = idParam(params, 'test');
    const test = await lockTestRow(tx, id, 'other-seeds');
    await countTray(context, test, tray, body, seenVersion);
    return withTallies(context.tx, await settleStep(context, test.lotId, 'otherSeeds'));
  });

  api.write(otherSeedsRoutes.bindKeys, async (context) => {
    const { tx, params, body, now } = context;
    const test = await lockTestRow(tx, idParam(params, 'test'), 'other-seeds');
    await bindKeys(context, test, body, context.seenVersion);
    return readSearch(tx, await openFile(tx, test.lotId, now));
  });

  api.write(otherSeedsRoutes.keepFinds, async (context) => {
    const test = await testById(context.tx, idParam(context.params, 'test'), 'other-seeds');
    context.tell(`hands:${test.lotId}`);
    return keepFinds(context, test, context.body);
  });

  /** A write about the keys of one tray; the search as it stands then is the answer. */
  const ofTray = <B>(
    route: WriteRoute<string, B, OtherSeedsView>,
    work: (context: WriteContext<B>, test: BenchTest, tray: number) => Promise<void>,
  ) =>
    api.write(route, async (context) => {
      const { tx, params, now, tell } = context;
      const tray = trayIn(params);
      const test = await lockTestRow(tx, idParam(params, 'test'), 'other-seeds');
      await work(context, test, tray);
      tell(`hands:${test.lotId}`);
      return readSearch(tx, await openFile(tx, test.lotId, now));
    });
  ofTray(otherSeedsRoutes.hand, (context, test, tray) => actAt(context, trayNamed(test, tray), context.body));
  ofTray(otherSeedsRoutes.decideLate, (context, test, tray) => decideLateFinds(context, test, tray, context.body));

  api.write(otherSeedsRoutes.bindName, async (context) => {
    const { tx, params, body, now } = context;
    const test = await lockTest(tx, idParam(params, 'test'), 'other-seeds', context.seenVersion);
    const view = await readOtherSeeds(tx, await openFile(tx, test.lotId, now));
    await bindName(context, test, view.tests.find((one) => one.id === test.id)?.names ?? [], body);
    return withTallies(tx, await settleStep(context, test.lotId, 'otherSeeds'));
  });

  serveDays(api, otherSeedsRoutes.days, 'other-seeds', otherSeedsObservation, async ({ tx, settle }, lotId) =>
    withTallies(tx, (await settle(lotId)).gathered.otherSeeds),
  );

  serveOtherResults(api, otherSeedsRoutes, readOtherFinds, keepOtherFinds);
}

function trayIn(params: Readonly<Record<string, string>>): number {
  const tray = trayNumber(params.tray);
  if (tray === null) throw fault('not-found', 'other-seeds.no-such-tray-numbered');
  return tray;
}
