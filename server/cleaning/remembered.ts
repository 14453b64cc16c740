import { and, desc, eq, isNotNull, sql } from 'drizzle-orm';
import type { Remembered, RememberedList } from '@mercato/contract/cleaning/views';
import { METHODS } from '@mercato/core/cleaning/entries';
import { askedText } from '../http/asked.ts';
import type { Reader } from '../database/connect.ts';
import { todayIn } from '../http/day.ts';
import { laboratoryOf } from '../register/lotFile.ts';
import { kindsNamed } from '../rule-books/editions.ts';
import { accession } from '../store/tables.ts';
import { shedBatch, shedMachine, shedPass } from './tables.ts';

/** As many passes as are looked through for settings. */
const LOOKED_THROUGH = 400;

const genusOf = (species: string) => species.split(' ')[0] ?? '';

/**
 * Settings of passes that ended, one for each method: of this kind before its genus, of that before its family; called
 * good before not judged, the newest first. What was called bad is never proposed.
 */
export async function remembered(tx: Reader, query: Readonly<Record<string, unknown>>): Promise<RememberedList> {
  const [species, kind] = [askedText(query.species, 120), askedText(query.kind, 120)];
  const method = METHODS.find((one) => one === query.method);
  const rows = await tx
    .select({
      pass: shedPass,
      batch: shedBatch.number,
      kind: accession.kind,
      variety: accession.variety,
      species: accession.species,
      machine: shedMachine.name,
    })
    .from(shedPass)
    .innerJoin(shedBatch, eq(shedBatch.id, shedPass.batchId))
    .innerJoin(accession, eq(accession.id, shedBatch.accessionId))
    .leftJoin(shedMachine, eq(shedMachine.id, shedPass.machineId))
    .where(
      and(
        isNotNull(shedPass.endedAt),
        eq(shedPass.struck, false),
        sql`${shedPass.good} is distinct from false`,
        ...(method ? [eq(shedPass.method, method)] : []),
      ),
    )
    .orderBy(desc(shedPass.startedAt), desc(shedPass.id))
    .limit(LOOKED_THROUGH);
  const kinds = await kindsNamed(tx, [...new Set([species, ...rows.map((one) => one.species)].filter(Boolean))]);
  const family = kinds.get(species)?.family;
  const { zone } = await laboratoryOf(tx);
  const nearness = (row: (typeof rows)[number]): Remembered['near'] | null => {
    if (species === '' ? row.kind.toLowerCase() === kind.toLowerCase() : row.species === species) return 'kind';
    if (species !== '' && genusOf(row.species) === genusOf(species)) return 'genus';
    return family !== undefined && kinds.get(row.species)?.family === family ? 'family' : null;
  };
  const order = ['kind', 'genus', 'family'];
  const found = rows.flatMap((row) => {
    const near = nearness(row);
    return near ? [{ row, near }] : [];
  });
  found.sort(
    (a, b) =>
      order.indexOf(a.near) - order.indexOf(b.near) ||
      Number(b.row.pass.good === true) - Number(a.row.pass.good === true),
  );
  const seen = new Set<string>();
  return {
    settings: found.flatMap(({ row, near }): Remembered[] => {
      if (seen.has(row.pass.method)) return [];
      seen.add(row.pass.method);
      const { method: of, settings, goal } = row.pass.entry;
      return [
        {
          method: of,
          settings: { ...settings },
          goal,
          machine: row.machine,
          kind: row.kind,
          variety: row.variety,
          batch: row.batch,
          on: todayIn(row.pass.startedAt, zone),
          near,
          good: row.pass.good,
        },
      ];
    }),
  };
}
