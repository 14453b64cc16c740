import { sql } from 'drizzle-orm';
import { check, index, integer, jsonb, pgTable, primaryKey, text, uuid } from 'drizzle-orm/pg-core';
import type { BatchEntry, BatchView } from '@mercato/contract/storage/batches';
import { BATCHES } from '@mercato/core/storage/cold';
import { idOf, instant, oneOf } from '../database/columns.ts';
import { changed, written } from '../register/peopleTables.ts';
import { storePlace } from '../store/tables.ts';

/** A line of a batch with the instant at which it was seen; those of before it was asked for have none. */
export type StoredEntry = BatchEntry & { readonly seenAt?: string };

/** Packets that are dried, frozen or warmed up together, with the time that it takes. */
export const timedBatch = pgTable(
  'timed_batch',
  {
    id: uuid('id').primaryKey(),
    what: text('what', { enum: BATCHES }).notNull(),
    placeId: idOf('place_id', () => storePlace.id).notNull(),
    packetIds: jsonb('packet_ids').$type<string[]>().notNull(),
    plan: jsonb('plan').$type<BatchView['plan']>().notNull(),
    startedAt: instant('started_at').notNull(),
    dueAt: instant('due_at'),
    state: text('state').notNull().default('running'),
    version: integer('version').notNull().default(1),
    ...changed,
  },
  (t) => [
    index('timed_batch_running').on(t.state, t.dueAt),
    oneOf('timed_batch_what', 'what', BATCHES),
    check('timed_batch_state', sql`state in ('running','ended')`),
  ],
);

/** What was measured of a batch, and how it ended; written once. */
export const batchLine = pgTable(
  'batch_line',
  {
    batchId: idOf('batch_id', () => timedBatch.id).notNull(),
    /** From 0, without a gap. */
    line: integer('line').notNull(),
    entry: jsonb('entry').$type<StoredEntry>().notNull(),
    ...written,
  },
  (t) => [primaryKey({ columns: [t.batchId, t.line] }), check('batch_line_number', sql`line >= 0`)],
);
