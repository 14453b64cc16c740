import * as pg from 'drizzle-orm/pg-core';
import type { DrawnContainer } from '@mercato/core/sampling/drawContainers';
import { idOf, instant } from '../database/columns.ts';
import { observationTable } from '../database/observationTable.ts';
import { written } from '../register/peopleTables.ts';
import { heterogeneityTest, lot, vessel } from '../register/tables.ts';
import { ruleBookEdition } from '../rule-books/tables.ts';

/**
 * What was noted of a sample. Of the submitted one: its mass, date, who drew it, its seal, primary samples taken;
 * of a primary one: mass, look and note.
 */
export const samplingObservation = observationTable('sampling_observation', () => vessel.id);

/** Which containers were drawn, so that it can be repeated; the newest draw of a lot counts. */
export const samplingDraw = pg.pgTable(
  'sampling_draw',
  {
    id: pg.uuid('id').primaryKey(),
    lotId: idOf('lot_id', () => lot.id).notNull(),
    editionId: idOf('edition_id', () => ruleBookEdition.id).notNull(),
    method: pg.text('method').notNull(),
    seed: pg.bigint('seed', { mode: 'number' }).notNull(),
    columns: pg.integer('columns').notNull(),
    rows: pg.integer('rows').notNull(),
    containers: pg.integer('containers').notNull(),
    /** Containers with the primary samples to be taken from each. */
    drawn: pg.jsonb('drawn').$type<DrawnContainer[]>().notNull(),
    reason: pg.text('reason'),
    ...written,
  },
  (t) => [pg.index('sampling_draw_lot').on(t.lotId, t.at)],
);

/** The vessel of each primary sample of a draw; a container gives each of its samples once. */
export const primarySample = pg.pgTable(
  'primary_sample',
  {
    drawId: idOf('draw_id', () => samplingDraw.id).notNull(),
    container: pg.integer('container').notNull(),
    core: pg.integer('core').notNull(),
    vesselId: idOf('vessel_id', () => vessel.id)
      .notNull()
      .unique(),
    takenAt: instant('taken_at').notNull(),
  },
  (t) => [pg.primaryKey({ columns: [t.drawId, t.container, t.core] })],
);

/** The result of each container; the field is its number. */
export const heterogeneityObservation = observationTable('heterogeneity_observation', () => heterogeneityTest.id);
