import type { StepLine } from '@mercato/contract/lot-sheet/standing';
import type { WeightTest, WeightView } from '@mercato/contract/weight/weight';
import type { Edition } from '@mercato/core/rule-books/edition';
import { Exact } from '@mercato/core/units/mass';
import {
  knowsWeight,
  plausible,
  replicatesLeft,
  weighFraction,
  weighReplicates,
  type WeightResult,
  weightRules,
} from '@mercato/core/weight/thousandSeedWeight';
import type { Reader } from '../database/connect.ts';
import { allObservations } from '../database/observations.ts';
import { type LotFile, testsIn, waitingIn } from '../register/lotFile.ts';
import { covers, fieldViews, handsOf, notSetAside, withoutTest } from '../register/tests.ts';
import { vesselView } from '../register/vessels.ts';
import { kindOf } from '../rule-books/editions.ts';
import { shippedBooks } from '../rule-books/shipped.ts';
import { weightObservation } from './tables.ts';

/** An edition of before the rows on weight says nothing of it: those of the shipped one are named instead. */
const speaking = (edition: Edition): Edition => (knowsWeight(edition) ? edition : shippedBooks()[edition.book]);
export const rulesOf = (edition: Edition, chaffy: boolean) => weightRules(speaking(edition), chaffy);

/** The number of a replicate's field: 3 of `replicate.3`; null of any other. */
export const replicateOf = (field: string): number | null =>
  field.startsWith('replicate.') ? Number(field.slice('replicate.'.length)) : null;

/** What a test comes to, from the figures that stand, and how many replicates are still asked for. */
export function weightOf(
  edition: Edition,
  chaffy: boolean,
  text: (field: string) => string | undefined,
  replicates: number,
): { readonly result: WeightResult | null; readonly left: number } {
  const rules = rulesOf(edition, chaffy);
  const [mass, seeds] = [text('wholeMass'), text('wholeSeeds')];
  if (mass !== undefined && seeds !== undefined)
    return { result: weighFraction(speaking(edition), new Exact(mass), Number(seeds)), left: 0 };
  const massesG = Array.from({ length: replicates }, (_, i) => new Exact(text(`replicate.${i + 1}`) ?? 0));
  return { result: weighReplicates(speaking(edition), rules, massesG), left: replicatesLeft(massesG, rules) };
}

export async function readWeight(tx: Reader, file: LotFile): Promise<WeightView> {
  const tests = testsIn(file, 'weight');
  const all = await allObservations(
    tx,
    weightObservation,
    tests.map(({ test }) => test.id),
  );
  const usual = (await kindOf(tx, file.lot.species))?.thousandSeedWeightG ?? null;
  const { replicates, seeds, limit } = rulesOf(file.edition, file.brief.chaffy);
  return {
    lot: file.brief,
    asks: { replicates, seeds, cvPercent: limit.value },
    usual,
    waiting: waitingIn(file, 'weight').map((one) => vesselView(one, file.names)),
    tests: tests.map(({ frame, edition }): WeightTest => {
      const fields = fieldViews(
        all.filter((one) => one.subject === frame.id),
        file.names,
      );
      const weighed = Object.keys(fields).filter((one) => replicateOf(one) !== null).length;
      const found = weightOf(edition, file.brief.chaffy, (field) => fields[field]?.text, weighed);
      return {
        ...frame,
        fields,
        ...found,
        plausible: found.result && plausible(found.result.thousandSeedG, usual),
      };
    }),
  };
}

/** The test whose result is reported: the last that nobody set aside. */
export const reportedWeight = (view: WeightView): WeightTest | undefined => notSetAside(view.tests).at(-1);

/** The weight line of the lot sheet. */
export function weightLine(view: WeightView, sampled: boolean): StepLine<'weight'> {
  const base = { step: 'weight', by: null, at: null, blocks: [] } as const;
  const test = reportedWeight(view);
  if (!test)
    return {
      ...base,
      ...withoutTest(view.waiting, sampled),
    };
  const hand = handsOf(Object.values(test.fields), { by: test.createdBy, at: test.createdAt });
  const { result, left } = test;
  const weighed = Object.keys(test.fields).filter((one) => replicateOf(one) !== null).length;
  if (!result)
    return {
      ...base,
      ...hand,
      mark: 'next',
      stands: weighed === 0 ? { is: 'to-weigh' } : { is: 'weighing', weighed, left },
    };
  const { verdict, cvPercent } = result;
  const outside = verdict.outcome === 'outside';
  const accepted = outside && covers(test.decision, hand.at);
  return {
    ...base,
    ...hand,
    mark: verdict.outcome,
    stands: {
      is: 'weighed',
      thousandSeedG: result.reportedG,
      cv: cvPercent,
      limit: verdict.limit,
      dropped: result.replicates.filter((one) => one.dropped).length,
      usual: test.plausible?.is ?? 'unknown',
      then: accepted ? 'accepted' : 'report',
    },
    blocks: outside && !accepted ? [{ is: 'replicates-apart', cv: cvPercent ?? 0, limit: verdict.limit }] : [],
  };
}
