import type { WriteRoute } from '@mercato/contract/http/route';
import type { BagView, RoundList } from '@mercato/contract/quick-tests/rounds';
import { quickTestRoutes } from '@mercato/contract/quick-tests/routes';
import type { TriedBags } from '@mercato/contract/quick-tests/tried';
import type { Api } from '../http/api.ts';
import { idParam } from '../http/asked.ts';
import type { WriteContext } from '../http/context.ts';
import { bagView } from './bagView.ts';
import { renderBagLabels } from './labels.ts';
import { decideLateLook, endBag, handleBag, keepFloat, keepLook, reopenBag, strikeLook } from './rounds.ts';
import { startRound } from './startRound.ts';
import { listRounds, roundView, triedBags } from './views.ts';

export function serveQuickTests(api: Api): void {
  api.read(quickTestRoutes.rounds, async ({ tx, now }): Promise<RoundList> => ({ rounds: await listRounds(tx, now) }));
  api.read(quickTestRoutes.round, async ({ tx, params, now }) => roundView(tx, idParam(params, 'round'), now));
  api.read(quickTestRoutes.bag, async ({ tx, params, now }) => bagView(tx, idParam(params, 'bag'), now));
  api.read(quickTestRoutes.bagsOf, async ({ tx, params, now }): Promise<TriedBags> => ({
    bags: await triedBags(tx, idParam(params, 'packet'), now),
  }));
  api.file(quickTestRoutes.labels, async ({ tx, params, query, now }) => ({
    name: 'bags.pdf',
    body: await renderBagLabels(tx, await roundView(tx, idParam(params, 'round'), now), query.layout),
  }));

  api.write(quickTestRoutes.start, async (context) =>
    roundView(context.tx, await startRound(context, context.body), context.now),
  );
  // A look's own address comes from the phone, so that one that is sent twice stands once.
  api.write(quickTestRoutes.look, async (context) => {
    const { tx, params, body, now, tell } = context;
    const round = await keepLook(context, idParam(params, 'bag'), idParam(params, 'look'), body);
    tell(`round:${round}`);
    return roundView(tx, round, now);
  });
  /** A write to one bag; the bag as it stands then is the answer. */
  const ofBag = <B>(
    route: WriteRoute<string, B, BagView>,
    work: (context: WriteContext<B>, bag: string) => Promise<void>,
  ) =>
    api.write(route, async (context) => {
      const bag = idParam(context.params, 'bag');
      await work(context, bag);
      const view = await bagView(context.tx, bag, context.now);
      context.tell(`round:${view.round.id}`);
      return view;
    });
  ofBag(quickTestRoutes.strikeLook, (context, bag) =>
    strikeLook(context, bag, idParam(context.params, 'look'), context.body.reason),
  );
  ofBag(quickTestRoutes.hand, (context, bag) => handleBag(context, bag, context.body));
  ofBag(quickTestRoutes.decideLate, (context, bag) =>
    decideLateLook(context, bag, idParam(context.params, 'look'), context.body),
  );
  ofBag(quickTestRoutes.float, (context, bag) => keepFloat(context, bag, context.body));
  ofBag(quickTestRoutes.reopen, (context, bag) => reopenBag(context, bag, context.body));
  ofBag(quickTestRoutes.end, (context, bag) => endBag(context, bag, context.body));
}
