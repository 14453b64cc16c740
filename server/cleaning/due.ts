import { and, asc, eq, isNotNull, lte, ne } from 'drizzle-orm';
import type { Due } from '@mercato/contract/today/today';
import { ROLES } from '@mercato/core/register/permissions';
import { addDays } from '@mercato/core/units/days';
import { SOON_DAYS, type WhatIsDue } from '../register/due.ts';
import { accession } from '../store/tables.ts';
import { shedBatch, shedLoad } from './tables.ts';

/** As many batches as one looks at in a day. */
const MOST = 200;

const inShed = { at: 'shed', room: null, roles: [...ROLES] } as const satisfies Partial<Due>;

/** Soaks to look at, seed that dries to weigh, and trucks that are to come. */
export const shedDue: WhatIsDue = {
  due: async (tx, { now, today }) => {
    const batches = await tx
      .select({ batch: shedBatch, kind: accession.kind, variety: accession.variety })
      .from(shedBatch)
      .innerJoin(accession, eq(accession.id, shedBatch.accessionId))
      .where(and(isNotNull(shedBatch.dueAt), eq(shedBatch.state, 'open')))
      .orderBy(asc(shedBatch.dueAt), asc(shedBatch.id))
      .limit(MOST);
    const loads = await tx
      .select()
      .from(shedLoad)
      .where(
        and(
          ne(shedLoad.state, 'cancelled'),
          ne(shedLoad.state, 'arrived'),
          lte(shedLoad.onDay, addDays(today, SOON_DAYS)),
        ),
      )
      .orderBy(asc(shedLoad.onDay), asc(shedLoad.id));
    return [
      ...batches.flatMap(({ batch, kind, variety }) =>
        batch.standing.due.slice(0, 1).map((one): Due => ({
          what: 'shed',
          number: batch.number,
          seed: [kind, variety].filter(Boolean).join(' '),
          act: one.act,
          by: new Date(one.at).toISOString(),
          open: `/shed/batches/${batch.id}?pass=${one.pass}`,
          overdue: one.at < now.getTime(),
          ...inShed,
        })),
      ),
      ...loads.map((one): Due => ({
        what: 'load',
        seed: [one.body.kind, one.body.variety].filter(Boolean).join(' '),
        supplier: one.body.supplier,
        time: one.body.time,
        by: one.onDay,
        open: '/shed/loads',
        overdue: one.onDay < today,
        ...inShed,
      })),
    ];
  },
};
