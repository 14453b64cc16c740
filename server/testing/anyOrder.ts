import type pg from 'pg';

interface Rows {
  rows: unknown[];
}
const hasRows = (value: unknown): value is Rows =>
  typeof value === 'object' && value !== null && 'rows' in value && Array.isArray(value.rows);

/**
 * Turns round the rows of every query that asks for no order. PostgreSQL may bring them in any: in a small fresh
 * database they stand as they were written, which hides a missing "order by" until the first one that is not small.
 */
export function bringInAnyOrder(pool: pg.Pool): void {
  pool.on('connect', (client) => {
    const query = client.query.bind(client) as (...args: unknown[]) => unknown;
    const turn = (result: unknown) => {
      if (hasRows(result)) result.rows.reverse();
      return result;
    };
    client.query = ((...args: unknown[]) => {
      const [first] = args;
      const text = typeof first === 'string' ? first : (first as { text?: string } | undefined)?.text;
      if (typeof text !== 'string' || !/^\s*(select|with)\b/i.test(text) || /\border by\b/i.test(text))
        return query(...args);
      const last = args.at(-1);
      if (typeof last === 'function') {
        const tell = last as (error: unknown, result: unknown) => void;
        return query(...args.slice(0, -1), (error: unknown, result: unknown) => {
          tell(error, turn(result));
        });
      }
      return (query(...args) as Promise<unknown>).then(turn);
    }) as typeof client.query;
  });
}
