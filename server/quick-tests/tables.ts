import { sql } from 'drizzle-orm';
import * as pg from 'drizzle-orm/pg-core';
import type { NewLook } from '@mercato/contract/quick-tests/rounds';
import type { TestVerdict } from '@mercato/core/quick-tests/badTest';
import type { RoundPlace } from '@mercato/core/quick-tests/roundPlan';
import type { SmallTestMethod } from '@mercato/core/rule-books/findKind';
import { idOf } from '../database/columns.ts';
import { written } from '../register/peopleTables.ts';
import { packet } from '../store/tables.ts';

/** A round of small tests: bags that were laid out together in one place. */
export const quickRound = pg.pgTable('quick_round', {
  id: pg.uuid('id').primaryKey(),
  number: pg.integer('number').notNull().unique(),
  name: pg.text('name').notNull(),
  startedOn: pg.date('started_on').notNull(),
  /** Where it stands: warmth and light. */
  place: pg.jsonb('place').$type<RoundPlace>().notNull(),
  ...written,
});

/** One arm of one packet in a round, or a control of fresh seed. */
export const quickBag = pg.pgTable(
  'quick_bag',
  {
    id: pg.uuid('id').primaryKey(),
    roundId: idOf('round_id', () => quickRound.id).notNull(),
    number: pg.integer('number').notNull(),
    code: pg.text('code').notNull().unique(),
    packetId: idOf('packet_id', () => packet.id),
    kind: pg.text('kind').notNull(),
    species: pg.text('species').notNull(),
    seeds: pg.integer('seeds').notNull(),
    /** Seeds in the packet before the round, where they were counted and this is its untreated arm. */
    packetSeeds: pg.integer('packet_seeds'),
    treatment: pg.text('treatment').notNull(),
    how: pg.text('how').notNull(),
    control: pg.boolean('control').notNull(),
    /** How its kind is tested, as it was known on the day. */
    method: pg.jsonb('method').$type<SmallTestMethod>().notNull(),
  },
  (t) => [
    pg.unique('quick_bag_number').on(t.roundId, t.number),
    pg.index('quick_bag_packet').on(t.packetId),
    pg.check('quick_bag_seeds', sql`seeds between 1 and 1000`),
  ],
);

/** One look at a bag, written once; under the id that its phone gave it. */
export const bagLook = pg.pgTable(
  'bag_look',
  {
    id: pg.uuid('id').primaryKey(),
    bagId: idOf('bag_id', () => quickBag.id).notNull(),
    on: pg.date('on').notNull(),
    sprouted: pg.integer('sprouted').notNull(),
    look: pg.jsonb('look').$type<Omit<NewLook, 'on' | 'sprouted' | 'hand'>>().notNull(),
    /** It came after somebody else had the bag: it counts only where `late_fate` says so. */
    late: pg.boolean('late').notNull().default(false),
    ...written,
  },
  (t) => [pg.index('bag_look_bag').on(t.bagId), pg.check('bag_look_sprouted', sql`sprouted >= 0`)],
);

/** A look that no longer counts. Written once. */
export const bagLookStrike = pg.pgTable('bag_look_strike', {
  lookId: idOf('look_id', () => bagLook.id).primaryKey(),
  reason: pg.text('reason').notNull(),
  ...written,
});

/** How a bag ended: the answers that were given, and what they said. Written once; one that was opened again ends anew. */
export const bagEnd = pg.pgTable(
  'bag_end',
  {
    bagId: idOf('bag_id', () => quickBag.id).notNull(),
    /** Which of its ends, from 1. */
    number: pg.integer('number').notNull().default(1),
    on: pg.date('on').notNull(),
    answers: pg.jsonb('answers').notNull(),
    verdict: pg.jsonb('verdict').$type<TestVerdict>().notNull(),
    coreVersion: pg.text('core_version').notNull(),
    ...written,
  },
  (t) => [pg.primaryKey({ columns: [t.bagId, t.number] }), pg.check('bag_end_number', sql`number >= 1`)],
);

/** An end that stands no more, since the bag was opened again. Written once. */
export const bagReopen = pg.pgTable(
  'bag_reopen',
  {
    bagId: pg.uuid('bag_id').notNull(),
    number: pg.integer('number').notNull(),
    reason: pg.text('reason').notNull(),
    ...written,
  },
  (t) => [
    pg.foreignKey({ columns: [t.bagId, t.number], foreignColumns: [bagEnd.bagId, bagEnd.number] }),
    pg.primaryKey({ columns: [t.bagId, t.number] }),
  ],
);
