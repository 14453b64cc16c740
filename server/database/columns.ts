import { getTableName, sql } from 'drizzle-orm';
import { type AnyPgColumn, check, foreignKey, timestamp } from 'drizzle-orm/pg-core';

export type Columns = readonly [AnyPgColumn, ...AnyPgColumn[]];

/**
 * A foreign key under the name that PostgreSQL gives one by itself: table, columns, `fkey`.
 * @param foreign  the key that it names; a function where two tables name each other
 */
export function refersTo(columns: Columns, foreign: Columns | (() => Columns)) {
  const [first, ...others] = columns;
  const [firstForeign, ...otherForeign] = typeof foreign === 'function' ? foreign() : foreign;
  return foreignKey({
    name: [getTableName(first.table), ...columns.map((one) => one.name), 'fkey'].join('_'),
    columns: [first, ...others],
    foreignColumns: [firstForeign, ...otherForeign],
  });
}

export const instant = (name: string) => timestamp(name, { withTimezone: true, mode: 'date' });

/** The check that a column holds one of a list, which stands once for tables, schemas and screens. */
export const oneOf = (name: string, column: string, list: readonly string[]) =>
  check(name, sql.raw(`${column} in (${list.map((one) => `'${one}'`).join(',')})`));
