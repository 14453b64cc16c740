import type { NextList, NextLine } from '@mercato/contract/storage/next';
import { ownCurve, ownWords } from '@mercato/core/storage/ownRecord';
import { NEXTS, whatNext, type StoredSeed } from '@mercato/core/storage/whatNext';
import type { Transaction } from '../database/connect.ts';
import { todayIn } from '../http/day.ts';
import { laboratoryOf } from '../register/lotFile.ts';
import { packetsInStore } from '../store/packets.ts';
import { harvestDay, ownRecord, seriesKey } from './record.ts';

const DAY_MS = 86_400_000;
const YEAR_MS = 365.25 * DAY_MS;

/** Every packet of the store with what to do next, the most pressing first. */
export async function nextList(tx: Transaction, now: Date): Promise<NextList> {
  const today = todayIn(now, (await laboratoryOf(tx)).zone);
  const yearsSince = (day: string) => Math.max(0, (Date.parse(today) - Date.parse(day)) / YEAR_MS);
  const curves = new Map(
    (await ownRecord(tx, now)).series.flatMap((one) => {
      const found = ownCurve(one.tests);
      return 'curve' in found ? [[one.key, ownWords(found)] as const] : [];
    }),
  );
  const lines = (await packetsInStore(tx)).map(({ brief, header, kind }): NextLine => {
    const { lastTest, left } = brief;
    const ageYears = yearsSince(harvestDay(header));
    const words = curves.get(seriesKey(brief.kind, brief.species, brief.place[0] ?? ''));
    const seed: StoredSeed = {
      ageYears,
      own: words?.((ageYears * YEAR_MS) / DAY_MS) ?? null,
      longevity: kind?.keeping?.longevity ?? null,
      seedsLeft: left.by === 'count' ? Number(left.figure) : (left.aboutSeeds?.low ?? null),
      test:
        lastTest && lastTest.verdict !== 'invalid' && lastTest.verdict !== 'unclear'
          ? { ...lastTest, verdict: lastTest.verdict, yearsAgo: yearsSince(lastTest.on) }
          : null,
      mayBeExchanged: header.terms !== 'for its own site',
      desiccation: kind?.keeping?.desiccation ?? 'unknown',
    };
    const { next, reasons } = whatNext(seed);
    return { packet: brief, next, reasons: [...reasons] };
  });
  const rank = (line: NextLine) => NEXTS.indexOf(line.next);
  return { today, lines: lines.sort((a, b) => rank(a) - rank(b)) };
}
