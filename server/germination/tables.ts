import { sql } from 'drizzle-orm';
import * as pg from 'drizzle-orm/pg-core';
import { END_CAUSES } from '@mercato/core/germination/judgeCountDays';
import { CLASSES, perClass } from '@mercato/core/units/seedCounts';
import { type Parts, SEED_PARTS } from '@mercato/core/units/seedParts';
import { SPOIL_CAUSES } from '@mercato/contract/germination/dishes';
import { idOf, instant, oneOf } from '../database/columns.ts';
import { observationColumns, oneCurrent } from '../database/observationTable.ts';
import { person, written } from '../register/peopleTables.ts';
import { lot, vessel } from '../register/tables.ts';
import { storePlace } from '../store/tables.ts';

const bytea = pg.customType<{ data: Buffer }>({ dataType: () => 'bytea' });
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
    /** Kinds within their class; one that is missing was not told apart. Null before there were any. */
    parts: pg.jsonb('parts').$type<Parts>(),
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
    /** The kind within the class, where it was pressed. */
    part: pg.text('part', { enum: SEED_PARTS as [string, ...string[]] }).$type<keyof Parts>(),
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
    oneOf('tally_event_part', 'part', SEED_PARTS),
  ],
);

/**
 * What a second hand made of the seedlings of one count of a dish, without the figures of the first: a reading under a
 * field of its own, `recount:<n>`, beside the count and never instead of it.
 */
export const germinationRecount = pg.pgTable(
  'germination_recount',
  { ...observationColumns(() => vessel.id), ...countColumns(), parts: pg.jsonb('parts').$type<Parts>() },
  (t) => [
    ...oneCurrent('germination_recount', t),
    pg.check('germination_recount_values', sql.raw(`least(${CLASSES.join(', ')}) >= 0`)),
  ],
);

/** A dish that was spoiled, and says nothing of its seed any more; a later line without a cause takes that back. Written once. */
export const dishSpoiled = pg.pgTable(
  'dish_spoiled',
  {
    seq: pg.bigserial('seq', { mode: 'number' }).primaryKey(),
    dishId: idOf('dish_id', () => vessel.id).notNull(),
    cause: pg.text('cause', { enum: SPOIL_CAUSES }),
    note: pg.text('note').notNull(),
    seenOn: pg.date('seen_on').notNull(),
    ...written,
  },
  (t) => [pg.index('dish_spoiled_dish').on(t.dishId, t.seq), oneOf('dish_spoiled_cause', 'cause', SPOIL_CAUSES)],
);

/** Where a dish was put, on which shelf. Written once; the newest line counts. */
export const dishMove = pg.pgTable(
  'dish_move',
  {
    seq: pg.bigserial('seq', { mode: 'number' }).primaryKey(),
    dishId: idOf('dish_id', () => vessel.id).notNull(),
    placeId: idOf('place_id', () => storePlace.id).notNull(),
    ...written,
  },
  (t) => [pg.index('dish_move_dish').on(t.dishId, t.seq), pg.index('dish_move_place').on(t.placeId)],
);

/** Photographs of dishes; what their time is over for keeps its line and loses its picture. */
export const dishPhoto = pg.pgTable(
  'dish_photo',
  {
    id: pg.uuid('id').primaryKey(),
    lotId: idOf('lot_id', () => lot.id).notNull(),
    dishId: idOf('dish_id', () => vessel.id).notNull(),
    seenOn: pg.date('seen_on').notNull(),
    note: pg.text('note').notNull(),
    width: pg.integer('width').notNull(),
    height: pg.integer('height').notNull(),
    bytes: pg.integer('bytes').notNull(),
    /** Of the picture as it is kept, hex. */
    sha256: pg.text('sha256').notNull(),
    /** Null once their time is over. Kept uncompressed, so that slices of them are read without the whole. */
    picture: bytea('picture'),
    thumbnail: bytea('thumbnail'),
    ...written,
    /** Crossed out: why, by whom and when. */
    struck: pg.text('struck'),
    struckBy: idOf('struck_by', () => person.id),
    struckAt: instant('struck_at'),
  },
  (t) => [
    pg.index('dish_photo_dish').on(t.dishId, t.seenOn),
    pg.index('dish_photo_lot').on(t.lotId),
    pg
      .index('dish_photo_kept')
      .on(t.at)
      .where(sql`picture is not null`),
    pg.check(
      'dish_photo_size',
      sql`width between 1 and 1600 and height between 1 and 1600 and bytes between 1 and 400000`,
    ),
  ],
);
