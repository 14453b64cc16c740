import type { RoundView } from '@mercato/contract/quick-tests/rounds';
import { shortDayOf, wholeDayOf } from '@mercato/contract/words/days';
import { addDays } from '@mercato/core/units/days';
import type { Reader } from '../database/connect.ts';
import { cut, label, printLabels } from '../paper/labels.ts';
import { laboratoryOf } from '../register/lotFile.ts';

/** "20 seeds, 10 Nov–24 Nov": its last day stands whole, with the year where it is another one; 30 characters at most. */
export function bagDays(seeds: number, startedOn: string, lastDay: number | null): string {
  if (lastDay === null) return `${seeds} seeds, ${wholeDayOf(startedOn)}`;
  const last = addDays(startedOn, lastDay);
  const to = last.slice(0, 4) === startedOn.slice(0, 4) ? shortDayOf(last) : wholeDayOf(last);
  return `${seeds} ${seeds === 1 ? 'seed' : 'seeds'}, ${shortDayOf(startedOn)}–${to}`;
}

/** Labels for the bags of a round: number, what is in it and how it was treated, the day it began, the days of its kind. */
export async function renderBagLabels(tx: Reader, round: RoundView, layout: unknown): Promise<Buffer> {
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
        { text: bagDays(bag.seeds, round.startedOn, bag.method.lastDay), fontSize: 6.5 },
      ]),
    ),
    layout,
    paper,
  );
}
