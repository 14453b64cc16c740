import { and, asc, desc, eq, sql } from 'drizzle-orm';
import type { GoneList, GoneRow } from '@mercato/contract/cleaning/views';
import type { ScreeningsFate } from '@mercato/core/cleaning/entries';
import type { Reader } from '../database/connect.ts';
import { askedPage, askedText } from '../http/asked.ts';
import { namesOf } from '../register/people.ts';
import { laboratoryOf } from '../register/lotFile.ts';
import { accession } from '../store/tables.ts';
import { shedBatch, shedGone, shedLine } from './tables.ts';

const PAGE = 50;

/** Where the screenings of all batches went, of one year or ever, with what each way took. */
export async function listGone(tx: Reader, query: Readonly<Record<string, unknown>>): Promise<GoneList> {
  const { zone } = await laboratoryOf(tx);
  const yearOf = sql<number>`extract(year from ${shedGone.seenAt} at time zone ${zone})::int`;
  const typed = askedText(query.year, 4);
  const year = /^\d{4}$/.test(typed) ? Number(typed) : null;
  const page = askedPage(query);
  const wanted = and(...(year === null ? [] : [eq(yearOf, year)]));
  const years = await tx.selectDistinct({ year: yearOf }).from(shedGone);
  const to = sql<ScreeningsFate>`${shedGone.entry}->>'to'`;
  const sums = await tx
    .select({
      to,
      times: sql<number>`count(*)::int`,
      massG: sql<string>`coalesce(sum(${shedGone.massG}), 0)::text`,
      unweighed: sql<number>`(count(*) filter (where ${shedGone.massG} is null))::int`,
    })
    .from(shedGone)
    .where(wanted)
    .groupBy(to)
    .orderBy(asc(to));
  const rows = await tx
    .select({
      gone: shedGone,
      by: shedLine.by,
      number: shedBatch.number,
      kind: accession.kind,
      variety: accession.variety,
    })
    .from(shedGone)
    .innerJoin(shedBatch, eq(shedBatch.id, shedGone.batchId))
    .innerJoin(shedLine, and(eq(shedLine.batchId, shedGone.batchId), eq(shedLine.line, shedGone.line)))
    .innerJoin(accession, eq(accession.id, shedBatch.accessionId))
    .where(wanted)
    .orderBy(desc(shedGone.seenAt), desc(shedGone.batchId), desc(shedGone.line))
    .limit(PAGE)
    .offset((page - 1) * PAGE);
  const names = await namesOf(tx);
  return {
    years: years.map((one) => one.year).sort((a, b) => b - a),
    year,
    total: sums.reduce((all, one) => all + one.times, 0),
    page,
    pageSize: PAGE,
    sums,
    rows: rows.map(({ gone, by, number, kind, variety }): GoneRow => ({
      batchId: gone.batchId,
      number,
      kind,
      variety,
      line: gone.line,
      at: gone.seenAt.toISOString(),
      by: names.get(by) ?? '',
      vessel: gone.vessel,
      outlet: gone.outlet,
      massG: gone.massG,
      to: gone.entry.to,
      whom: gone.entry.whom,
      treated: gone.treatments.map((one) => one.product),
    })),
  };
}
