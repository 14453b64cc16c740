import { customType, index, integer, jsonb, pgTable, text, unique, uuid } from 'drizzle-orm/pg-core';
import type { ReleaseSnapshot } from '@mercato/contract/release/release';
import { instant, refersTo } from '../database/columns.ts';
import { person } from '../register/peopleTables.ts';
import { lot } from '../register/tables.ts';

const bytes = customType<{ data: Buffer }>({ dataType: () => 'bytea' });

/** A frozen snapshot with its document. An amended one names the first. */
export const release = pgTable(
  'release',
  {
    id: uuid('id').primaryKey(),
    lotId: uuid('lot_id').notNull(),
    kind: text('kind').notNull(),
    number: integer('number').notNull(),
    amends: uuid('amends'),
    amendReason: text('amend_reason'),
    /** Hash of what the snapshot rests on; another hash later means superseded data. */
    basis: text('basis').notNull(),
    snapshot: jsonb('snapshot').$type<ReleaseSnapshot>().notNull(),
    pdf: bytes('pdf').notNull(),
    by: uuid('by').notNull(),
    at: instant('at').notNull(),
  },
  (t) => [
    refersTo([t.amends], [t.id]),
    refersTo([t.by], [person.id]),
    refersTo([t.lotId], [lot.id]),
    index('release_lot').on(t.lotId),
    unique('release_number').on(t.lotId, t.kind, t.number),
  ],
);
