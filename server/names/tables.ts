import { sql } from 'drizzle-orm';
import { boolean, index, pgTable, text, unique, uniqueIndex, uuid } from 'drizzle-orm/pg-core';
import { instant, refersTo } from '../database/columns.ts';
import { person } from '../register/peopleTables.ts';
import { benchTest, lot } from '../register/tables.ts';

/** What an analyst says a written name of a test stands for. Written once; a later row supersedes one. */
export const nameBinding = pgTable(
  'name_binding',
  {
    id: uuid('id').primaryKey(),
    lotId: uuid('lot_id').notNull(),
    testId: uuid('test_id').notNull(),
    /** The name as it was written down with what was found. */
    written: text('written').notNull(),
    /** A species of the list, or a genus followed by `spp.`. */
    taxon: text('taxon').notNull(),
    /** Of a genus: it is none of the species that a noxious list names. */
    noneListed: boolean('none_listed').notNull(),
    reason: text('reason').notNull(),
    by: uuid('by').notNull(),
    at: instant('at').notNull(),
    supersedes: uuid('supersedes'),
  },
  (t) => [
    refersTo([t.by], [person.id]),
    refersTo([t.lotId], [lot.id]),
    refersTo([t.supersedes], [t.id]),
    refersTo([t.testId], [benchTest.id]),
    uniqueIndex('name_binding_one_root')
      .on(t.testId, t.written)
      .where(sql`supersedes is null`),
    unique('name_binding_one_successor').on(t.supersedes),
    index('name_binding_test').on(t.testId),
  ],
);
