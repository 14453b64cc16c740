import { defineRecord } from '../lot-sheet/step.ts';
import { OTHER_SEEDS_ACTS } from './acts.ts';
import { OTHER_SEEDS_FAULTS } from './faults.ts';
import { OTHER_SEEDS_ITEMS } from './items.ts';
import { otherSeedsRoutes } from './routes.ts';

export const otherSeedsRecord = defineRecord({
  acts: OTHER_SEEDS_ACTS,
  faults: OTHER_SEEDS_FAULTS,
  items: OTHER_SEEDS_ITEMS,
  routes: otherSeedsRoutes,
});
