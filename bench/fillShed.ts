import type pg from 'pg';

/** Fills the shed with batches of the harvests that are in store, one in four of them open and due. Straight SQL. */
export async function fillShed(pool: pg.Pool, batches: number): Promise<void> {
  await pool.query(
    `with harvest as (select id, kind, variety, row_number() over (order by id) - 1 n, count(*) over () many from accession)
     insert into shed_batch (id, number, accession_id, about, state, standing, due_at, search_text, created_at, updated_by, updated_at)
     select gen_random_uuid(), 'B-' || lpad(g::text, 5, '0'), h.id,
       jsonb_build_object('name', h.kind || ' of field ' || g % 300, 'goal', 'purity', 'purpose', 'sale', 'rights', 'saleable', 'note', ''),
       case when g % 4 = 0 then 'open' else 'closed' end,
       jsonb_build_object('passes', g % 9, 'running', 0, 'inG', (1000 * (1 + g % 900))::text, 'cleanG', (900 * (1 + g % 900))::text,
         'outcome', (array['within','near','outside'])[1 + g % 3], 'expects', '[]'::jsonb,
         'due', case when g % 4 = 0 then jsonb_build_array(jsonb_build_object('pass', gen_random_uuid(), 'act', 'weigh', 'at', 1764000000000 + g)) else '[]'::jsonb end),
       case when g % 4 = 0 then now() + g * interval '1 minute' end,
       lower(concat_ws(' ', 'B-' || lpad(g::text, 5, '0'), h.kind, h.variety, 'field ' || g % 300)),
       now() - g * interval '1 hour', (select id from person limit 1), now()
     from generate_series(1, $1) g join harvest h on h.n = g % h.many`,
    [batches],
  );
  await pool.query('analyze shed_batch');
}
