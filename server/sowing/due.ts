import type { Due } from '@mercato/contract/today/today';
import { inStore, type WhatIsDue } from '../register/due.ts';
import { listPlans } from './plans.ts';

const OPEN = '/store/calendar';

/** What comes next of each sowing that is planned, and all its days for the calendar. */
export const sowingsDue: WhatIsDue = {
  due: async (tx, { now, today }) =>
    (await listPlans(tx, now)).plans.flatMap((plan): Due[] =>
      plan.next
        ? [
            {
              by: plan.next.by,
              what: 'sowing',
              kind: plan.kind,
              next: plan.next,
              open: OPEN,
              overdue: plan.next.by < today,
              ...inStore,
            },
          ]
        : [],
    ),
  days: async (tx, { now }) =>
    (await listPlans(tx, now)).plans.flatMap(({ id, kind, calendar }) => [
      {
        id: `test-safe-${id}`,
        by: calendar.testBySafe,
        says: `Start ${kind} test (time for a second test)`,
        open: OPEN,
      },
      { id: `test-${id}`, by: calendar.testBy, says: `test ${kind}: the last day to start`, open: OPEN },
      ...calendar.sowings.map((by, i) => ({
        id: `sow-${id}-${i}`,
        by,
        says: `sow ${kind}${calendar.sowings.length > 1 ? `, ${i + 1} of ${calendar.sowings.length}` : ''}`,
        open: OPEN,
      })),
    ]),
  hasDay: () => false,
};
