import type {
  NewOtherFinds,
  OtherFinds,
  OtherFindsList,
  OtherSeedsTest,
} from '@mercato/contract/other-seeds/otherSeeds';
import { compareCounts } from '@mercato/core/other-seeds/compareCounts';
import { judgeNoxiousClaim } from '@mercato/core/other-seeds/noxiousClaim';
import { judgeSecondCount, judgeTwoCounts } from '@mercato/core/other-seeds/twoCounts';
import type { Edition } from '@mercato/core/rule-books/edition';
import { type Resolver, taxonOf } from '@mercato/core/rule-books/resolveName';
import { toGrams } from '@mercato/core/units/mass';
import type { Verdict } from '@mercato/core/verdict/verdict';
import type { Reader } from '../database/connect.ts';
import type { WriteContext } from '../http/context.ts';
import type { LotFile } from '../register/lotFile.ts';
import type { Lot } from '../register/lots.ts';
import { keepOtherResult, otherResultsOf } from '../register/otherResults.ts';
import { speciesList } from '../rule-books/names.ts';
import { reportedOtherSeeds } from './found.ts';
import { readOtherSeeds } from './result.ts';

/** Counts from elsewhere beside the one that is reported here. */
export async function readOtherFinds(tx: Reader, file: LotFile): Promise<OtherFindsList> {
  const test = reportedOtherSeeds(await readOtherSeeds(tx, file));
  const { resolve } = await speciesList(tx);
  return {
    others: (await otherResultsOf<OtherFinds>(tx, file, 'other-seeds')).map(({ detail, earlier, ...rest }) => ({
      ...detail,
      ...rest,
      earlier: earlier.map(({ detail: before, ...when }) => ({ ...before, ...when })),
      ...judged(file.edition, detail, test, resolve),
    })),
  };
}

function judged(
  edition: Edition,
  other: OtherFinds,
  test: OtherSeedsTest | undefined,
  resolve: Resolver,
): Pick<OtherFindsList['others'][number], 'verdict' | 'exact'> {
  if (!test?.total || test.examinedG === null) return { verdict: null, exact: null };
  // One species under all names that it was written by here.
  const asked = taxonOf(resolve(other.species)) ?? other.species;
  const found =
    other.species === ''
      ? test.total.count
      : test.species.reduce((sum, one) => sum + ((one.taxon ?? one.name) === asked ? one.count : 0), 0);
  const theirG = toGrams(other.mass).toNumber();
  if (other.way === 'label')
    return { verdict: judgeNoxiousClaim(edition, other.count, theirG, found, test.examinedG), exact: null };
  const exact = compareCounts(other.count, theirG, found, test.examinedG);
  // The tables are made for equal masses.
  const verdict: Verdict | null =
    theirG === test.examinedG
      ? (other.way === 'one-way' ? judgeSecondCount : judgeTwoCounts)(edition, other.count, found)
      : null;
  return { verdict, exact };
}

export async function keepOtherFinds(
  context: Pick<WriteContext<unknown>, 'tx' | 'hand' | 'audit'>,
  lot: Lot,
  { corrects, reason, ...detail }: NewOtherFinds,
): Promise<void> {
  await keepOtherResult(context, lot, 'other-seeds', detail, corrects, reason);
}
