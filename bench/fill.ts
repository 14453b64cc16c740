import type pg from 'pg';
import { CORE_VERSION } from '@mercato/core/verdict/version';

/**
 * Fills a laboratory with lots that stand at their final germination count: for each a header with its
 * revision, a submitted and a working sample, a test of four dishes, and the closed counts of day 4.
 * Straight SQL, because the point is the size of the tables, not the way into them.
 *
 * @returns ids of the lots whose dishes are to be counted, four dishes each
 */
export async function fill(pool: pg.Pool, lots: number): Promise<{ dishes: string[] }> {
  const client = await pool.connect();
  try {
    await client.query('begin');
    // The guards compare nothing here that the generated rows could break, and cost an hour row by row.
    await client.query('set local session_replication_role = replica');
    await client.query(
      `create temp table made on commit drop as
       select g, gen_random_uuid() lot, gen_random_uuid() submitted, gen_random_uuid() working, gen_random_uuid() test,
              kinds.species, kinds.common,
              (array['Ambersett','Lanternfield','Wrenfoot','Tallowmead','Harrowgold','Brassdial','Curlew'])[1 + g % 7] variety,
              (array['Upper Ings','Chalk Side','Low Fold','Mill Bank','East Terrace'])[1 + g % 5] origin
       from generate_series(1, $1) g
       join (values (0,'Trifolium pratense','red clover'),(1,'Lolium perenne','perennial ryegrass'),(2,'Avena sativa','oats'),
                    (3,'Linum usitatissimum','linseed flax'),(4,'Vicia sativa','common vetch'),(5,'Phleum pratense','timothy')) kinds(k, species, common)
         on kinds.k = g % 6`,
      [lots],
    );
    const who = `(select id from person limit 1)`;
    /** On which the tests were set up. */
    const day = `date '2026-11-14'`;
    const edition = `(select id from rule_book_edition where book = 'ista' limit 1)`;
    await client.query(
      `insert into lot (id, reference, version, edition_id, species, variety, harvest_year, mass_text, mass_unit, mass_kg,
         containers, container_mass_text, container_mass_unit, container_mass_kg, origin, created_at, updated_at, updated_by,
         search_text, state, standing, standing_version)
       select lot, 'B-' || lpad(g::text, 6, '0'), 1, ${edition}, species, variety, 2026, '4200', 'kg', 4200, 84, '50', 'kg', 50,
         origin, now() - g * interval '1 minute', now(), ${who},
         lower('B-' || lpad(g::text, 6, '0') || ' ' || variety || ' ' || origin || ' ' || species || ' ' || common),
         (array['open','held','released'])[1 + g % 3], '{"step":"germination","mark":"next","stands":{"is":"counting","day":10,"final":true,"test":null,"open":[]},"due":"2026-11-24"}',
         '${CORE_VERSION}'
       from made`,
    );
    await client.query(
      `insert into lot_revision (lot_id, version, header, "by", at)
       select lot, 1, jsonb_build_object('reference', 'B-' || lpad(g::text, 6, '0'), 'species', species, 'bookKind', null,
         'variety', variety, 'harvestYear', 2026, 'harvestMonth', null, 'mass', '{"text":"4200","unit":"kg"}'::jsonb,
         'containers', 84, 'containerMass', '{"text":"50","unit":"kg"}'::jsonb, 'origin', origin, 'book', 'ista'), ${who}, now()
       from made`,
    );
    await client.query(
      `insert into vessel (id, lot_id, parent_id, kind, purpose, number, code, mass_text, mass_unit, mass_g, drawn_on, created_by, updated_by, updated_at, created_at)
       select submitted, lot, null::uuid, 'submitted', null, 1, 'S' || g, '500', 'g', 500, ${day}, ${who}, ${who}, now(), now() from made
       union all select working, lot, submitted, 'working', 'germination', 1, 'W' || g, '20', 'g', 20, ${day}, ${who}, ${who}, now(), now() from made`,
    );
    await client.query(
      `insert into bench_test (id, lot_id, step, number, vessel_id, edition_id, plan, version, created_by, created_at, updated_by, updated_at)
       select test, lot, 'germination', 1, working, ${edition},
         '{"substrate":"TP","temperature":"20","treatment":"","setUpDate":"2026-11-14","prechillDays":0,"firstCountDay":4,"finalCountDay":10,"dishes":4,"seedsPerDish":100,"place":""}',
         1, ${who}, now(), ${who}, now() from made`,
    );
    await client.query(
      `create temp table dish on commit drop as select gen_random_uuid() id, lot, working, g, d from made, generate_series(1, 4) d`,
    );
    await client.query(
      `insert into vessel (id, lot_id, parent_id, kind, number, code, seeds, version, drawn_on, created_by, updated_by, updated_at, created_at)
       select id, lot, working, 'replicate', d, 'D' || g || '-' || d, 100, 2, ${day}, ${who}, ${who}, now(), now() from dish`,
    );
    await client.query(
      `insert into germination_count (id, lot_id, subject, field, "by", seen_on, seen_from, recorded_at, normal, abnormal, hard, fresh, dead, closed, final, entry)
       select gen_random_uuid(), lot, id, 'day:4', ${who}, ${day} + 4, 'stated', now(), 50 + (g + d) % 5, 0, 0, 0, 1, true, false, 'tens' from dish`,
    );
    const { rows } = await client.query<{ id: string }>('select id from dish where g % 97 = 0 order by g, d');
    await client.query('commit');
    await client.query('vacuum analyze');
    return { dishes: rows.map((row) => row.id) };
  } finally {
    client.release();
  }
}
