import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import { getTableName, is } from 'drizzle-orm';
import { getTableConfig, PgTable } from 'drizzle-orm/pg-core';
import pg from 'pg';
import { expect, inject, it } from 'vitest';
import { TEMPLATE } from '../testing/database.ts';

const SERVER = join(import.meta.dirname, '..');

/** Every table that a step declares, wherever it does. */
async function declaredTables(): Promise<PgTable[]> {
  const files = readdirSync(SERVER, { recursive: true, encoding: 'utf8' }).filter((name) =>
    /(^|\/)(tables|\w+Tables)\.ts$/.test(name),
  );
  const modules = await Promise.all(
    files.map((name) => import(join(SERVER, name)) as Promise<Record<string, unknown>>),
  );
  return modules.flatMap((module) => Object.values(module)).filter((one) => is(one, PgTable));
}

// What the tables say of themselves and what PostgreSQL holds is one thing: nothing stands in hand-written SQL alone.
it('every foreign key of the database is declared by its table, under its name, and the other way round', async () => {
  const declared = (await declaredTables()).flatMap((table) =>
    getTableConfig(table).foreignKeys.map((key) => {
      const { columns, foreignColumns, foreignTable } = key.reference();
      const names = (list: readonly { name: string }[]) => list.map((one) => one.name).join(', ');
      return `${getTableName(table)} ${key.getName()}: ${names(columns)} → ${getTableName(foreignTable)} (${names(foreignColumns)})`;
    }),
  );
  const client = new pg.Client(inject('clusterUrl').replace(/\/postgres$/, `/${TEMPLATE}`));
  await client.connect();
  const { rows } = await client.query<{ line: string }>(
    `select format('%s %s: %s → %s (%s)', conrelid::regclass, conname,
       (select string_agg(attname, ', ' order by ord) from unnest(conkey) with ordinality as k (n, ord)
        join pg_attribute on attrelid = conrelid and attnum = n),
       confrelid::regclass,
       (select string_agg(attname, ', ' order by ord) from unnest(confkey) with ordinality as k (n, ord)
        join pg_attribute on attrelid = confrelid and attnum = n)) as line
     from pg_constraint where contype = 'f' and connamespace = 'public'::regnamespace`,
  );
  await client.end();
  const held = rows.map((row) => row.line);
  expect(held.length).toBeGreaterThan(120);
  expect([...declared].sort()).toEqual([...held].sort());
});
