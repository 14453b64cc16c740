import { bigint, index, integer, jsonb, pgTable, primaryKey, text, uuid } from 'drizzle-orm/pg-core';
import type { DrawnContainer } from '@mercato/core/sampling/drawContainers';
import { instant, refersTo } from '../database/columns.ts';
import { observationTable } from '../database/observationTable.ts';
import { person } from '../register/peopleTables.ts';
import { heterogeneityTest, lot, vessel } from '../register/tables.ts';
import { ruleBookEdition } from '../rule-books/tables.ts';

/**
 * What was noted of a sample. Of the submitted one: its mass, date, who drew it, its seal, primary samples taken;
 * of a primary one: mass, look and note.
 */
export const samplingObservation = observationTable('sampling_observation', () => vessel.id);

/** Which containers were drawn, so that it can be repeated; the newest draw of a lot counts. */
export const samplingDraw = pgTable(
  'sampling_draw',
  {
    id: uuid('id').primaryKey(),
    lotId: uuid('lot_id').notNull(),
    editionId: uuid('edition_id').notNull(),
    method: text('method').notNull(),
    seed: bigint('seed', { mode: 'number' }).notNull(),
    columns: integer('columns').notNull(),
    rows: integer('rows').notNull(),
    containers: integer('containers').notNull(),
    /** Containers with the primary samples to be taken from each. */
    drawn: jsonb('drawn').$type<DrawnContainer[]>().notNull(),
    reason: text('reason'),
    by: uuid('by').notNull(),
    at: instant('at').notNull(),
  },
  (t) => [
    refersTo([t.by], [person.id]),
    refersTo([t.editionId], [ruleBookEdition.id]),
    refersTo([t.lotId], [lot.id]),
    index('sampling_draw_lot').on(t.lotId, t.at),
  ],
);

/** The vessel of each primary sample of a draw; a container gives each of its samples once. */
export const primarySample = pgTable(
  'primary_sample',
  {
    drawId: uuid('draw_id').notNull(),
    container: integer('container').notNull(),
    core: integer('core').notNull(),
    vesselId: uuid('vessel_id').notNull().unique(),
    takenAt: instant('taken_at').notNull(),
  },
  (t) => [
    refersTo([t.drawId], [samplingDraw.id]),
    refersTo([t.vesselId], [vessel.id]),
    primaryKey({ columns: [t.drawId, t.container, t.core] }),
  ],
);

/** The result of each container; the field is its number. */
export const heterogeneityObservation = observationTable('heterogeneity_observation', () => heterogeneityTest.id);
