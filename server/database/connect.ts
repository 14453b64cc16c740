import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { getTableColumns, type InferInsertModel, sql, type SQL } from 'drizzle-orm';
import { readMigrationFiles } from 'drizzle-orm/migrator';
import { drizzle, type NodePgDatabase, type NodePgQueryResultHKT } from 'drizzle-orm/node-postgres';
import { migrate } from 'drizzle-orm/node-postgres/migrator';
import type { PgColumn, PgDatabase, PgTable } from 'drizzle-orm/pg-core';
import pg from 'pg';

export type Database = NodePgDatabase;
/** What reads take: the pool itself, or an open transaction. It can write nothing. */
export type Reader = Pick<
  PgDatabase<NodePgQueryResultHKT>,
  'select' | 'selectDistinct' | 'selectDistinctOn' | 'execute' | '$count'
>;
/** An open transaction: what writes and locks take. The pool is none. */
export type Transaction = Parameters<Parameters<Database['transaction']>[0]>[0];

interface Lockable<Locked> {
  for(strength: 'update' | 'no key update', config?: { of?: PgTable }): Locked;
}
/**
 * The rows of a query, which nobody else writes to until the transaction ends. Outside of one it does not compile.
 * @param of  the table whose rows are locked, where a query joins several
 */
export const forUpdate = <Locked>(_in: Transaction, query: Lockable<Locked>, of?: PgTable): Locked =>
  query.for('update', of && { of });
/** As `forUpdate`, and rows that refer to them can still be made. */
export const forNoKeyUpdate = <Locked>(_in: Transaction, query: Lockable<Locked>): Locked => query.for('no key update');

const MIGRATIONS = join(dirname(fileURLToPath(import.meta.url)), 'migrations');
/** Any fixed number: whoever migrates this schema holds this lock. */
const MIGRATION_LOCK = 431_018_273;

export interface Connection {
  readonly url: string;
  readonly pool: pg.Pool;
  readonly db: Database;
}

/** How long one statement may run, wait for a lock, or leave its transaction idle; and how long a request waits for a connection. */
const LIMITS = {
  statement_timeout: 30_000,
  lock_timeout: 10_000,
  idle_in_transaction_session_timeout: 60_000,
  connectionTimeoutMillis: 5_000,
  // A server that does not answer at all: a little longer than it may take.
  query_timeout: 35_000,
} as const;

/** One connection of the pool, with the statements that were prepared on it. */
interface Line {
  readonly db: Database;
  readonly prepared: Map<string, unknown>;
}
const lines = new WeakMap<pg.PoolClient, Line>();
const linesOf = new WeakMap<object, Line>();

/**
 * A statement that comes often: put together and planned once on each connection, and run from then on by its name, with
 * values for its placeholders. What runs on the connection of a transaction belongs to that transaction.
 *
 * @param name  of this statement and no other, at most 63 bytes
 * @param make  puts it together, down to `prepare(name)`
 */
export function prepared<On extends Reader, Query>(on: On, name: string, make: (on: On, name: string) => Query): Query {
  const line = linesOf.get(on);
  const query =
    (line?.prepared.get(name) as Query | undefined) ?? make((line?.db as unknown as On | undefined) ?? on, name);
  line?.prepared.set(name, query);
  return query;
}

/** A placeholder for each column of a new row, by the column's own name; `asStored` makes the values for them. */
export const everyColumn = <T extends PgTable>(table: T): Record<keyof T['_']['columns'], SQL> =>
  Object.fromEntries(Object.keys(getTableColumns(table)).map((name) => [name, filled(name)])) as Record<
    keyof T['_']['columns'],
    SQL
  >;

/** A row as PostgreSQL takes it. Drizzle itself would take what is null in a placeholder for a value. */
export const asStored = <T extends PgTable>(table: T, row: Partial<InferInsertModel<T>>): Record<string, unknown> => {
  const columns = getTableColumns(table);
  return Object.fromEntries(
    Object.entries(row).map(([name, value]) => [
      name,
      value === null || value === undefined ? null : columns[name]?.mapToDriverValue(value),
    ]),
  );
};

/** A placeholder where an update sets a column. */
export const filled = (placeholder: string): SQL => sql`${sql.placeholder(placeholder)}`;

/** That a column is one of a placeholder's ids; how many there are makes no other statement of it. */
export const anyOf = (column: PgColumn, placeholder: string): SQL =>
  sql`${column} = any(${sql.placeholder(placeholder)}::uuid[])`;

export function connect(url: string): Connection {
  const pool = new pg.Pool({ connectionString: url, max: 12, ...LIMITS });
  // A client that loses its server must not end the process, idle or inside a transaction: the next query reports it.
  pool.on('error', () => undefined);
  pool.on('connect', (client) => client.on('error', () => undefined));
  const db = drizzle(pool);
  linesOf.set(db, { db, prepared: new Map() });
  // Drizzle's own transaction over a pool never gives its client back when "begin" fails: a few lost connections, and
  // everybody waits for a client for good. Here it goes back however it ends.
  db.transaction = async (work, config) => {
    const client = await pool.connect();
    const line = lines.get(client) ?? { db: drizzle(client), prepared: new Map<string, unknown>() };
    lines.set(client, line);
    try {
      return await line.db.transaction((tx) => {
        linesOf.set(tx, line);
        return work(tx);
      }, config);
    } finally {
      client.release();
    }
  };
  return { url, pool, db };
}

/**
 * Brings the schema up to this program's, one process at a time.
 * @throws {Error} with a sentence, if the database knows more migrations than this program
 */
export async function migrateSchema({ pool }: Connection): Promise<void> {
  const client = await pool.connect();
  try {
    // A migration takes the time that it takes, and waits for another process that is at it.
    await client.query('set statement_timeout = 0; set lock_timeout = 0');
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
    // Not back into the pool: its limits are off.
    client.release(true);
  }
}

/** Connection exceptions (class 08), a server that shuts down or starts up (57P01 to 57P03), too many connections (53300). */
const AWAY = /^(08...|57P0[1-3]|53300)$/;
const NO_LINE = ['ECONNREFUSED', 'ECONNRESET', 'EPIPE', 'ETIMEDOUT', 'ENOTFOUND'];
/** As node-postgres puts it, without a code. */
const LOST =
  /^(Connection terminated|timeout exceeded when trying to connect|Client has encountered a connection error)/;

/** Whether a failure says that the database cannot be reached, now or in the middle of the work. */
export function isUnreachable(error: unknown): boolean {
  for (let one = error; one instanceof Error; one = one.cause) {
    const code = 'code' in one && typeof one.code === 'string' ? one.code : '';
    if (AWAY.test(code) || NO_LINE.includes(code) || LOST.test(one.message)) return true;
  }
  return false;
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
