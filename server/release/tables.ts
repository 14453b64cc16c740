import * as pg from 'drizzle-orm/pg-core';
import type { ReleaseSnapshot } from '@mercato/contract/release/release';
import { idOf } from '../database/columns.ts';
import { written } from '../register/peopleTables.ts';
import { lot } from '../register/tables.ts';

const bytes = pg.customType<{ data: Buffer }>({ dataType: () => 'bytea' });

/** A frozen snapshot with its document. An amended one names the first. */
export const release = pg.pgTable(
  'release',
  {
    id: pg.uuid('id').primaryKey(),
    lotId: idOf('lot_id', () => lot.id).notNull(),
    kind: pg.text('kind').notNull(),
    number: pg.integer('number').notNull(),
    amends: idOf('amends', (): pg.AnyPgColumn => release.id),
    amendReason: pg.text('amend_reason'),
    /** Hash of what the snapshot rests on; another hash later means superseded data. */
    basis: pg.text('basis').notNull(),
    snapshot: pg.jsonb('snapshot').$type<ReleaseSnapshot>().notNull(),
    pdf: bytes('pdf').notNull(),
    ...written,
  },
  (t) => [pg.index('release_lot').on(t.lotId), pg.unique('release_number').on(t.lotId, t.kind, t.number)],
);
