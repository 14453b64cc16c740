import { sql } from 'drizzle-orm';
import * as pg from 'drizzle-orm/pg-core';
import type { BalanceSettings } from '@mercato/contract/devices/balances';
import { instant, refersTo } from '../database/columns.ts';
import { person } from '../register/peopleTables.ts';

/** A balance as it is set up now; every earlier setting stands in the audit trail. */
export const balance = pg.pgTable(
  'balance',
  {
    id: pg.uuid('id').primaryKey(),
    name: pg.text('name').notNull().unique(),
    /** Everything else, as `BalanceSettings` has it. */
    settings: pg.jsonb('settings').$type<Omit<BalanceSettings, 'name'>>().notNull(),
    simulated: pg.boolean('simulated').notNull().default(false),
    version: pg.integer('version').notNull(),
    updatedBy: pg.uuid('updated_by').notNull(),
    updatedAt: instant('updated_at').notNull(),
  },
  (t) => [refersTo([t.updatedBy], [person.id])],
);

/** A check weight on a balance, with what was allowed then. Written once. */
export const balanceCheck = pg.pgTable(
  'balance_check',
  {
    id: pg.uuid('id').primaryKey(),
    balanceId: pg.uuid('balance_id').notNull(),
    nominal: pg.text('nominal').notNull(),
    shown: pg.text('shown').notNull(),
    tolerance: pg.text('tolerance').notNull(),
    nominalG: pg.numeric('nominal_g').notNull(),
    shownG: pg.numeric('shown_g').notNull(),
    by: pg.uuid('by').notNull(),
    at: instant('at').notNull(),
  },
  (t) => [
    refersTo([t.balanceId], [balance.id]),
    refersTo([t.by], [person.id]),
    pg.index('balance_check_balance').on(t.balanceId, t.at),
    pg.check('balance_check_values', sql`nominal_g > 0 and shown_g >= 0 and nominal_g <> 'NaN' and shown_g <> 'NaN'`),
  ],
);
