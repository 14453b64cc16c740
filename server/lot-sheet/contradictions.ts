import type { OtherSeedsView } from '@mercato/contract/other-seeds/otherSeeds';
import type { PurityView } from '@mercato/contract/purity/purity';
import { contradictions } from '@mercato/core/other-seeds/contradictions';
import { taxonOf } from '@mercato/core/rule-books/resolveName';
import type { Component } from '@mercato/core/units/components';
import type { Reader } from '../database/connect.ts';
import { namesSaid } from '../names/names.ts';
import { readOtherSeeds, reportedOtherSeeds, withTallies } from '../other-seeds/result.ts';
import { readPurity, reportedTests } from '../purity/result.ts';
import type { LotFile } from '../register/lotFile.ts';
import { speciesList } from '../rule-books/names.ts';

/** Components of seed that is not the kind's own, by how a species usually stands. */
const COMPONENTS_OF = {
  crop: ['otherSeeds', 'otherCropSeed'],
  weed: ['otherSeeds', 'weedSeed'],
  either: ['otherSeeds', 'otherCropSeed', 'weedSeed'],
} as const;
const FOREIGN: readonly Component[] = COMPONENTS_OF.either;

const NONE = { contradictions: [], contradictedAt: null };

/** Where what purity reports and what the search reports cannot both be right. */
export async function contradictionsOf(
  tx: Reader,
  purity: PurityView,
  otherSeeds: OtherSeedsView,
): Promise<Pick<OtherSeedsView, 'contradictions' | 'contradictedAt'>> {
  const search = reportedOtherSeeds(otherSeeds);
  const shares = purity.result?.shares;
  if (!shares || !search?.total || search.examinedG === null || search.stillToSearchG > 0) return NONE;
  const weighed = reportedTests(purity);
  const { resolve, usually } = await speciesList(tx);
  const names = [...weighed.flatMap((one) => one.names), ...search.names];
  const found = contradictions(
    {
      examinedG: weighed.reduce((sum, one) => sum + Number(one.analysis?.sumG ?? 0), 0),
      components: shares.shares.filter((one) => FOREIGN.includes(one.component)),
      parts: (purity.result?.parts ?? [])
        .filter((part) => FOREIGN.includes(part.component))
        .map(({ component, name, amount, percent }) => ({
          component,
          // As an analyst bound it, at the weighing or at the search; else as the list knows it.
          taxon: names.find((one) => one.written === name && one.bound)?.taxon ?? taxonOf(resolve(name)),
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
  );
  if (found.length === 0) return NONE;
  const weighings = weighed.flatMap((one) => Object.values(one.fields));
  const written = [...weighings, ...search.trays.flatMap((one) => Object.values(one.fields))];
  return {
    contradictions: found,
    contradictedAt: [...written.map((one) => one.at), ...namesSaid(names)].sort().at(-1) ?? null,
  };
}

/** The search of a lot as its station shows it: what is tallied, and where it and purity cannot both be right. */
export async function readSearch(tx: Reader, file: LotFile): Promise<OtherSeedsView> {
  const searched = await readOtherSeeds(tx, file);
  return withTallies(tx, {
    ...searched,
    ...(await contradictionsOf(tx, await readPurity(tx, file), searched)),
  });
}
