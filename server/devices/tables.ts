import { sql } from 'drizzle-orm';
import { boolean, check, index, integer, jsonb, numeric, pgTable, text, uuid } from 'drizzle-orm/pg-core';
import type { BalanceSettings } from '@mercato/contract/devices/balances';
import { instant, refersTo } from '../database/columns.ts';
import { person } from '../register/peopleTables.ts';

/** A balance as it is set up now; every earlier setting stands in the audit trail. */
export const balance = pgTable(
  'balance',
  {
    id: uuid('id').primaryKey(),
    name: text('name').notNull().unique(),
    /** Everything else, as `BalanceSettings` has it. */
    settings: jsonb('settings').$type<Omit<BalanceSettings, 'name'>>().notNull(),
    simulated: boolean('simulated').notNull().default(false),
    version: integer('version').notNull(),
    updatedBy: uuid('updated_by').notNull(),
    updatedAt: instant('updated_at').notNull(),
  },
  (t) => [refersTo([t.updatedBy], [person.id])],
);

/** A check weight on a balance, with what was allowed then. Written once. */
export const balanceCheck = pgTable(
  'balance_check',
  {
    id: uuid('id').primaryKey(),
    balanceId: uuid('balance_id').notNull(),
    nominal: text('nominal').notNull(),
    shown: text('shown').notNull(),
    tolerance: text('tolerance').notNull(),
    nominalG: numeric('nominal_g').notNull(),
    shownG: numeric('shown_g').notNull(),
    by: uuid('by').notNull(),
    at: instant('at').notNull(),
  },
  (t) => [
    refersTo([t.balanceId], [balance.id]),
    refersTo([t.by], [person.id]),
    index('balance_check_balance').on(t.balanceId, t.at),
    check('balance_check_values', sql`nominal_g > 0 and shown_g >= 0 and nominal_g <> 'NaN' and shown_g <> 'NaN'`),
  ],
);
