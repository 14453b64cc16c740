import type { RoundView } from '@mercato/contract/quick-tests/rounds';
import type { Transaction } from '../database/connect.ts';
import { cut, label, printLabels } from '../paper/labels.ts';
import { laboratoryOf } from '../register/lotFile.ts';

/** Labels for the bags of a round: number, what is in it and how it was treated, the day it began, the days of its kind. */
export async function renderBagLabels(tx: Transaction, round: RoundView, layout: unknown): Promise<Buffer> {
  const { paper } = await laboratoryOf(tx);
  return printLabels(
    round.bagsOf.map((bag) =>
      label(bag.code, [
        { text: cut(`${bag.number}  ${bag.kind}`, 17), fontSize: 10, bold: true },
        { text: cut([bag.variety, bag.harvestYear ?? ''].filter(Boolean).join(' ') || '—', 20), fontSize: 7 },
        {
          text: cut(bag.control ? 'fresh seed, control' : bag.treatment === 'other' ? bag.how : bag.treatment, 22),
          fontSize: 7,
        },
        {
          text: cut(
            `${bag.seeds} seeds, ${round.startedOn}${bag.method.lastDay === null ? '' : `, to day ${bag.method.lastDay}`}`,
            27,
          ),
          fontSize: 6.5,
        },
      ]),
    ),
    layout,
    paper,
  );
}
