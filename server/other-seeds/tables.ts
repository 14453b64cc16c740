import { sql } from 'drizzle-orm';
import { boolean, check, index, integer, pgTable, text, unique, uuid } from 'drizzle-orm/pg-core';
import { idOf } from '../database/columns.ts';
import { observationTable } from '../database/observationTable.ts';
import { written } from '../register/peopleTables.ts';
import { benchTest } from '../register/tables.ts';

/**
 * Field `examined` holds the mass searched in the first tray, `species:<name>` the seeds found of one species in it;
 * those of tray n > 1 stand under `tray:<n>:…`.
 */
export const otherSeedsObservation = observationTable('other_seeds_observation', () => benchTest.id);

/** Seeds tallied at the station, key by key, kept until (and after) their tray is closed. */
export const findEvent = pgTable(
  'find_event',
  {
    id: uuid('id').primaryKey(),
    session: uuid('session').notNull(),
    sequence: integer('sequence').notNull(),
    testId: idOf('test_id', () => benchTest.id).notNull(),
    tray: integer('tray').notNull(),
    species: text('species').notNull(),
    /** Seeds found with this key; negative for a key taken back. */
    seeds: integer('seeds').notNull(),
    /** It came after somebody else had the tray: it counts only where `late_fate` says so. */
    late: boolean('late').notNull().default(false),
    ...written,
  },
  (t) => [
    index('find_event_test').on(t.testId),
    unique('find_event_once').on(t.session, t.sequence),
    check('find_event_tray', sql`tray between 1 and 1000`),
  ],
);
