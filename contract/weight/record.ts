import { defineRecord } from '../lot-sheet/step.ts';
import { WEIGHT_ACTS } from './acts.ts';
import { WEIGHT_FAULTS } from './faults.ts';
import { WEIGHT_ITEMS } from './items.ts';
import { weightRoutes } from './routes.ts';

export const weightRecord = defineRecord({
  acts: WEIGHT_ACTS,
  faults: WEIGHT_FAULTS,
  items: WEIGHT_ITEMS,
  routes: weightRoutes,
});
