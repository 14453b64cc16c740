import { boolean, integer, jsonb, pgTable, text, uuid } from 'drizzle-orm/pg-core';
import type { Reading } from '@mercato/contract/register/people';
import type { Role } from '@mercato/core/register/permissions';
import { idOf, instant } from '../database/columns.ts';

/** Everybody who signs in. */
export const person = pgTable('person', {
  id: uuid('id').primaryKey(),
  username: text('username').notNull().unique(),
  name: text('name').notNull(),
  passwordHash: text('password_hash').notNull(),
  roles: text('roles').array().$type<Role[]>().notNull(),
  active: boolean('active').notNull().default(true),
  demo: boolean('demo').notNull().default(false),
  /** How they write and read figures, days, temperatures and masses; null = they never said. */
  reading: jsonb('reading').$type<Reading>(),
  version: integer('version').notNull().default(1),
  createdAt: instant('created_at').notNull(),
});

/** Whoever wrote a row, and when. */
export const written = { by: idOf('by', () => person.id).notNull(), at: instant('at').notNull() };

/** Whoever wrote to a row last, and when. */
export const changed = {
  updatedBy: idOf('updated_by', () => person.id).notNull(),
  updatedAt: instant('updated_at').notNull(),
};
