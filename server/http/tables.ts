import { index, json, pgTable, timestamp, varchar } from 'drizzle-orm/pg-core';

/** The table that connect-pg-simple reads and writes. */
export const session = pgTable(
  'session',
  {
    sid: varchar('sid').primaryKey(),
    sess: json('sess').notNull(),
    expire: timestamp('expire', { precision: 6 }).notNull(),
  },
  (t) => [index('session_expire').on(t.expire)],
);
