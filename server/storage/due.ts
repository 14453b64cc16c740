import type { Due } from '@mercato/contract/today/today';
import { inStore, type WhatIsDue } from '../register/due.ts';
import { listBatches } from './batchViews.ts';

/** Batches that dry, freeze or warm up, by the hour at which they are through. */
export const batchesDue: WhatIsDue = {
  due: async (tx, { now }) =>
    (await listBatches(tx, now)).batches.flatMap((one): Due[] =>
      one.state === 'running' && one.dueAt !== null
        ? [
            {
              by: one.dueAt,
              what: 'batch',
              batch: one.what,
              kinds: one.kinds,
              place: one.place,
              open: `/store/batches/${one.id}`,
              overdue: one.dueAt < now.toISOString(),
              ...inStore,
            },
          ]
        : [],
    ),
};
