import { sql } from 'drizzle-orm';
import * as pg from 'drizzle-orm/pg-core';
import type { BalanceSettings } from '@mercato/contract/devices/balances';
import type { DeviceKind } from '@mercato/core/devices/watchDevice';
import { idOf } from '../database/columns.ts';
import { changed, written } from '../register/peopleTables.ts';

/** A balance as it is set up now; every earlier setting stands in the audit trail. */
export const balance = pg.pgTable('balance', {
  id: pg.uuid('id').primaryKey(),
  name: pg.text('name').notNull().unique(),
  /** Everything else, as `BalanceSettings` has it. */
  settings: pg.jsonb('settings').$type<Omit<BalanceSettings, 'name'>>().notNull(),
  simulated: pg.boolean('simulated').notNull().default(false),
  version: pg.integer('version').notNull(),
  ...changed,
});

/** A check weight on a balance, with what was allowed then. Written once. */
export const balanceCheck = pg.pgTable(
  'balance_check',
  {
    id: pg.uuid('id').primaryKey(),
    balanceId: idOf('balance_id', () => balance.id).notNull(),
    nominal: pg.text('nominal').notNull(),
    shown: pg.text('shown').notNull(),
    tolerance: pg.text('tolerance').notNull(),
    nominalG: pg.numeric('nominal_g').notNull(),
    shownG: pg.numeric('shown_g').notNull(),
    ...written,
  },
  (t) => [
    pg.index('balance_check_balance').on(t.balanceId, t.at),
    pg.check('balance_check_values', sql`nominal_g > 0 and shown_g >= 0 and nominal_g <> 'NaN' and shown_g <> 'NaN'`),
  ],
);

/** An oven, a moisture meter or a seed counter that is heard; every earlier setting stands in the audit trail. */
export const device = pg.pgTable(
  'device',
  {
    id: pg.uuid('id').primaryKey(),
    name: pg.text('name').notNull().unique(),
    kind: pg.text('kind').$type<DeviceKind>().notNull(),
    address: pg.text('address').notNull(),
    simulated: pg.boolean('simulated').notNull().default(false),
    version: pg.integer('version').notNull(),
    ...changed,
  },
  () => [pg.check('device_kind', sql`kind in ('oven', 'meter', 'counter')`)],
);
