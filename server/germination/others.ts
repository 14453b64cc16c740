import type { NewOtherGermination, OtherGermination, OtherGerminations } from '@mercato/contract/germination/elsewhere';
import type { GerminationView } from '@mercato/contract/germination/germination';
import { judgeSecondLaboratory, judgeSpecification } from '@mercato/core/germination/elsewhere';
import { judgeClaim } from '@mercato/core/germination/judgeClaim';
import type { Edition } from '@mercato/core/rule-books/edition';
import type { Verdict } from '@mercato/core/verdict/verdict';
import type { Reader } from '../database/connect.ts';
import type { WriteContext } from '../http/context.ts';
import type { LotFile } from '../register/lotFile.ts';
import type { Lot } from '../register/lots.ts';
import { keepOtherResult, otherResultsOf } from '../register/otherResults.ts';
import { acceptedTest, readGermination, usedTests } from './result.ts';

/** Figures from elsewhere beside what is reported here, each judged as its question asks. */
export async function readOthers(tx: Reader, file: LotFile): Promise<OtherGerminations> {
  const view = await readGermination(tx, file);
  return {
    others: (await otherResultsOf<OtherGermination>(tx, file, 'germination')).map((one) => ({
      ...one.detail,
      number: one.number,
      by: one.by,
      at: one.at,
      earlier: one.earlier.map(({ detail, ...rest }) => ({ ...detail, ...rest })),
      verdict: judged(file.edition, view, one.detail),
    })),
  };
}

/** Label tolerances are for so many seeds. */
const LABELLED = [400, 200] as const;

function judged(edition: Edition, view: GerminationView, { way, percent }: OtherGermination): Verdict | null {
  const counts = view.combined.reported ?? acceptedTest(view)?.result.rounded?.rounded;
  if (!counts) return null;
  const tests = usedTests(view);
  const seeds = tests.reduce((sum, one) => sum + one.result.seeds, 0);
  switch (way) {
    case 'second-laboratory':
      return judgeSecondLaboratory(edition, percent, counts.normal);
    case 'specification':
      return judgeSpecification(
        percent,
        tests.reduce((sum, one) => sum + one.result.counts.normal, 0),
        seeds,
      );
    case 'label': {
      const size = LABELLED.find((one) => seeds >= one);
      return edition.labelTolerances.length > 0 && size !== undefined
        ? judgeClaim(edition, percent, counts.normal, size)
        : null;
    }
  }
}

export const keepOther = (
  context: Pick<WriteContext<unknown>, 'tx' | 'hand' | 'audit'>,
  lot: Lot,
  { corrects, reason, ...detail }: NewOtherGermination,
): Promise<void> => keepOtherResult(context, lot, 'germination', detail, corrects, reason);
