import type { OtherSeedsView } from '@mercato/contract/other-seeds/otherSeeds';
import type { PurityView } from '@mercato/contract/purity/purity';
import { contradictions, type Contradiction } from '@mercato/core/other-seeds/contradictions';
import { taxonOf } from '@mercato/core/rule-books/resolveName';
import type { Transaction } from '../database/connect.ts';
import { reportedOtherSeeds } from '../other-seeds/result.ts';
import { reportedTests } from '../purity/result.ts';
import { speciesList } from '../rule-books/names.ts';

/** Components of seed that is not the kind's own, by how a species usually stands. */
const COMPONENTS_OF = {
  crop: ['otherSeeds', 'otherCropSeed'],
  weed: ['otherSeeds', 'weedSeed'],
  either: ['otherSeeds', 'otherCropSeed', 'weedSeed'],
} as const;
const FOREIGN: readonly string[] = COMPONENTS_OF.either;

/** Where what purity reports and what the search reports cannot both be right. */
export async function contradictionsOf(
  tx: Transaction,
  purity: PurityView,
  otherSeeds: OtherSeedsView,
): Promise<Contradiction[]> {
  const search = reportedOtherSeeds(otherSeeds);
  const shares = purity.result?.shares;
  if (!shares || !search?.total || search.examinedG === null || search.stillToSearchG > 0) return [];
  const { resolve, usually } = await speciesList(tx);
  return [
    ...contradictions(
      {
        examinedG: reportedTests(purity).reduce((sum, one) => sum + Number(one.analysis?.sumG ?? 0), 0),
        components: shares.shares.filter((one) => FOREIGN.includes(one.component)),
        parts: (purity.result?.parts ?? [])
          .filter((part) => FOREIGN.includes(part.component))
          .map(({ component, name, amount, percent }) => ({
            component,
            taxon: taxonOf(resolve(name)),
            percent,
            seeds: amount.kind === 'count' ? amount.seeds : null,
          })),
      },
      {
        examinedG: search.examinedG,
        complete: search.extent === 'complete',
        species: search.species.map(({ taxon, count }) => ({
          taxon,
          seeds: count,
          components: COMPONENTS_OF[taxon === null ? 'either' : usually(taxon)],
        })),
      },
    ),
  ];
}
