import { sql } from 'drizzle-orm';
import * as pg from 'drizzle-orm/pg-core';
import { END_CAUSES } from '@mercato/core/germination/judgeCountDays';
import { CLASSES, perClass } from '@mercato/core/units/seedCounts';
import { idOf, oneOf } from '../database/columns.ts';
import { observationColumns, oneCurrent } from '../database/observationTable.ts';
import { written } from '../register/peopleTables.ts';
import { vessel } from '../register/tables.ts';

const countColumns = () => perClass((one) => pg.integer(one).notNull());

/**
 * Seeds of one dish that were called and removed at one count. `field` is `day:<n>` by the day of the test on which
 * it was first said to be seen; `seenOn` is the day that counts. The final count closes the dish.
 */
export const germinationCount = pg.pgTable(
  'germination_count',
  {
    ...observationColumns(() => vessel.id),
    ...countColumns(),
    closed: pg.boolean('closed').notNull(),
    final: pg.boolean('final').notNull(),
    /** Why the test does not end on its prescribed day. */
    cause: pg.text('cause', { enum: END_CAUSES }),
    entry: pg.text('entry').notNull(),
  },
  (t) => [
    ...oneCurrent('germination_count', t),
    pg.check('germination_count_values', sql.raw(`least(${CLASSES.join(', ')}) >= 0`)),
    oneOf('germination_count_cause', 'cause', END_CAUSES),
  ],
);

/** Key presses at the count station, kept one by one until (and after) the dish is closed. */
export const tallyEvent = pg.pgTable(
  'tally_event',
  {
    id: pg.uuid('id').primaryKey(),
    session: pg.uuid('session').notNull(),
    sequence: pg.integer('sequence').notNull(),
    dishId: idOf('dish_id', () => vessel.id).notNull(),
    day: pg.integer('day').notNull(),
    seedClass: pg.text('seed_class', { enum: CLASSES }).notNull(),
    /** Seeds called by this key: 1, 10, or the rest; negative for a key taken back. */
    seeds: pg.integer('seeds').notNull(),
    /** It came after somebody else had the dish: it counts only where `late_fate` says so. */
    late: pg.boolean('late').notNull().default(false),
    ...written,
  },
  (t) => [
    pg.index('tally_event_dish').on(t.dishId),
    pg.unique('tally_event_once').on(t.session, t.sequence),
    oneOf('tally_event_class', 'seed_class', CLASSES),
  ],
);
