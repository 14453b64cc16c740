import {
  endBagSchema,
  floatNoteSchema,
  newLookSchema,
  newRoundSchema,
  strikeLookSchema,
  type RoundList,
} from '@mercato/contract/quick-tests/rounds';
import { idParam, type Api } from '../http/api.ts';
import { renderBagLabels } from './labels.ts';
import { bagView, endBag, keepFloat, keepLook, listRounds, roundView, startRound, strikeLook } from './rounds.ts';

export function quickTestRoutes(api: Api): void {
  api.read('/rounds', async ({ tx, now }): Promise<RoundList> => ({ rounds: await listRounds(tx, now) }));
  api.read('/rounds/:round', async ({ tx, params, now }) => roundView(tx, idParam(params, 'round'), now));
  api.read('/bags/:bag', async ({ tx, params, now }) => bagView(tx, idParam(params, 'bag'), now));
  api.file('/rounds/:round/labels.pdf', async ({ tx, params, query, now }) => ({
    type: 'application/pdf',
    name: 'bags.pdf',
    body: await renderBagLabels(tx, await roundView(tx, idParam(params, 'round'), now), query.layout),
  }));

  api.write({
    method: 'post',
    path: '/rounds',
    permission: 'store.write',
    schema: newRoundSchema,
    status: 201,
    handle: async (context) => roundView(context.tx, await startRound(context, context.body), context.now),
  });
  // A look's own address comes from the phone, so that one that is sent twice stands once.
  api.write({
    method: 'put',
    path: '/bags/:bag/looks/:look',
    permission: 'store.write',
    schema: newLookSchema,
    handle: async (context) => {
      const { tx, params, body, now } = context;
      return roundView(tx, await keepLook(context, idParam(params, 'bag'), idParam(params, 'look'), body), now);
    },
  });
  api.write({
    method: 'post',
    path: '/bags/:bag/looks/:look/strike',
    permission: 'store.write',
    schema: strikeLookSchema,
    handle: async (context) => {
      const bag = idParam(context.params, 'bag');
      await strikeLook(context, bag, idParam(context.params, 'look'), context.body.reason);
      return bagView(context.tx, bag, context.now);
    },
  });
  api.write({
    method: 'put',
    path: '/bags/:bag/float',
    permission: 'store.write',
    schema: floatNoteSchema,
    handle: async (context) => {
      const bag = idParam(context.params, 'bag');
      await keepFloat(context, bag, context.body);
      return bagView(context.tx, bag, context.now);
    },
  });
  api.write({
    method: 'post',
    path: '/bags/:bag/end',
    permission: 'store.write',
    schema: endBagSchema,
    handle: async (context) => {
      const bag = idParam(context.params, 'bag');
      await endBag(context, bag, context.body);
      return bagView(context.tx, bag, context.now);
    },
  });
}
