import { defineRecord } from '../lot-sheet/step.ts';
import { PURITY_ACTS } from './acts.ts';
import { PURITY_FAULTS } from './faults.ts';
import { PURITY_ITEMS } from './items.ts';
import { purityRoutes } from './routes.ts';

export const purityRecord = defineRecord({
  acts: PURITY_ACTS,
  faults: PURITY_FAULTS,
  items: PURITY_ITEMS,
  routes: purityRoutes,
});
