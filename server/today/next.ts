import type { NextLine, NextList } from '@mercato/contract/today/next';
import { ownCurve, ownWords } from '@mercato/core/storage/ownRecord';
import { NEXTS, type StoredSeed, whatNext } from '@mercato/core/storage/whatNext';
import { plantsToKeep } from '@mercato/core/store/plantsToKeep';
import { daysBetween } from '@mercato/core/units/days';
import type { Reader } from '../database/connect.ts';
import { todayIn } from '../http/day.ts';
import { packetsInBags, unsettledBags } from '../quick-tests/result.ts';
import { laboratoryOf } from '../register/lotFile.ts';
import { listPlans } from '../sowing/result.ts';
import { harvestDay, ownRecord, seriesKey } from '../storage/result.ts';
import { packetsInStore } from '../store/packetPages.ts';
import { packetsTried } from '../store/tests.ts';

const DAY_MS = 86_400_000;
const YEAR_MS = 365.25 * DAY_MS;

/** Every packet of the store with what to do next, the most pressing first. */
export async function nextList(tx: Reader, now: Date): Promise<NextList> {
  const today = todayIn(now, (await laboratoryOf(tx)).zone);
  const yearsSince = (day: string) => Math.max(0, (Date.parse(today) - Date.parse(day)) / YEAR_MS);
  const curves = new Map(
    (await ownRecord(tx, now)).series.flatMap((one) => {
      const found = ownCurve(one.tests);
      return 'curve' in found ? [[one.key, ownWords(found)] as const] : [];
    }),
  );
  const unsettled = await unsettledBags(tx, now);
  const [inBags, tried] = [await packetsInBags(tx), await packetsTried(tx)];
  const sowings = new Map<string, StoredSeed['sowing']>();
  for (const plan of (await listPlans(tx, now)).plans)
    if (plan.packet && plan.next !== null) {
      const first = plan.calendar.sowings.find((day) => day >= today) ?? plan.from;
      sowings.set(plan.packet.id, { inDays: daysBetween(today, first), oneChance: plan.oneChance });
    }
  const lines = (await packetsInStore(tx)).map(({ brief, header, kind }) => {
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
      unsettled: unsettled.get(brief.id) ?? null,
      tried: inBags.has(brief.id) || tried.has(brief.id),
      plantsToKeep: plantsToKeep(brief.species, header.breeding),
      // What the trade sells can be had again; of all else nobody knows.
      replaceable: header.source === 'trade' ? true : null,
      sowing: sowings.get(brief.id) ?? null,
      mayBeExchanged: header.terms !== 'for its own site',
      desiccation: kind?.keeping?.desiccation ?? 'unknown',
    };
    const { urgency, next, reasons, offers } = whatNext(seed);
    return { urgency, line: { packet: brief, next, reasons: [...reasons], offers: [...offers] } satisfies NextLine };
  });
  const rank = ({ line }: (typeof lines)[number]) => NEXTS.indexOf(line.next);
  return {
    today,
    lines: lines.sort((a, b) => rank(a) - rank(b) || b.urgency - a.urgency).map((one) => one.line),
  };
}
