import { join } from 'node:path';
import { sql } from 'drizzle-orm';
import { readMigrationFiles } from 'drizzle-orm/migrator';
import pg from 'pg';
import { afterEach, beforeEach, describe, expect, inject, it } from 'vitest';
import { fieldSeasons } from '../other-seeds/fieldSeasons.ts';
import { extentOf, planOf } from '../other-seeds/result.ts';
import { connect, migrateSchema } from './connect.ts';

const MIGRATIONS = readMigrationFiles({ migrationsFolder: join(import.meta.dirname, 'migrations') });
const NAME = 'upgraded';
const ID = (n: number) => `00000000-0000-7000-8000-${String(n).padStart(12, '0')}`;

let admin: pg.Client;
let url: string;
beforeEach(async () => {
  admin = new pg.Client(inject('clusterUrl'));
  await admin.connect();
  await admin.query(`create database ${NAME}`);
  url = inject('clusterUrl').replace(/\/postgres$/, `/${NAME}`);
});
afterEach(async () => {
  await admin.query(`drop database ${NAME} with (force)`);
  await admin.end();
});

/** A database as an earlier release left it: its migrations, and what somebody wrote. */
async function databaseOf(migrations: number, ...written: string[]): Promise<void> {
  const old = new pg.Client(url);
  await old.connect();
  await old.query('create schema drizzle');
  await old.query(
    'create table drizzle.__drizzle_migrations (id serial primary key, hash text not null, created_at bigint)',
  );
  for (const migration of MIGRATIONS.slice(0, migrations)) {
    for (const statement of migration.sql) await old.query(statement);
    await old.query('insert into drizzle.__drizzle_migrations (hash, created_at) values ($1, $2)', [
      migration.hash,
      migration.folderMillis,
    ]);
  }
  for (const statement of written) await old.query(statement);
  await old.end();
}

const EDITION = `insert into rule_book_edition (id, book, name, year, content_hash, content, shipped, created_at)
  values ('${ID(1)}', 'ista', 'old', 2026, 'h', '{}', 'yes', now())`;

describe('a database of an earlier release comes up to this one with what it held', () => {
  it('the first release', async () => {
    await databaseOf(2, EDITION);
    const connection = connect(url);
    await migrateSchema(connection);
    const { rows } = await connection.db.execute(sql`select name, "by" from rule_book_edition`);
    expect(rows).toEqual([{ name: 'old', by: null }]);
    await connection.pool.end();
  });

  it('the release before custody: lots, samples, decisions, verdicts and own kinds stand as they stood', async () => {
    await databaseOf(
      4,
      EDITION,
      `insert into person (id, username, name, password_hash, roles, created_at) values ('${ID(2)}', 'a', 'A', 'x', '{lead}', now())`,
      `insert into lot (id, reference, version, edition_id, species, variety, harvest_year, mass_text, mass_unit, mass_kg, containers, origin,
         created_at, updated_at, updated_by, search_text, state, standing)
       values ('${ID(3)}', 'OLD-1', 1, '${ID(1)}', 'Avena sativa', '', 2026, '100', 'kg', 100, 4, '', now(), now(), '${ID(2)}', 'old-1', 'open', '{}')`,
      `insert into vessel (id, lot_id, kind, number, code, mass_text, mass_unit, mass_g, updated_by, updated_at, created_at)
       values ('${ID(4)}', '${ID(3)}', 'submitted', 1, '*0000000', '500', 'g', 500, '${ID(2)}', now(), now())`,
      `insert into decision (id, lot_id, step, vessel_id, decision, reason, "by", at)
       values ('${ID(5)}', '${ID(3)}', 'sampling', '${ID(4)}', 'accept', 'rare', '${ID(2)}', now())`,
      `insert into judgement (lot_id, step, vessel_id, edition_id, core_version, observations, outcome, result, at)
       values ('${ID(3)}', 'sampling', '${ID(4)}', '${ID(1)}', '1', '{}', 'outside', '{}', now())`,
      `insert into own_kind (id, species, kind, source, "by", at) values ('${ID(6)}', 'Eragrostis tef', '{}', 'trial', '${ID(2)}', now())`,
      `insert into laboratory (id, name, address, zone, demo, session_secret) values (1, 'L', '', 'UTC', false, 's')`,
    );
    const connection = connect(url);
    await migrateSchema(connection);
    const { db } = connection;
    const one = async (query: ReturnType<typeof sql>) => (await db.execute(query)).rows[0];
    expect(await one(sql`select reference, parts, request, parent_lot_id, heterogeneity_tests from lot`)).toEqual({
      reference: 'OLD-1',
      parts: [],
      request: null,
      parent_lot_id: null,
      heterogeneity_tests: 0,
    });
    expect(await one(sql`select code, gone, holder, seal, poured_into from vessel`)).toEqual({
      code: '*0000000',
      gone: null,
      holder: null,
      seal: null,
      poured_into: null,
    });
    expect(await one(sql`select reason, heterogeneity_id from decision`)).toEqual({
      reason: 'rare',
      heterogeneity_id: null,
    });
    expect(await one(sql`select outcome from judgement`)).toEqual({ outcome: 'outside' });
    expect(await one(sql`select species, supersedes from own_kind`)).toEqual({
      species: 'Eragrostis tef',
      supersedes: null,
    });
    expect(await one(sql`select paper from laboratory`)).toEqual({ paper: 'A4' });
    // What is written once stays so after the upgrade.
    await expect(db.execute(sql`update own_kind set source = 'x'`)).rejects.toThrow();
    await expect(db.execute(sql`delete from decision`)).rejects.toThrow();
    // A second start has nothing left to do.
    await migrateSchema(connection);
    await connection.pool.end();
  });

  it('the release before the purity station: samples are whole, searches complete, and nothing is lost', async () => {
    await databaseOf(
      6,
      EDITION,
      `insert into person (id, username, name, password_hash, roles, created_at) values ('${ID(2)}', 'a', 'A', 'x', '{lead}', now())`,
      `insert into lot (id, reference, version, edition_id, species, variety, harvest_year, mass_text, mass_unit, mass_kg, containers, origin,
         created_at, updated_at, updated_by, search_text, state, standing)
       values ('${ID(3)}', 'OLD-2', 1, '${ID(1)}', 'Avena sativa', '', 2026, '100', 'kg', 100, 4, 'Low Fold', now(), now(), '${ID(2)}', 'old-2', 'open', '{}')`,
      `insert into vessel (id, lot_id, kind, purpose, number, code, mass_text, mass_unit, mass_g, updated_by, updated_at, created_at)
       values ('${ID(4)}', '${ID(3)}', 'working', 'other-seeds', 1, '*0000001', '1000', 'g', 1000, '${ID(2)}', now(), now())`,
      `insert into bench_test (id, lot_id, step, number, vessel_id, edition_id, plan, version, created_by, created_at, updated_by, updated_at)
       values ('${ID(5)}', '${ID(3)}', 'other-seeds', 1, '${ID(4)}', '${ID(1)}', '{}', 2, '${ID(2)}', now(), '${ID(2)}', now())`,
      ...[
        ['examined', '1000', 'g'],
        ['species:Avena fatua', '3', null],
      ].map(
        (
          [field, text, unit],
          i,
        ) => `insert into other_seeds_observation (id, lot_id, subject, field, "by", observed_at, recorded_at, entered_text, entered_unit, value)
         values ('${ID(10 + i)}', '${ID(3)}', '${ID(5)}', '${field ?? ''}', '${ID(2)}', now(), now(), '${text ?? ''}', ${unit ? `'${unit}'` : 'null'}, ${text ?? ''})`,
      ),
    );
    const connection = connect(url);
    await migrateSchema(connection);
    const { db } = connection;
    expect((await db.execute(sql`select code, portion from vessel`)).rows).toEqual([
      { code: '*0000001', portion: null },
    ]);
    const [test] = (await db.execute(sql`select * from bench_test`)).rows;
    expect(extentOf(planOf({ plan: test?.plan } as Parameters<typeof planOf>[0]))).toBe('complete');
    const seasons = await fieldSeasons(db, 'Low Fold');
    expect(seasons.seasons).toMatchObject([{ lots: 1, examinedG: 1000, species: [{ name: 'Avena fatua', seeds: 3 }] }]);
    expect((await db.execute(sql`select count(*)::int as n from balance`)).rows).toEqual([{ n: 0 }]);
    await db.execute(
      sql`insert into other_result (id, lot_id, step, number, detail, "by", at) values (${ID(20)}, ${ID(3)}, 'purity', 1, '{}', ${ID(2)}, now())`,
    );
    await expect(db.execute(sql`update other_result set number = 2`)).rejects.toThrow();
    await migrateSchema(connection);
    await connection.pool.end();
  });

  it('a newer one is refused with a sentence, and nothing is changed', async () => {
    await databaseOf(2);
    const newer = new pg.Client(url);
    await newer.connect();
    await newer.query(`insert into drizzle.__drizzle_migrations (hash, created_at) values ('from the future', 9e15)`);
    await newer.end();
    const connection = connect(url);
    await expect(migrateSchema(connection)).rejects.toThrow('made by a newer Mercato');
    const { rows } = await connection.db.execute(sql`select to_regclass('vessel_event') as there`);
    expect(rows).toEqual([{ there: null }]);
    await connection.pool.end();
  });
});
