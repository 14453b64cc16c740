import { catalogueRoutes } from '../catalogue/routes.ts';
import { cleaningRoutes } from '../cleaning/routes.ts';
import { balanceRoutes, deviceRoutes } from '../devices/routes.ts';
import { importRoutes } from '../import/routes.ts';
import { STEP_ROUTES } from '../lot-sheet/records.ts';
import { quickTestRoutes } from '../quick-tests/routes.ts';
import {
  exampleRoutes,
  exportRoutes,
  kindRoutes,
  laboratoryRoutes,
  lotRoutes,
  peopleRoutes,
  searchRoutes,
  sessionRoutes,
  stationRoutes,
} from '../register/routes.ts';
import { releaseRoutes } from '../release/routes.ts';
import { ruleBookRoutes } from '../rule-books/routes.ts';
import { sowingRoutes } from '../sowing/routes.ts';
import { storageRoutes } from '../storage/routes.ts';
import { brapiRoutes, listRoutes, placeRoutes, storeRoutes } from '../store/routes.ts';
import { todayRoutes } from '../today/routes.ts';
import { documentRoutes } from './documentRoutes.ts';

/** Every route, by what it is about and what it does. */
export const ALL_ROUTES = {
  session: sessionRoutes,
  people: peopleRoutes,
  laboratory: laboratoryRoutes,
  stations: stationRoutes,
  lots: lotRoutes,
  kinds: kindRoutes,
  ...STEP_ROUTES,
  release: releaseRoutes,
  ruleBooks: ruleBookRoutes,
  balances: balanceRoutes,
  devices: deviceRoutes,
  cleaning: cleaningRoutes,
  store: storeRoutes,
  places: placeRoutes,
  lists: listRoutes,
  quickTests: quickTestRoutes,
  storage: storageRoutes,
  sowing: sowingRoutes,
  today: todayRoutes,
  import: importRoutes,
  export: exportRoutes,
  search: searchRoutes,
  calculations: catalogueRoutes,
  brapi: brapiRoutes,
  example: exampleRoutes,
  document: documentRoutes,
};
