import { sql } from 'drizzle-orm';
import {
  boolean,
  check,
  foreignKey,
  index,
  integer,
  pgTable,
  text,
  unique,
  uniqueIndex,
  uuid,
} from 'drizzle-orm/pg-core';
import { SEEN_FROM } from '@mercato/contract/register/lots';
import { END_CAUSES } from '@mercato/core/germination/judgeCountDays';
import { CLASSES, perClass } from '@mercato/core/units/seedCounts';
import { instant, oneOf, refersTo } from '../database/columns.ts';
import { observationColumns } from '../database/observationTable.ts';
import { person } from '../register/peopleTables.ts';
import { vessel } from '../register/tables.ts';

const countColumns = () => perClass((one) => integer(one).notNull());

/**
 * Seeds of one dish that were called and removed at one count. `field` is `day:<n>` by the day of the test on which
 * it was first said to be seen; `seenOn` is the day that counts. The final count closes the dish.
 */
export const germinationCount = pgTable(
  'germination_count',
  {
    ...observationColumns(),
    ...countColumns(),
    closed: boolean('closed').notNull(),
    final: boolean('final').notNull(),
    /** Why the test does not end on its prescribed day. */
    cause: text('cause', { enum: END_CAUSES }),
    entry: text('entry').notNull(),
  },
  (t) => [
    refersTo([t.by], [person.id]),
    refersTo([t.subject], [vessel.id]),
    uniqueIndex('germination_count_one_root')
      .on(t.subject, t.field)
      .where(sql`supersedes is null`),
    index('germination_count_subject').on(t.subject),
    unique('germination_count_one_successor').on(t.supersedes),
    unique('germination_count_same').on(t.id, t.subject, t.field),
    foreignKey({
      name: 'germination_count_chain',
      columns: [t.supersedes, t.subject, t.field],
      foreignColumns: [t.id, t.subject, t.field],
    }),
    check('germination_count_values', sql.raw(`least(${CLASSES.join(', ')}) >= 0`)),
    check('germination_count_reason', sql`(supersedes is null) = (reason is null)`),
    oneOf('germination_count_seen_from', 'seen_from', SEEN_FROM),
    oneOf('germination_count_cause', 'cause', END_CAUSES),
  ],
);

/** Key presses at the count station, kept one by one until (and after) the dish is closed. */
export const tallyEvent = pgTable(
  'tally_event',
  {
    id: uuid('id').primaryKey(),
    session: uuid('session').notNull(),
    sequence: integer('sequence').notNull(),
    dishId: uuid('dish_id').notNull(),
    day: integer('day').notNull(),
    seedClass: text('seed_class', { enum: CLASSES }).notNull(),
    /** Seeds called by this key: 1, 10, or the rest; negative for a key taken back. */
    seeds: integer('seeds').notNull(),
    /** It came after somebody else had the dish: it counts only where `late_fate` says so. */
    late: boolean('late').notNull().default(false),
    by: uuid('by').notNull(),
    at: instant('at').notNull(),
  },
  (t) => [
    refersTo([t.by], [person.id]),
    refersTo([t.dishId], [vessel.id]),
    index('tally_event_dish').on(t.dishId),
    unique('tally_event_once').on(t.session, t.sequence),
    oneOf('tally_event_class', 'seed_class', CLASSES),
  ],
);
