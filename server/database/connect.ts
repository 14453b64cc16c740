import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { drizzle, type NodePgDatabase, type NodePgQueryResultHKT } from 'drizzle-orm/node-postgres';
import type { PgDatabase } from 'drizzle-orm/pg-core';
import { readMigrationFiles } from 'drizzle-orm/migrator';
import { migrate } from 'drizzle-orm/node-postgres/migrator';
import pg from 'pg';

export type Database = NodePgDatabase;
/** What reads and writes take: the pool itself or an open transaction. */
export type Transaction = PgDatabase<NodePgQueryResultHKT>;

const MIGRATIONS = join(dirname(fileURLToPath(import.meta.url)), 'migrations');
/** Any fixed number: whoever migrates this schema holds this lock. */
const MIGRATION_LOCK = 431_018_273;

export interface Connection {
  readonly url: string;
  readonly pool: pg.Pool;
  readonly db: Database;
}

export function connect(url: string): Connection {
  const pool = new pg.Pool({ connectionString: url, max: 12 });
  // An idle client that loses its server must not end the process; the next query reports it.
  pool.on('error', () => undefined);
  return { url, pool, db: drizzle(pool) };
}

/**
 * Brings the schema up to this program's, one process at a time.
 * @throws {Error} with a sentence, if the database knows more migrations than this program
 */
export async function migrateSchema({ pool }: Connection): Promise<void> {
  const client = await pool.connect();
  try {
    await client.query('select pg_advisory_lock($1)', [MIGRATION_LOCK]);
    const known = readMigrationFiles({ migrationsFolder: MIGRATIONS });
    const exists = await client.query<{ here: boolean }>(
      `select to_regclass('drizzle.__drizzle_migrations') is not null as here`,
    );
    if (exists.rows[0]?.here) {
      const applied = await client.query<{ hash: string }>('select hash from drizzle.__drizzle_migrations');
      const strange = applied.rows.filter((row) => !known.some((one) => one.hash === row.hash));
      if (strange.length > 0)
        throw new Error(
          'This database was made by a newer Mercato than this one. Start the newer version; nothing was changed.',
        );
    }
    await migrate(drizzle(client), { migrationsFolder: MIGRATIONS });
  } finally {
    await client.query('select pg_advisory_unlock($1)', [MIGRATION_LOCK]).catch(() => undefined);
    client.release();
  }
}

/** The SQLSTATE of a failed statement; undefined for any other error. */
export function sqlState(error: unknown): string | undefined {
  const cause: unknown = error instanceof Error && error.cause ? error.cause : error;
  return typeof cause === 'object' && cause !== null && 'code' in cause && typeof cause.code === 'string'
    ? cause.code
    : undefined;
}

/** Whether a failed statement broke the named constraint (or any unique one). */
export function brokeConstraint(error: unknown, constraint?: string): boolean {
  const cause: unknown = error instanceof Error && error.cause ? error.cause : error;
  if (typeof cause !== 'object' || cause === null || !('code' in cause)) return false;
  if (constraint !== undefined) return 'constraint' in cause && cause.constraint === constraint;
  return cause.code === '23505';
}
