import { sql } from 'drizzle-orm';
import {
  boolean,
  check,
  date,
  index,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  text,
  unique,
  uuid,
} from 'drizzle-orm/pg-core';
import type { NewLook } from '@mercato/contract/quick-tests/rounds';
import type { TestVerdict } from '@mercato/core/quick-tests/badTest';
import type { RoundPlace } from '@mercato/core/quick-tests/roundPlan';
import type { SmallTestMethod } from '@mercato/core/rule-books/findKind';
import { instant, refersTo } from '../database/columns.ts';
import { person } from '../register/peopleTables.ts';
import { packet } from '../store/tables.ts';

/** A round of small tests: bags that were laid out together in one place. */
export const quickRound = pgTable(
  'quick_round',
  {
    id: uuid('id').primaryKey(),
    number: integer('number').notNull().unique(),
    name: text('name').notNull(),
    startedOn: date('started_on').notNull(),
    /** Where it stands: warmth and light. */
    place: jsonb('place').$type<RoundPlace>().notNull(),
    by: uuid('by').notNull(),
    at: instant('at').notNull(),
  },
  (t) => [refersTo([t.by], [person.id])],
);

/** One arm of one packet in a round, or a control of fresh seed. */
export const quickBag = pgTable(
  'quick_bag',
  {
    id: uuid('id').primaryKey(),
    roundId: uuid('round_id').notNull(),
    number: integer('number').notNull(),
    code: text('code').notNull().unique(),
    packetId: uuid('packet_id'),
    kind: text('kind').notNull(),
    species: text('species').notNull(),
    seeds: integer('seeds').notNull(),
    /** Seeds in the packet before the round, where they were counted and this is its untreated arm. */
    packetSeeds: integer('packet_seeds'),
    treatment: text('treatment').notNull(),
    how: text('how').notNull(),
    control: boolean('control').notNull(),
    /** How its kind is tested, as it was known on the day. */
    method: jsonb('method').$type<SmallTestMethod>().notNull(),
  },
  (t) => [
    refersTo([t.packetId], [packet.id]),
    refersTo([t.roundId], [quickRound.id]),
    unique('quick_bag_number').on(t.roundId, t.number),
    index('quick_bag_packet').on(t.packetId),
    check('quick_bag_seeds', sql`seeds between 1 and 1000`),
  ],
);

/** One look at a bag, written once; under the id that its phone gave it. */
export const bagLook = pgTable(
  'bag_look',
  {
    id: uuid('id').primaryKey(),
    bagId: uuid('bag_id').notNull(),
    on: date('on').notNull(),
    sprouted: integer('sprouted').notNull(),
    look: jsonb('look').$type<Omit<NewLook, 'on' | 'sprouted' | 'hand'>>().notNull(),
    /** It came after somebody else had the bag: it counts only where `late_fate` says so. */
    late: boolean('late').notNull().default(false),
    by: uuid('by').notNull(),
    at: instant('at').notNull(),
  },
  (t) => [
    refersTo([t.bagId], [quickBag.id]),
    refersTo([t.by], [person.id]),
    index('bag_look_bag').on(t.bagId),
    check('bag_look_sprouted', sql`sprouted >= 0`),
  ],
);

/** A look that no longer counts. Written once. */
export const bagLookStrike = pgTable(
  'bag_look_strike',
  {
    lookId: uuid('look_id').primaryKey(),
    reason: text('reason').notNull(),
    by: uuid('by').notNull(),
    at: instant('at').notNull(),
  },
  (t) => [refersTo([t.by], [person.id]), refersTo([t.lookId], [bagLook.id])],
);

/** How a bag ended: the answers that were given, and what they said. Written once; one that was opened again ends anew. */
export const bagEnd = pgTable(
  'bag_end',
  {
    bagId: uuid('bag_id').notNull(),
    /** Which of its ends, from 1. */
    number: integer('number').notNull().default(1),
    on: date('on').notNull(),
    answers: jsonb('answers').notNull(),
    verdict: jsonb('verdict').$type<TestVerdict>().notNull(),
    coreVersion: text('core_version').notNull(),
    by: uuid('by').notNull(),
    at: instant('at').notNull(),
  },
  (t) => [
    refersTo([t.bagId], [quickBag.id]),
    refersTo([t.by], [person.id]),
    primaryKey({ columns: [t.bagId, t.number] }),
    check('bag_end_number', sql`number >= 1`),
  ],
);

/** An end that stands no more, since the bag was opened again. Written once. */
export const bagReopen = pgTable(
  'bag_reopen',
  {
    bagId: uuid('bag_id').notNull(),
    number: integer('number').notNull(),
    reason: text('reason').notNull(),
    by: uuid('by').notNull(),
    at: instant('at').notNull(),
  },
  (t) => [
    refersTo([t.bagId, t.number], [bagEnd.bagId, bagEnd.number]),
    refersTo([t.by], [person.id]),
    primaryKey({ columns: [t.bagId, t.number] }),
  ],
);
