import type { PlaceCare } from '@mercato/contract/air/care';
import type { WriteRoute } from '@mercato/contract/http/route';
import type { Lists, ListView } from '@mercato/contract/store/lists';
import type { PlaceList } from '@mercato/contract/store/packets';
import { brapiRoutes, listRoutes, placeRoutes, storeRoutes } from '@mercato/contract/store/routes';
import { may } from '@mercato/core/register/permissions';
import { careList, hearLogger, placeCare, takeLog } from '../air/care.ts';
import { keepReading, strikeReading } from '../air/dials.ts';
import { setClimate, writePlaceLine } from '../air/place.ts';
import type { Api } from '../http/api.ts';
import { idParam } from '../http/asked.ts';
import type { WriteContext } from '../http/context.ts';
import { todayIn } from '../http/day.ts';
import { laboratoryOf } from '../register/lotFile.ts';
import { accessionById, accessionView, changeAccession } from './accessions.ts';
import { bringIn, undoList } from './bringIn.ts';
import { listCandidates } from './candidates.ts';
import { comparison } from './comparison.ts';
import { packetsCsv, passportCsv, seedLot, seedLots } from './exchange.ts';
import { renderPacketLabels, renderStoreList } from './labels.ts';
import { addList, listLists, listView, sayHow } from './lists.ts';
import { listStore } from './packetPages.ts';
import { addPacket, packetView, writeLine } from './packets.ts';
import { addPlace, changePlace, listPlaces, removePlace } from './places.ts';
import { keepTest } from './tests.ts';

export function serveStore(api: Api): void {
  api.read(storeRoutes.list, async ({ tx, query }) => listStore(tx, query));
  api.read(placeRoutes.list, async ({ tx }): Promise<PlaceList> => ({ places: await listPlaces(tx) }));
  api.read(storeRoutes.comparison, async ({ tx }) => comparison(tx));
  api.read(storeRoutes.candidates, async ({ tx, query }) => listCandidates(tx, query));
  api.read(placeRoutes.careList, async ({ tx, now }) => careList(tx, now));
  api.read(placeRoutes.care, async ({ tx, params, query, now }) => placeCare(tx, idParam(params, 'place'), query, now));
  api.read(storeRoutes.packet, async ({ tx, params }) => packetView(tx, idParam(params, 'packet')));
  api.read(storeRoutes.accession, async ({ tx, params }) =>
    accessionView(tx, await accessionById(tx, idParam(params, 'accession'))),
  );
  api.read(listRoutes.all, async ({ tx }): Promise<Lists> => ({ lists: await listLists(tx) }));
  api.read(listRoutes.list, async ({ tx, params, now }) => listView(tx, idParam(params, 'list'), now));
  api.file(storeRoutes.packetTable, async ({ tx }) => ({
    name: 'packets.csv',
    body: await packetsCsv(tx),
  }));
  api.file(storeRoutes.passportTable, async ({ tx }) => ({
    name: 'passport-mcpd-2.1.csv',
    body: await passportCsv(tx),
  }));
  api.read(brapiRoutes.seedLots, async ({ tx, query }) => seedLots(tx, query));
  api.read(brapiRoutes.seedLot, async ({ tx, params }) => seedLot(tx, idParam(params, 'seedlot')));
  api.file(storeRoutes.labels, async ({ tx, query }) => ({
    name: 'packets.pdf',
    body: await renderPacketLabels(tx, query),
  }));
  api.file(storeRoutes.sheet, async ({ tx, query, now }) => ({
    name: 'store.pdf',
    body: await renderStoreList(tx, query, todayIn(now, (await laboratoryOf(tx)).zone)),
  }));

  api.write(placeRoutes.add, async (context): Promise<PlaceList> => {
    await addPlace(context, context.body);
    return { places: await listPlaces(context.tx) };
  });
  api.write(placeRoutes.change, async (context): Promise<PlaceList> => {
    await changePlace(context, idParam(context.params, 'place'), context.body, context.seenVersion);
    return { places: await listPlaces(context.tx) };
  });
  api.write(placeRoutes.remove, async (context): Promise<PlaceList> => {
    await removePlace(context, idParam(context.params, 'place'), context.body.reason, context.seenVersion);
    return { places: await listPlaces(context.tx) };
  });
  api.write(storeRoutes.pack, async (context) => packetView(context.tx, await addPacket(context, context.body)));
  api.write(storeRoutes.writeLine, async (context) => {
    const id = idParam(context.params, 'packet');
    await writeLine(context, id, context.body, context.seenVersion);
    return packetView(context.tx, id);
  });
  api.write(storeRoutes.keepTest, async (context) => {
    const id = idParam(context.params, 'packet');
    await keepTest(context, id, context.body);
    return packetView(context.tx, id);
  });
  api.write(storeRoutes.changeAccession, async (context) => {
    const { reason, ...header } = context.body;
    return accessionView(
      context.tx,
      await changeAccession(context, idParam(context.params, 'accession'), header, reason, context.seenVersion),
    );
  });

  const list = <B>(
    route: WriteRoute<string, B, ListView>,
    work: (context: WriteContext<B>, id: string) => Promise<void>,
  ) =>
    api.write(route, async (context) => {
      const id = idParam(context.params, 'list');
      await work(context, id);
      return listView(context.tx, id, context.now);
    });
  api.write(listRoutes.keep, async (context) =>
    listView(context.tx, await addList(context, context.body), context.now),
  );
  list(listRoutes.sayHow, (context, id) => sayHow(context, id, context.body, context.seenVersion));
  list(listRoutes.bringIn, (context, id) => bringIn(context, id, context.seenVersion));
  list(listRoutes.undo, (context, id) => undoList(context, id, context.body.reason, context.seenVersion));

  const place = <B>(
    route: WriteRoute<string, B, PlaceCare>,
    work: (context: WriteContext<B>, id: string) => Promise<void>,
  ) =>
    api.write(route, async (context) => {
      const id = idParam(context.params, 'place');
      await work(context, id);
      return placeCare(context.tx, id, {}, context.now);
    });
  place(placeRoutes.writeLine, (context, id) => writePlaceLine(context, id, context.body, context.seenVersion));
  place(placeRoutes.readDial, (context, id) => keepReading(context, id, context.body));
  place(placeRoutes.strikeReading, (context, id) =>
    strikeReading(context, id, idParam(context.params, 'reading'), context.body.reason),
  );
  place(placeRoutes.setClimate, (context, id) =>
    setClimate(context, id, context.body, context.seenVersion, may(context.person.roles, 'settings.write')),
  );
  api.writeAfter(
    placeRoutes.askLogger,
    ({ tx, params, now }) => hearLogger(tx, idParam(params, 'place'), now),
    async (context) => {
      const id = idParam(context.params, 'place');
      const taken = await takeLog(context.tx, id, context.prepared, context.now);
      return { care: await placeCare(context.tx, id, {}, context.now), ...taken };
    },
  );
}
