import { sql } from 'drizzle-orm';
import { type AnyPgColumn, boolean, index, pgTable, text, unique, uniqueIndex, uuid } from 'drizzle-orm/pg-core';
import { idOf } from '../database/columns.ts';
import { written } from '../register/peopleTables.ts';
import { benchTest, lot } from '../register/tables.ts';

/** What an analyst says a written name of a test stands for. Written once; a later row supersedes one. */
export const nameBinding = pgTable(
  'name_binding',
  {
    id: uuid('id').primaryKey(),
    lotId: idOf('lot_id', () => lot.id).notNull(),
    testId: idOf('test_id', () => benchTest.id).notNull(),
    /** The name as it was written down with what was found. */
    written: text('written').notNull(),
    /** A species of the list, or a genus followed by `spp.`. */
    taxon: text('taxon').notNull(),
    /** Of a genus: it is none of the species that a noxious list names. */
    noneListed: boolean('none_listed').notNull(),
    reason: text('reason').notNull(),
    ...written,
    supersedes: idOf('supersedes', (): AnyPgColumn => nameBinding.id),
  },
  (t) => [
    uniqueIndex('name_binding_one_root')
      .on(t.testId, t.written)
      .where(sql`supersedes is null`),
    unique('name_binding_one_successor').on(t.supersedes),
    index('name_binding_test').on(t.testId),
  ],
);
