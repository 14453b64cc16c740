import type { NewOtherPurity, OtherPurities, OtherPurity } from '@mercato/contract/purity/purity';
import { judgePurityClaim, judgeSecondSample } from '@mercato/core/purity/tolerances';
import { COMPONENTS } from '@mercato/core/units/components';
import type { Reader } from '../database/connect.ts';
import type { WriteContext } from '../http/context.ts';
import { fault, type FieldRefusal } from '../http/fault.ts';
import type { LotFile } from '../register/lotFile.ts';
import type { Lot } from '../register/lots.ts';
import { keepOtherResult, otherResultsOf } from '../register/otherResults.ts';
import { editionById } from '../rule-books/editions.ts';
import { readPurity } from './result.ts';

/** Results from elsewhere beside what is reported here, each judged by the table that its question asks for. */
export async function readOthers(tx: Reader, file: LotFile): Promise<OtherPurities> {
  const view = await readPurity(tx, file);
  const own = view.result?.shares?.shares ?? [];
  const { chaffy } = view.tests.at(-1) ?? file.brief;
  const { edition } = file;
  return {
    others: (await otherResultsOf<OtherPurity>(tx, file, 'purity')).map((one) => ({
      ...one.detail,
      number: one.number,
      by: one.by,
      at: one.at,
      earlier: one.earlier.map(({ detail, ...rest }) => ({ ...detail, ...rest })),
      verdicts: own.flatMap(({ component, percent }) => {
        const text = one.detail.percents[component];
        if (text === undefined) return [];
        const theirs = Number(text);
        const verdict =
          one.detail.way === 'label'
            ? judgePurityClaim(edition, component, theirs, percent, chaffy)
            : judgeSecondSample(edition, component, theirs, percent, one.detail.way, chaffy);
        return [{ component, verdict }];
      }),
    })),
  };
}

export async function keepOther(
  context: Pick<WriteContext<unknown>, 'tx' | 'hand' | 'audit'>,
  lot: Lot,
  { corrects, reason, ...detail }: NewOtherPurity,
): Promise<void> {
  const { book, name } = await editionById(context.tx, lot.editionId);
  const own: readonly string[] = COMPONENTS[book];
  const strange = Object.keys(detail.percents).filter((one) => !own.includes(one));
  if (strange.length > 0)
    throw fault(
      'invalid',
      { is: 'purity.no-such-component-2', name },
      strange.map((one): FieldRefusal => ({
        path: `percents.${one}`,
        message: { is: 'purity.no-such-component', name },
      })),
    );
  await keepOtherResult(context, lot, 'purity', detail, corrects, reason);
}
