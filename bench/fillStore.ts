import type pg from 'pg';

/**
 * Fills a seed store with packets in places three deep, each with its book, and with ten years of rounds: every packet
 * tested once in two years, looked at five times, ended. Straight SQL, as in `fill`.
 */
export async function fillStore(pool: pg.Pool, packets: number): Promise<void> {
  const client = await pool.connect();
  try {
    await client.query('begin');
    await client.query('set local session_replication_role = replica');
    const who = `(select id from person limit 1)`;
    await client.query(
      `create temp table place on commit drop as
       select g, gen_random_uuid() id from generate_series(0, 210) g`,
    );
    await client.query(
      `insert into store_place (id, parent_id, kind, name, code, updated_by, updated_at)
       select p.id, (select up.id from place up where up.g = case when p.g = 0 then null when p.g <= 10 then 0 else (p.g - 11) / 20 + 1 end),
         case when p.g = 0 then 'room' when p.g <= 10 then 'drawer' else 'box' end, 'place ' || p.g, 'P' || p.g, ${who}, now() from place p`,
    );
    await client.query(
      `create temp table seed on commit drop as
       select g, gen_random_uuid() as packet, gen_random_uuid() as accession, kinds.*,
         (array['Fell Winter','Mossy','Sweet','Barn Lantern','Old Bell'])[1 + g % 5] as variety, 2016 + g % 10 as year,
         (select id from place where place.g = 11 + seeds.g % 200) place
       from generate_series(1, $1) seeds(g)
       join (values (0,'Allium porrum','leek'),(1,'Petroselinum crispum','parsley'),(2,'Foeniculum vulgare','fennel'),
                    (3,'Phaseolus coccineus','runner bean'),(4,'Solanum lycopersicum','tomato')) kinds(k, species, kind) on kinds.k = g % 5`,
      [packets],
    );
    await client.query(
      `insert into accession (id, number, version, kind, species, variety, harvest_year, header, updated_by, updated_at)
       select accession, 'A-' || lpad(g::text, 4, '0'), 1, kind, species, variety, year,
         jsonb_build_object('kind', kind, 'species', species, 'variety', variety, 'harvestYear', year, 'harvestMonth', 9), ${who}, now() from seed`,
    );
    await client.query(
      `insert into packet (id, accession_id, code, packed_on, supplier, wrapping, note, place_id, measure, "left", search_text, last_test, updated_by, updated_at, created_at)
       select packet, accession, '*K' || lpad(g::text, 6, '0'), year::text, '', 'paper', '', place, 'count', g % 200, lower(concat_ws(' ', 'A-' || lpad(g::text, 4, '0'), kind, variety, species, year)),
         '{"on":"2026-02-01","sprouted":15,"seeds":20,"verdict":"sprouted","bagId":"x"}', ${who}, now(), now() - g * interval '1 minute' from seed`,
    );
    await client.query(
      `insert into packet_line (packet_id, line, entry, "by", at)
       select packet, line, case line when 0 then '{"what":"packed","amount":{"by":"count","seeds":300}}'::jsonb else '{"what":"take","amount":{"by":"count","seeds":20},"use":"test"}'::jsonb end, ${who}, now()
       from seed, generate_series(0, 5) line`,
    );
    await client.query(
      `create temp table round on commit drop as select g, gen_random_uuid() id from generate_series(1, 100) g`,
    );
    await client.query(
      `insert into quick_round (id, number, name, started_on, place, "by", at)
       select id, g, '', date '2016-01-10' + g * 36, '{"warmthC":null,"light":"light"}', ${who}, now() from round`,
    );
    await client.query(
      `create temp table bag on commit drop as
       select seed.*, year_no, gen_random_uuid() bag, (select id from round where round.g = 1 + (seed.g + year_no * 37) % 100) round
       from seed, generate_series(0, 4) year_no`,
    );
    await client.query(
      `insert into quick_bag (id, round_id, number, code, packet_id, kind, species, seeds, treatment, how, control, method)
       select bag, round, row_number() over (partition by round order by bag), 'B' || g || '-' || year_no, packet, kind, species, 20, 'untreated', '', false,
         '{"temperatureC":null,"light":null,"firstDay":5,"lastDay":14}' from bag`,
    );
    await client.query(
      `insert into bag_look (id, bag_id, "on", sprouted, look, "by", at)
       select gen_random_uuid(), bag, date '2016-01-15' + year_no * 730 + n, 3, '{"water":"moist","mould":false,"thrives":null,"note":""}', ${who}, now()
       from bag, generate_series(1, 5) n`,
    );
    await client.query(
      `insert into bag_end (bag_id, "on", answers, verdict, core_version, "by", at)
       select bag, date '2016-02-01' + year_no * 730, '{}', '{"verdict":"sprouted","reasons":[],"next":""}', '1', ${who}, now() from bag`,
    );
    await client.query(
      `insert into packet_test (id, packet_id, bag_id, what, "on", seeds, hits, verdict, place_id, note, "by", at)
       select gen_random_uuid(), packet, bag, 'towel', make_date(year, 9, 1) + 100 + year_no * 500, 20, greatest(0, 19 - year_no * 3 - g % 4), 'sprouted', place, '', ${who}, now() from bag`,
    );
    await client.query('commit');
    await client.query('vacuum analyze');
  } finally {
    client.release();
  }
}
