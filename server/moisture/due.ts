import type { Due } from '@mercato/contract/today/today';
import type { WhatIsDue } from '../register/due.ts';
import { readOvens } from './ovens.ts';

/** Containers that come out of the oven, and those that have cooled. */
export const ovenDue: WhatIsDue = {
  due: async (tx, { now }) =>
    (await readOvens(tx, now)).stands.flatMap(({ clock, lot }): Due[] => {
      if (!clock) return [];
      const [act, by, until] =
        clock.is === 'in-oven'
          ? (['take-out', clock.outAt, clock.outUntil] as const)
          : (['weigh', clock.from, clock.until] as const);
      return [
        {
          what: 'oven',
          reference: lot.reference,
          act,
          by,
          open: act === 'take-out' ? '/ovens' : `/lots/${lot.id}/moisture`,
          overdue: now.toISOString() > until,
          at: 'bench',
          room: null,
          roles: ['analyst'],
        },
      ];
    }),
};
