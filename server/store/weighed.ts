import { and, asc, eq, inArray, sql } from 'drizzle-orm';
import type { Kind } from '@mercato/core/rule-books/findKind';
import type { Reader } from '../database/connect.ts';
import { foldText } from '../register/lots.ts';
import { benchTest, lot } from '../register/tables.ts';
import { kindsNamed } from '../rule-books/editions.ts';

/** Seed of one variety and harvest. */
interface Harvest {
  readonly species: string;
  readonly variety: string;
  readonly harvestYear: number | null;
}
const seedIs = ({ species, variety, harvestYear }: Harvest) => [species, foldText(variety), harvestYear].join('\n');

/** What a lot keeps of its weight, as its report would say it. */
const REPORTED = sql<string | null>`${lot.kept} #>> '{steps,weight,facts,weight,thousandSeedG}'`;
/** Whether nothing speaks against it: replicates that part too far say nothing until somebody decided. */
const STANDS = sql`${lot.kept} #> '{steps,weight,lines,0,line,blocks}' = '[]'::jsonb`;

/**
 * The kinds of harvests. Where the laboratory weighed a lot of the very species, variety and harvest, its thousand-seed
 * weight stands in for the range of the kind.
 */
export async function kindsOf(tx: Reader, harvests: readonly Harvest[]): Promise<(of: Harvest) => Kind | undefined> {
  const species = [...new Set(harvests.map((one) => one.species).filter(Boolean))];
  const kinds = await kindsNamed(tx, species);
  const rows =
    species.length === 0
      ? []
      : await tx
          .select({ species: lot.species, variety: lot.variety, harvestYear: lot.harvestYear, grams: REPORTED })
          .from(benchTest)
          .innerJoin(lot, eq(lot.id, benchTest.lotId))
          .where(and(eq(benchTest.step, 'weight'), inArray(lot.species, species), STANDS))
          .orderBy(asc(benchTest.updatedAt), asc(benchTest.id));
  const weighed = new Map(
    rows.flatMap((one) => (one.grams === null ? [] : [[seedIs(one), Number(one.grams)] as const])),
  );
  return (of) => {
    const kind = kinds.get(of.species);
    const grams = weighed.get(seedIs(of));
    return kind && grams !== undefined ? { ...kind, thousandSeedWeightG: { low: grams, high: grams } } : kind;
  };
}
