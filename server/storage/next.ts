import type { NextList, NextLine } from '@mercato/contract/storage/next';
import { NEXTS, whatNext, type StoredSeed } from '@mercato/core/storage/whatNext';
import type { Transaction } from '../database/connect.ts';
import { todayIn } from '../http/session.ts';
import { laboratoryOf } from '../register/lotFile.ts';
import { packetsInStore } from '../store/packets.ts';

const YEAR_MS = 365.25 * 86_400_000;

/** Every packet of the store with what to do next, the most pressing first. */
export async function nextList(tx: Transaction, now: Date): Promise<NextList> {
  const today = todayIn(now, (await laboratoryOf(tx)).zone);
  const yearsSince = (day: string) => Math.max(0, (Date.parse(today) - Date.parse(day)) / YEAR_MS);
  const lines = (await packetsInStore(tx)).map(({ brief, header, kind }): NextLine => {
    const { lastTest, left } = brief;
    const seed: StoredSeed = {
      // A harvest of which the month is not known was in the autumn, as most are.
      ageYears: yearsSince(`${header.harvestYear}-${String(header.harvestMonth ?? 9).padStart(2, '0')}-01`),
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
