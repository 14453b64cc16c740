import pg from 'pg';

export interface Statement {
  readonly text: string;
  readonly values: readonly unknown[];
}

type Query = (this: pg.Client, ...args: unknown[]) => unknown;

/** Notes every statement that a piece of work sends to PostgreSQL, in order, over all clients. */
export async function recording(work: () => Promise<unknown>): Promise<Statement[]> {
  const statements: Statement[] = [];
  const prototype = pg.Client.prototype as unknown as { query: Query };
  const original = prototype.query;
  prototype.query = function (this: pg.Client, ...args: unknown[]) {
    const [query, values] = args as [string | { text?: string; values?: unknown[] }, unknown];
    const text = typeof query === 'string' ? query : query.text;
    if (text !== undefined)
      statements.push({
        text,
        values: Array.isArray(values) ? values : typeof query === 'object' ? (query.values ?? []) : [],
      });
    return original.apply(this, args);
  };
  try {
    await work();
  } finally {
    prototype.query = original;
  }
  return statements;
}

/** Runs the statements of one request on one client of the pool. */
export async function replay(pool: pg.Pool, statements: readonly Statement[]): Promise<void> {
  const client = await pool.connect();
  try {
    for (const { text, values } of statements) await client.query(text, [...values]);
  } finally {
    client.release();
  }
}

/** Milliseconds of each piece of work, so many at a time. */
export async function timed<T>(
  items: readonly T[],
  atOnce: number,
  work: (item: T) => Promise<unknown>,
): Promise<number[]> {
  const times: number[] = [];
  let next = 0;
  await Promise.all(
    Array.from({ length: atOnce }, async () => {
      for (let item = items[next++]; item !== undefined; item = items[next++]) {
        const begun = performance.now();
        await work(item);
        times.push(performance.now() - begun);
      }
    }),
  );
  return times;
}

/** The value that a share of all values does not pass. */
export function quantile(values: readonly number[], share: number): number {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.ceil(share * sorted.length) - 1)] ?? Number.NaN;
}
