import { defineRecord } from '../lot-sheet/step.ts';
import { GERMINATION_ACTS } from './acts.ts';
import { GERMINATION_FAULTS } from './faults.ts';
import { GERMINATION_ITEMS } from './items.ts';
import { germinationRoutes } from './routes.ts';

export const germinationRecord = defineRecord({
  acts: GERMINATION_ACTS,
  faults: GERMINATION_FAULTS,
  items: GERMINATION_ITEMS,
  routes: germinationRoutes,
});
