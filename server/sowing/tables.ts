import { sql } from 'drizzle-orm';
import { check, index, integer, jsonb, pgTable, primaryKey, text, uuid } from 'drizzle-orm/pg-core';
import type { NewSowingPlan } from '@mercato/contract/sowing/plans';
import { instant, refersTo } from '../database/columns.ts';
import { person } from '../register/peopleTables.ts';
import { packet } from '../store/tables.ts';

/** What is to be sown in a season, as it stands; all versions are in `sowing_plan_revision`. */
export const sowingPlan = pgTable(
  'sowing_plan',
  {
    id: uuid('id').primaryKey(),
    packetId: uuid('packet_id'),
    plan: jsonb('plan').$type<NewSowingPlan>().notNull(),
    state: text('state').notNull().default('planned'),
    version: integer('version').notNull().default(1),
    updatedBy: uuid('updated_by').notNull(),
    updatedAt: instant('updated_at').notNull(),
  },
  (t) => [
    refersTo([t.packetId], [packet.id]),
    refersTo([t.updatedBy], [person.id]),
    index('sowing_plan_state').on(t.state),
    check('sowing_plan_state', sql`state in ('planned','dropped')`),
  ],
);

export const sowingPlanRevision = pgTable(
  'sowing_plan_revision',
  {
    planId: uuid('plan_id').notNull(),
    version: integer('version').notNull(),
    plan: jsonb('plan').$type<NewSowingPlan>().notNull(),
    by: uuid('by').notNull(),
    at: instant('at').notNull(),
    reason: text('reason'),
  },
  (t) => [
    refersTo([t.by], [person.id]),
    refersTo([t.planId], [sowingPlan.id]),
    primaryKey({ columns: [t.planId, t.version] }),
  ],
);
