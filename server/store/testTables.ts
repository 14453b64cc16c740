import { sql } from 'drizzle-orm';
import { type AnyPgColumn, check, date, index, integer, pgTable, text, unique, uuid } from 'drizzle-orm/pg-core';
import type { LastTest } from '@mercato/contract/store/packets';
import { idOf } from '../database/columns.ts';
import { quickBag } from '../quick-tests/tables.ts';
import { written } from '../register/peopleTables.ts';
import { packet, storePlace } from './tables.ts';

/** Tests of a packet as they ended: towel, float, or what came up in the field. Written once; a later row supersedes one. */
export const packetTest = pgTable(
  'packet_test',
  {
    id: uuid('id').primaryKey(),
    /** null for seed that is of no packet, as a control is. */
    packetId: idOf('packet_id', () => packet.id),
    /** The bag of a round that it is of. */
    bagId: idOf('bag_id', () => quickBag.id),
    what: text('what').notNull(),
    on: date('on').notNull(),
    seeds: integer('seeds').notNull(),
    /** Sprouted, sunk, or come up. */
    hits: integer('hits').notNull(),
    /** How long it floated. */
    minutes: integer('minutes'),
    /** What a towel said of the seed. */
    verdict: text('verdict').$type<LastTest['verdict']>(),
    /** Where the packet lay then. */
    placeId: idOf('place_id', () => storePlace.id),
    note: text('note').notNull(),
    supersedes: idOf('supersedes', (): AnyPgColumn => packetTest.id),
    reason: text('reason'),
    ...written,
  },
  (t) => [
    index('packet_test_packet').on(t.packetId),
    index('packet_test_bag').on(t.bagId),
    unique('packet_test_one_successor').on(t.supersedes),
    check('packet_test_what', sql`what in ('towel','float','field')`),
    check('packet_test_counts', sql`seeds between 1 and 100000 and hits between 0 and seeds`),
    check('packet_test_verdict', sql`(what = 'towel') = (verdict is not null)`),
    check('packet_test_reason', sql`(supersedes is null) = (reason is null)`),
  ],
);

/** A test that counts no more: its bag was opened again. Written once. */
export const packetTestWithdrawn = pgTable('packet_test_withdrawn', {
  testId: idOf('test_id', () => packetTest.id).primaryKey(),
  reason: text('reason').notNull(),
  ...written,
});
