import { sowingNextWords, sproutedWords } from '@mercato/contract/sowing/words';
import { shortDayOf, wholeDayOf } from '@mercato/contract/words/days';
import type { Reader } from '../database/connect.ts';
import { printListing } from '../paper/listing.ts';
import { laboratoryOf } from '../register/lotFile.ts';
import { listPlans } from './plans.ts';

/** The sowing plan on paper: every sowing in the order of what is to be done next. */
export async function renderSowingPlan(tx: Reader, now: Date): Promise<Buffer> {
  const { name, paper } = await laboratoryOf(tx);
  const { today, plans } = await listPlans(tx, now);
  return printListing(
    'Sowing plan',
    `${name}, ${wholeDayOf(today)}`,
    [
      { head: 'what', width: '*' },
      { head: 'sow on', width: 110 },
      { head: 'start its test by', width: 90 },
      { head: 'last test', width: 80 },
      { head: 'next', width: 120 },
    ],
    plans.map((one) => [
      [one.packet?.name ?? one.kind, one.note].filter(Boolean).join(': '),
      one.calendar.sowings.map((day) => shortDayOf(day)).join(', ') ||
        `${shortDayOf(one.from)} to ${shortDayOf(one.to)}`,
      `${wholeDayOf(one.calendar.testBySafe)}, at the latest ${shortDayOf(one.calendar.testBy)}`,
      one.tested ? `${sproutedWords(one.tested)}, ${wholeDayOf(one.tested.on)}` : '–',
      one.next ? `${sowingNextWords(one.next, one.kind)}, by ${wholeDayOf(one.next.by)}` : 'its season is over',
    ]),
    paper,
  );
}
