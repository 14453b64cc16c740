import { and, desc, eq, gt, sql } from 'drizzle-orm';
import { alias } from 'drizzle-orm/pg-core';
import type { Due } from '@mercato/contract/today/today';
import { moistureMethodFor } from '@mercato/core/moisture/methodFor';
import { currentObservations } from '../database/observations.ts';
import type { WhatIsDue } from '../register/due.ts';
import { benchTest, lot } from '../register/tables.ts';
import { editionById } from '../rule-books/editions.ts';
import { clockOf } from './result.ts';
import { moistureObservation } from './tables.ts';

/** An oven that was filled longer ago is forgotten, not watched. */
const WATCHED_MS = 3 * 86_400_000;
/** As many tests as ovens hold. */
const MOST = 100;

/** Containers that come out of the oven, and those that have cooled. */
export const ovenDue: WhatIsDue = {
  due: async (tx, { now }) => {
    const later = alias(moistureObservation, 'later');
    const rows = await tx
      .select({ test: benchTest, lot: { id: lot.id, reference: lot.reference, species: lot.species } })
      .from(moistureObservation)
      .innerJoin(benchTest, eq(benchTest.id, moistureObservation.subject))
      .innerJoin(lot, eq(lot.id, benchTest.lotId))
      .where(
        and(
          eq(moistureObservation.field, 'oven.backAt'),
          gt(moistureObservation.recordedAt, new Date(now.getTime() - WATCHED_MS)),
          sql`not exists (select 1 from ${moistureObservation} ${sql.identifier('later')} where ${later.supersedes} = ${moistureObservation.id})`,
        ),
      )
      .orderBy(desc(moistureObservation.recordedAt))
      .limit(MOST);
    const due: Due[] = [];
    for (const { test, lot: of } of rows) {
      const current = await currentObservations(tx, moistureObservation, [test.id]);
      const edition = await editionById(tx, test.editionId);
      const method = moistureMethodFor(edition.moistureMethods, of.species);
      const clock = clockOf(edition, method, (field) => current.find((one) => one.field === field)?.enteredText);
      if (!clock) continue;
      const [act, by, until] =
        clock.is === 'in-oven'
          ? (['take-out', clock.outAt, clock.outUntil] as const)
          : (['weigh', clock.from, clock.until] as const);
      due.push({
        what: 'oven',
        reference: of.reference,
        act,
        by,
        open: `/lots/${of.id}/moisture`,
        overdue: now.toISOString() > until,
        at: 'bench',
        room: null,
        roles: ['analyst'],
      });
    }
    return due;
  },
};
