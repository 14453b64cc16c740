import { sql } from 'drizzle-orm';
import { type AnyPgColumn, check, timestamp, uuid } from 'drizzle-orm/pg-core';

export const instant = (name: string) => timestamp(name, { withTimezone: true, mode: 'date' });

/** The check that a column holds one of a list, which stands once for tables, schemas and screens. */
export const oneOf = (name: string, column: string, list: readonly string[]) =>
  check(name, sql.raw(`${column} in (${list.map((one) => `'${one}'`).join(',')})`));

/** A column that holds the id of a row of another table. */
export const idOf = (name: string, row: () => AnyPgColumn) => uuid(name).references(row);
