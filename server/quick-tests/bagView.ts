import { and, eq } from 'drizzle-orm';
import type { BagBrief, BagView, LookView, NewLook } from '@mercato/contract/quick-tests/rounds';
import { causesFor } from '@mercato/core/quick-tests/badTest';
import { answeredBy, bagHeldBackBy, type TestFacts, whyAsked } from '@mercato/core/quick-tests/mayAdvise';
import { quickAnswer } from '@mercato/core/quick-tests/quickAnswer';
import { fisherExact } from '@mercato/core/statistics/fisherExact';
import { daysBetween } from '@mercato/core/units/days';
import type { Reader } from '../database/connect.ts';
import { fault } from '../http/fault.ts';
import { namesOf } from '../register/people.ts';
import { kindOf, vegetableStandard } from '../rule-books/editions.ts';
import { packetTest } from '../store/testTables.ts';
import { standingTests } from '../store/tests.ts';
import { endsOf, looksOf, standingEnd, stands, type StoredLook } from './looks.ts';
import { quickBag } from './tables.ts';
import { roundView } from './views.ts';

const CLEARLY = 0.05;

/**
 * @param endingOn  the day on which it is about to end; else what is known is of today, or of the day on which it ended
 */
export async function bagView(tx: Reader, id: string, now: Date, endingOn?: string): Promise<BagView> {
  const [bag] = await tx.select().from(quickBag).where(eq(quickBag.id, id));
  if (!bag) throw fault('not-found', 'quick-tests.no-such-bag');
  const round = await roundView(tx, bag.roundId, now);
  const brief = round.bagsOf.find((one) => one.id === id);
  if (!brief) throw fault('not-found', 'quick-tests.no-such-bag');
  const names = await namesOf(tx);
  const looks = (await looksOf(tx, [id])).get(id) ?? [];
  const ends = (await endsOf(tx, [id])).get(id) ?? [];
  const { bagsOf: others, today, ...roundIs } = round;
  const control = others.find(
    (one) => one.control && one.id !== id && one.species === brief.species && one.kind === brief.kind,
  );
  const [float] = await standingTests(tx, and(eq(packetTest.bagId, id), eq(packetTest.what, 'float')));
  const standard = await standardOf(tx, bag);
  const facts = (on: string) => factsOf(brief, looks, control, daysBetween(round.startedOn, on));
  const known = answeredBy(brief.method, facts(endingOn ?? brief.ended?.on ?? today));
  const asked = whyAsked(brief, known, fewerThanControl(brief, control), standard);
  const invalid = brief.ended !== null && ['invalid', 'unclear'].includes(brief.ended.verdict.verdict);
  const answers = standingEnd(ends)?.answers ?? null;
  return {
    ...brief,
    round: roundIs,
    today,
    looks: looks.map(({ row, strike, late }): LookView => ({
      ...row.look,
      id: row.id,
      on: row.on,
      sprouted: row.sprouted,
      by: names.get(row.by) ?? '',
      at: row.at.toISOString(),
      struck: strike ? { by: names.get(strike.by) ?? '', reason: strike.reason } : null,
      late,
    })),
    reopened: ends.flatMap(({ row, reopened }) =>
      reopened === null
        ? []
        : [
            {
              on: row.on,
              verdict: row.verdict,
              by: names.get(row.by) ?? '',
              reopened: {
                by: names.get(reopened.by) ?? '',
                at: reopened.at.toISOString(),
                reason: reopened.reason,
              },
            },
          ],
    ),
    float: float ? { seeds: float.seeds, sank: float.hits, minutes: float.minutes ?? 0, on: float.on } : null,
    asked,
    causes: asked === null ? [] : [...causesFor(brief.method, control !== undefined)],
    known,
    answer:
      invalid || brief.lastLook === null
        ? null
        : quickAnswer(
            { sprouted: brief.sprouted, seeds: brief.seeds, packetSeeds: bag.packetSeeds ?? undefined },
            standard,
            // What is advised is as old as the last look.
            bagHeldBackBy(brief.method, facts(brief.ended?.on ?? brief.lastLook), answers),
          ),
    beside: others
      .filter((one) => one.id !== id && (one === control || (one.packetId !== null && one.packetId === brief.packetId)))
      .map(({ id: other, number, treatment, how, control: isControl, seeds, sprouted }) => ({
        id: other,
        number,
        treatment,
        how,
        control: isControl,
        seeds,
        sprouted,
        p: fisherExact(brief.sprouted, brief.seeds, sprouted, seeds),
      })),
  };
}

/** What the standards of vegetables ask of its kind. */
async function standardOf(tx: Reader, bag: typeof quickBag.$inferSelect): Promise<number | undefined> {
  const kind = bag.species === '' ? undefined : await kindOf(tx, bag.species);
  return vegetableStandard(tx, [bag.kind, ...(kind?.commonNames ?? [])]);
}

/** Clearly fewer than fresh seed of the kind beside it. */
const fewerThanControl = (bag: BagBrief, control: BagBrief | undefined): boolean =>
  control !== undefined &&
  control.sprouted / control.seeds > bag.sprouted / bag.seeds &&
  fisherExact(bag.sprouted, bag.seeds, control.sprouted, control.seeds) < CLEARLY;

/** What was written down of a bag, up to a day. */
function factsOf(bag: BagBrief, looks: readonly StoredLook[], control: BagBrief | undefined, day: number): TestFacts {
  const seen = looks.filter(stands).map((one) => one.row.look as Pick<NewLook, 'water' | 'mould'>);
  return {
    day: Math.max(0, day),
    unsuited: bag.unsuited,
    driedOut: seen.some((one) => one.water === 'dry'),
    tooWet: seen.some((one) => one.water === 'wet'),
    mould: seen.some((one) => one.mould),
    control: control
      ? {
          sprouted: control.sprouted,
          seeds: control.seeds,
          over: control.time.state === 'over' || control.time.state === 'last-day' || control.ended !== null,
        }
      : null,
  };
}
