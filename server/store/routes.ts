import { accessionChangeSchema } from '@mercato/contract/store/accessions';
import {
  newPlaceSchema,
  packedSeedSchema,
  packetActSchema,
  placeChangeSchema,
  type PlaceList,
} from '@mercato/contract/store/packets';
import { idParam, type Api } from '../http/api.ts';
import { accessionById, accessionView, changeAccession } from './accessions.ts';
import { renderPacketLabels } from './labels.ts';
import { addPacket, listStore, packetView, writeLine } from './packets.ts';
import { addPlace, changePlace, listPlaces } from './places.ts';

export function storeRoutes(api: Api): void {
  api.read('/store', async ({ tx, query }) => listStore(tx, query));
  api.read('/store/places', async ({ tx }): Promise<PlaceList> => ({ places: await listPlaces(tx) }));
  api.read('/store/packets/:packet', async ({ tx, params }) => packetView(tx, idParam(params, 'packet')));
  api.read('/store/accessions/:accession', async ({ tx, params }) =>
    accessionView(tx, await accessionById(tx, idParam(params, 'accession'))),
  );
  api.file('/store/labels.pdf', async ({ tx, query }) => ({
    type: 'application/pdf',
    name: 'packets.pdf',
    body: await renderPacketLabels(tx, query),
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
}
