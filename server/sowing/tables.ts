import { sql } from 'drizzle-orm';
import { check, index, integer, jsonb, pgTable, primaryKey, text, uuid } from 'drizzle-orm/pg-core';
import type { NewSowingPlan } from '@mercato/contract/sowing/plans';
import { idOf } from '../database/columns.ts';
import { changed, written } from '../register/peopleTables.ts';
import { packet } from '../store/tables.ts';

/** What is to be sown in a season, as it stands; all versions are in `sowing_plan_revision`. */
export const sowingPlan = pgTable(
  'sowing_plan',
  {
    id: uuid('id').primaryKey(),
    packetId: idOf('packet_id', () => packet.id),
    plan: jsonb('plan').$type<NewSowingPlan>().notNull(),
    state: text('state').notNull().default('planned'),
    version: integer('version').notNull().default(1),
    ...changed,
  },
  (t) => [index('sowing_plan_state').on(t.state), check('sowing_plan_state', sql`state in ('planned','dropped')`)],
);

export const sowingPlanRevision = pgTable(
  'sowing_plan_revision',
  {
    planId: idOf('plan_id', () => sowingPlan.id).notNull(),
    version: integer('version').notNull(),
    plan: jsonb('plan').$type<NewSowingPlan>().notNull(),
    ...written,
    reason: text('reason'),
  },
  (t) => [primaryKey({ columns: [t.planId, t.version] })],
);
