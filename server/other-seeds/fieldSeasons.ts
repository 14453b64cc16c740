import { sql } from 'drizzle-orm';
import type { FieldSeasons } from '@mercato/contract/other-seeds/otherSeeds';
import { taxonOf } from '@mercato/core/rule-books/resolveName';
import type { Reader } from '../database/connect.ts';
import { bindingsOf } from '../names/names.ts';
import { speciesList } from '../rule-books/names.ts';

/**
 * What was found in the lots of a field, harvest by harvest. Tests that were set aside do not count, nor do figures
 * that were corrected since.
 */
export async function fieldSeasons(tx: Reader, field: string | null): Promise<FieldSeasons> {
  const fields = await tx.execute<{ field: string; lots: number }>(sql`
    select lot.origin as field, count(distinct lot.id)::int as lots
    from lot join bench_test test on test.lot_id = lot.id and test.step = 'other-seeds'
    where lot.origin <> ''
    group by lot.origin order by lot.origin limit 1000`);
  if (field === null) return { fields: fields.rows, seasons: [] };
  const rows = await tx.execute<{ year: number; lot: string; test: string; name: string | null; value: string }>(sql`
    select lot.harvest_year as year, lot.id as lot, test.id as test,
      case when observed.field ~ '(^|:)examined$' then null
        else regexp_replace(observed.field, '^(tray:[0-9]+:)?species:', '') end as name,
      sum(observed.value)::text as value
    from lot
    join bench_test test on test.lot_id = lot.id and test.step = 'other-seeds'
    join other_seeds_observation observed on observed.subject = test.id
    where lot.origin = ${field}
      and not exists (select from other_seeds_observation later where later.supersedes = observed.id)
      and coalesce((select decision.decision from decision where decision.test_id = test.id
        order by decision.at desc, decision.id desc limit 1), '') <> 'set-aside'
    group by 1, 2, 3, 4`);
  const bindings = await bindingsOf(tx, [...new Set(rows.rows.map((row) => row.test))]);
  const { resolve } = await speciesList(tx);
  // One species is one, under whatever name each lot has it.
  const taxonIn = ({ test, name }: { test: string; name: string | null }) =>
    bindings.find((one) => one.testId === test && one.written === name)?.taxon ??
    taxonOf(resolve(name ?? '')) ??
    name ??
    '';
  const years = [...new Set(rows.rows.map((row) => row.year))].sort((a, b) => b - a);
  return {
    fields: fields.rows,
    seasons: years.map((harvestYear) => {
      const mine = rows.rows.filter((row) => row.year === harvestYear);
      const found = mine.filter((row) => row.name !== null && Number(row.value) > 0);
      return {
        field,
        harvestYear,
        lots: new Set(mine.map((row) => row.lot)).size,
        examinedG: mine.filter((row) => row.name === null).reduce((sum, row) => sum + Number(row.value), 0),
        species: [...new Set(found.map(taxonIn))]
          .map((name) => {
            const of = found.filter((row) => taxonIn(row) === name);
            return {
              name,
              seeds: of.reduce((sum, row) => sum + Number(row.value), 0),
              lots: new Set(of.map((row) => row.lot)).size,
            };
          })
          .sort((a, b) => b.seeds - a.seeds || a.name.localeCompare(b.name)),
      };
    }),
  };
}
