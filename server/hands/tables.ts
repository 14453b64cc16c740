import { sql } from 'drizzle-orm';
import { boolean, check, integer, pgTable, primaryKey, text, uuid } from 'drizzle-orm/pg-core';
import { FATES } from '@mercato/contract/hands/fates';
import { idOf, instant, oneOf } from '../database/columns.ts';
import { person, written } from '../register/peopleTables.ts';

/** Who has a dish, a tray or a bag in hand, or had it last: how it stands now, and no record. */
export const heldPlace = pgTable(
  'held_place',
  {
    kind: text('kind').notNull(),
    /** The dish or bag; of a tray its test. */
    subject: uuid('subject').notNull(),
    /** The number of the tray; else 0. */
    part: integer('part').notNull(),
    turn: integer('turn').notNull(),
    /** First turn under which keys of its hand count. */
    since: integer('since').notNull(),
    personId: idOf('person_id', () => person.id),
    /** The page of that person's browser. */
    page: uuid('page'),
    held: boolean('held').notNull(),
    /** When it was taken up, put down, or went over. */
    at: instant('at').notNull(),
  },
  (t) => [
    primaryKey({ columns: [t.kind, t.subject, t.part] }),
    check('held_place_kind', sql`kind in ('dish','tray','bag')`),
    check('held_place_turn', sql`turn >= since and since >= 0`),
  ],
);

/** What became of a key or a look that came after somebody else had its place. Written once. */
export const lateFate = pgTable(
  'late_fate',
  {
    /** The key or look. */
    eventId: uuid('event_id').primaryKey(),
    fate: text('fate', { enum: FATES }).notNull(),
    ...written,
  },
  () => [oneOf('late_fate_is', 'fate', FATES)],
);
