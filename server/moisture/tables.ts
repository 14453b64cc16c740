import { sql } from 'drizzle-orm';
import * as pg from 'drizzle-orm/pg-core';
import { observationTable } from '../database/observationTable.ts';
import { benchTest } from '../register/tables.ts';

export const moistureObservation = observationTable(
  'moisture_observation',
  () => benchTest.id,
  (t) => [
    // Containers that were weighed in or stood in an oven lately.
    pg
      .index('moisture_observation_oven')
      .on(t.recordedAt.desc())
      .where(sql`field in ('second.withSeed', 'oven.backAt')`),
    pg
      .index('moisture_observation_oven_name')
      .on(t.recordedAt.desc())
      .where(sql`field = 'oven.oven'`),
  ],
);
