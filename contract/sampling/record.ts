import { defineRecord } from '../lot-sheet/step.ts';
import { SAMPLING_ACTS } from './acts.ts';
import { SAMPLING_FAULTS } from './faults.ts';
import { SAMPLING_ITEMS } from './items.ts';
import { samplingRoutes } from './routes.ts';

export const samplingRecord = defineRecord({
  acts: SAMPLING_ACTS,
  faults: SAMPLING_FAULTS,
  items: SAMPLING_ITEMS,
  routes: samplingRoutes,
});
