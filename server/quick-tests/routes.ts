import {
  endBagSchema,
  floatNoteSchema,
  lateLookActSchema,
  newLookSchema,
  newRoundSchema,
  reopenBagSchema,
  strikeLookSchema,
  type RoundList,
} from '@mercato/contract/quick-tests/rounds';
import { handActSchema } from '@mercato/contract/hands/hands';
import type { TriedBags } from '@mercato/contract/quick-tests/tried';
import type Joi from 'joi';
import { idParam, type Api, type WriteContext } from '../http/api.ts';
import { renderBagLabels } from './labels.ts';
import { decideLateLook, endBag, handleBag, keepFloat, keepLook, reopenBag, startRound, strikeLook } from './rounds.ts';
import { bagView, listRounds, roundView, triedBags } from './views.ts';

export function quickTestRoutes(api: Api): void {
  api.read('/rounds', async ({ tx, now }): Promise<RoundList> => ({ rounds: await listRounds(tx, now) }));
  api.read('/rounds/:round', async ({ tx, params, now }) => roundView(tx, idParam(params, 'round'), now));
  api.read('/bags/:bag', async ({ tx, params, now }) => bagView(tx, idParam(params, 'bag'), now));
  api.read('/store/packets/:packet/bags', async ({ tx, params, now }): Promise<TriedBags> => ({
    bags: await triedBags(tx, idParam(params, 'packet'), now),
  }));
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
      const { tx, params, body, now, tell } = context;
      const round = await keepLook(context, idParam(params, 'bag'), idParam(params, 'look'), body);
      tell(`round:${round}`);
      return roundView(tx, round, now);
    },
  });
  /** A write to one bag; the bag as it stands then is the answer. */
  const ofBag = <B>(
    method: 'post' | 'put',
    path: string,
    schema: Joi.Schema<B>,
    work: (context: WriteContext<B>, bag: string) => Promise<void>,
  ) => {
    api.write<B>({
      method,
      path: `/bags/:bag/${path}`,
      permission: 'store.write',
      schema,
      handle: async (context) => {
        const bag = idParam(context.params, 'bag');
        await work(context, bag);
        const view = await bagView(context.tx, bag, context.now);
        context.tell(`round:${view.round.id}`);
        return view;
      },
    });
  };
  ofBag('post', 'looks/:look/strike', strikeLookSchema, (context, bag) =>
    strikeLook(context, bag, idParam(context.params, 'look'), context.body.reason),
  );
  ofBag('post', 'hand', handActSchema, (context, bag) => handleBag(context, bag, context.body));
  ofBag('post', 'looks/:look/late', lateLookActSchema, (context, bag) =>
    decideLateLook(context, bag, idParam(context.params, 'look'), context.body),
  );
  ofBag('put', 'float', floatNoteSchema, (context, bag) => keepFloat(context, bag, context.body));
  ofBag('post', 'reopen', reopenBagSchema, (context, bag) => reopenBag(context, bag, context.body));
  ofBag('post', 'end', endBagSchema, (context, bag) => endBag(context, bag, context.body));
}
