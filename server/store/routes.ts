import Joi from 'joi';
import { accessionChangeSchema } from '@mercato/contract/store/accessions';
import {
  climateSettingsSchema,
  newReadingSchema,
  placeEntrySchema,
  strikeReadingSchema,
  type LoggerAnswer,
  type PlaceCare,
} from '@mercato/contract/store/care';
import { listReadingSchema, listUndoSchema, newListSchema, type Lists } from '@mercato/contract/store/lists';
import {
  newPlaceSchema,
  packedSeedSchema,
  packetActSchema,
  placeChangeSchema,
  placeRemovalSchema,
  type PlaceList,
} from '@mercato/contract/store/packets';
import { newTestSchema } from '@mercato/contract/store/tests';
import { idParam, type Api, type WriteContext } from '../http/api.ts';
import { todayIn } from '../http/day.ts';
import { laboratoryOf } from '../register/lotFile.ts';
import { accessionById, accessionView, changeAccession } from './accessions.ts';
import { renderPacketLabels, renderStoreList } from './labels.ts';
import { may } from '@mercato/core/register/permissions';
import {
  careList,
  hearLogger,
  keepReading,
  placeCare,
  setClimate,
  strikeReading,
  takeLog,
  writePlaceLine,
} from './care.ts';
import { bringIn, undoList } from './bringIn.ts';
import { packetsCsv, passportCsv, seedLot, seedLots } from './exchange.ts';
import { addList, listLists, listView, sayHow } from './lists.ts';
import { listCandidates } from './candidates.ts';
import { comparison } from './comparison.ts';
import { addPacket, listStore, packetView, writeLine } from './packets.ts';
import { addPlace, changePlace, listPlaces, removePlace } from './places.ts';
import { keepTest } from './tests.ts';

export function storeRoutes(api: Api): void {
  api.read('/store', async ({ tx, query }) => listStore(tx, query));
  api.read('/store/places', async ({ tx }): Promise<PlaceList> => ({ places: await listPlaces(tx) }));
  api.read('/store/comparison', async ({ tx }) => comparison(tx));
  api.read('/store/candidates', async ({ tx, query }) => listCandidates(tx, query));
  api.read('/store/care', async ({ tx, now }) => careList(tx, now));
  api.read('/store/places/:place/care', async ({ tx, params, query, now }) =>
    placeCare(tx, idParam(params, 'place'), query, now),
  );
  api.read('/store/packets/:packet', async ({ tx, params }) => packetView(tx, idParam(params, 'packet')));
  api.read('/store/accessions/:accession', async ({ tx, params }) =>
    accessionView(tx, await accessionById(tx, idParam(params, 'accession'))),
  );
  api.read('/store/lists', async ({ tx }): Promise<Lists> => ({ lists: await listLists(tx) }));
  api.read('/store/lists/:list', async ({ tx, params, now }) => listView(tx, idParam(params, 'list'), now));
  api.file('/store/packets.csv', async ({ tx }) => ({
    type: 'text/csv; charset=utf-8',
    name: 'packets.csv',
    body: await packetsCsv(tx),
  }));
  api.file('/store/passport.csv', async ({ tx }) => ({
    type: 'text/csv; charset=utf-8',
    name: 'passport-mcpd-2.1.csv',
    body: await passportCsv(tx),
  }));
  api.read('/brapi/v2/seedlots', async ({ tx, query }) => seedLots(tx, query));
  api.read('/brapi/v2/seedlots/:seedlot', async ({ tx, params }) => seedLot(tx, idParam(params, 'seedlot')));
  api.file('/store/labels.pdf', async ({ tx, query }) => ({
    type: 'application/pdf',
    name: 'packets.pdf',
    body: await renderPacketLabels(tx, query),
  }));
  api.file('/store/list.pdf', async ({ tx, query, now }) => ({
    type: 'application/pdf',
    name: 'store.pdf',
    body: await renderStoreList(tx, query, todayIn(now, (await laboratoryOf(tx)).zone)),
  }));

  api.write({
    method: 'post',
    path: '/store/places',
    permission: 'store.write',
    schema: newPlaceSchema,
    status: 201,
    handle: async (context): Promise<PlaceList> => {
      await addPlace(context, context.body);
      return { places: await listPlaces(context.tx) };
    },
  });
  api.write({
    method: 'put',
    path: '/store/places/:place',
    permission: 'store.write',
    schema: placeChangeSchema,
    versioned: true,
    handle: async (context): Promise<PlaceList> => {
      await changePlace(context, idParam(context.params, 'place'), context.body, context.seenVersion);
      return { places: await listPlaces(context.tx) };
    },
  });
  api.write({
    method: 'post',
    path: '/store/places/:place/remove',
    permission: 'store.write',
    schema: placeRemovalSchema,
    versioned: true,
    handle: async (context): Promise<PlaceList> => {
      await removePlace(context, idParam(context.params, 'place'), context.body.reason, context.seenVersion);
      return { places: await listPlaces(context.tx) };
    },
  });
  api.write({
    method: 'post',
    path: '/store/packets',
    permission: 'store.write',
    schema: packedSeedSchema,
    status: 201,
    handle: async (context) => packetView(context.tx, await addPacket(context, context.body)),
  });
  api.write({
    method: 'post',
    path: '/store/packets/:packet/lines',
    permission: 'store.write',
    schema: packetActSchema,
    versioned: true,
    handle: async (context) => {
      const id = idParam(context.params, 'packet');
      await writeLine(context, id, context.body, context.seenVersion);
      return packetView(context.tx, id);
    },
  });
  api.write({
    method: 'post',
    path: '/store/packets/:packet/tests',
    permission: 'store.write',
    schema: newTestSchema,
    status: 201,
    handle: async (context) => {
      const id = idParam(context.params, 'packet');
      await keepTest(context, id, context.body);
      return packetView(context.tx, id);
    },
  });
  api.write({
    method: 'put',
    path: '/store/accessions/:accession',
    permission: 'store.write',
    schema: accessionChangeSchema,
    versioned: true,
    handle: async (context) => {
      const { reason, ...header } = context.body;
      return accessionView(
        context.tx,
        await changeAccession(context, idParam(context.params, 'accession'), header, reason, context.seenVersion),
      );
    },
  });

  const list = <B>(
    method: 'post' | 'put',
    act: string,
    schema: Joi.Schema<B>,
    work: (context: WriteContext<B>, id: string) => Promise<void>,
  ) => {
    api.write<B>({
      method,
      path: `/store/lists/:list${act}`,
      permission: 'store.write',
      schema,
      versioned: true,
      handle: async (context) => {
        const id = idParam(context.params, 'list');
        await work(context, id);
        return listView(context.tx, id, context.now);
      },
    });
  };
  api.write({
    method: 'post',
    path: '/store/lists',
    permission: 'store.write',
    schema: newListSchema,
    status: 201,
    handle: async (context) => listView(context.tx, await addList(context, context.body), context.now),
  });
  list('put', '', listReadingSchema, (context, id) => sayHow(context, id, context.body, context.seenVersion));
  list('post', '/bring', Joi.object({}).required(), (context, id) => bringIn(context, id, context.seenVersion));
  list('post', '/undo', listUndoSchema, (context, id) =>
    undoList(context, id, context.body.reason, context.seenVersion),
  );

  const place = <B>(
    method: 'post' | 'put',
    part: string,
    schema: Joi.Schema<B>,
    versioned: boolean,
    work: (context: WriteContext<B>, id: string) => Promise<void>,
  ) => {
    api.write<B>({
      method,
      path: `/store/places/:place${part}`,
      permission: 'store.write',
      schema,
      versioned,
      handle: async (context): Promise<PlaceCare> => {
        const id = idParam(context.params, 'place');
        await work(context, id);
        return placeCare(context.tx, id, {}, context.now);
      },
    });
  };
  place('post', '/lines', placeEntrySchema, true, (context, id) =>
    writePlaceLine(context, id, context.body, context.seenVersion),
  );
  place('post', '/readings', newReadingSchema, false, (context, id) => keepReading(context, id, context.body));
  place('post', '/readings/:reading/strike', strikeReadingSchema, false, (context, id) =>
    strikeReading(context, id, idParam(context.params, 'reading'), context.body.reason),
  );
  place('put', '/climate', climateSettingsSchema, true, (context, id) =>
    setClimate(context, id, context.body, context.seenVersion, may(context.person.roles, 'settings.write')),
  );
  api.write({
    method: 'post',
    path: '/store/places/:place/logger',
    permission: 'store.write',
    schema: Joi.object({}).required(),
    prepare: ({ tx, params, now }) => hearLogger(tx, idParam(params, 'place'), now),
    handle: async (context): Promise<LoggerAnswer> => {
      const id = idParam(context.params, 'place');
      const taken = await takeLog(context.tx, id, context.prepared, context.now);
      return { care: await placeCare(context.tx, id, {}, context.now), ...taken };
    },
  });
}
