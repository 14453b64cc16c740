import { and, asc, eq, inArray, isNotNull } from 'drizzle-orm';
import type { OwnRecord, RecordSeries } from '@mercato/contract/storage/record';
import type { AccessionHeader } from '@mercato/contract/store/accessions';
import { daysBetween } from '@mercato/core/units/days';
import type { Reader } from '../database/connect.ts';
import { todayIn } from '../http/day.ts';
import { laboratoryOf } from '../register/lotFile.ts';
import { kindsNamed } from '../rule-books/editions.ts';
import { placePaths } from '../store/places.ts';
import { accession, packet } from '../store/tables.ts';
import { packetTest } from '../store/testTables.ts';
import { standingTests } from '../store/tests.ts';

/** The day from which seed ages: of which the month is not known was harvested in the autumn, as most is. */
export const harvestDay = ({ harvestYear, harvestMonth }: Pick<AccessionHeader, 'harvestYear' | 'harvestMonth'>) =>
  `${harvestYear}-${String(harvestMonth ?? 9).padStart(2, '0')}-01`;

export const seriesKey = (kind: string, species: string, store: string) =>
  `${species || kind.toLowerCase()} | ${store}`;

/** The towels of the store by kind and store, of all years; a dormant test is none of ageing. */
export async function ownRecord(tx: Reader, now: Date): Promise<OwnRecord> {
  const tests = (await standingTests(tx, and(eq(packetTest.what, 'towel'), isNotNull(packetTest.packetId)))).filter(
    (one) => one.verdict === 'sprouted' || one.verdict === 'dead',
  );
  const rows = await tx
    .select({ id: packet.id, code: packet.code, accession })
    .from(packet)
    .innerJoin(accession, eq(accession.id, packet.accessionId))
    .where(and(eq(packet.undone, false), inArray(packet.id, [...new Set(tests.flatMap((one) => one.packetId ?? []))])))
    .orderBy(asc(packet.id));
  const packets = new Map(rows.map((one) => [one.id, one]));
  const paths = await placePaths(tx);
  const kinds = await kindsNamed(tx, [...new Set(rows.map((one) => one.accession.species).filter(Boolean))]);
  const series = new Map<string, RecordSeries>();
  for (const one of tests) {
    const of = packets.get(one.packetId ?? '');
    if (!of) continue;
    const header = of.accession.header;
    const days = daysBetween(harvestDay(header), one.on);
    if (days < 0) continue;
    const store = one.placeId === null ? '' : (paths.get(one.placeId)?.[0] ?? '');
    const key = seriesKey(of.accession.kind, of.accession.species, store);
    const found = series.get(key) ?? {
      key,
      kind: of.accession.kind,
      species: of.accession.species,
      store,
      longevity: kinds.get(of.accession.species)?.keeping?.longevity ?? null,
      tests: [],
    };
    found.tests.push({
      packetId: of.id,
      code: of.code,
      accession: of.accession.number,
      variety: of.accession.variety,
      harvestYear: of.accession.harvestYear,
      on: one.on,
      days,
      germinated: one.hits,
      n: one.seeds,
    });
    series.set(key, found);
  }
  return {
    today: todayIn(now, (await laboratoryOf(tx)).zone),
    series: [...series.values()]
      .map((one) => ({ ...one, tests: one.tests.sort((a, b) => a.days - b.days) }))
      .sort((a, b) => b.tests.length - a.tests.length || a.kind.localeCompare(b.kind)),
  };
}
