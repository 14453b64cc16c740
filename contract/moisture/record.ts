import { defineRecord } from '../lot-sheet/step.ts';
import { MOISTURE_ACTS } from './acts.ts';
import { MOISTURE_FAULTS } from './faults.ts';
import { MOISTURE_ITEMS } from './items.ts';
import { moistureRoutes } from './routes.ts';

export const moistureRecord = defineRecord({
  acts: MOISTURE_ACTS,
  faults: MOISTURE_FAULTS,
  items: MOISTURE_ITEMS,
  routes: moistureRoutes,
});
