import { and, asc, desc, eq, inArray, sql } from 'drizzle-orm';
import type {
  BagBrief,
  BagView,
  LookView,
  NewLook,
  RoundBrief,
  RoundView,
  Treatment,
} from '@mercato/contract/quick-tests/rounds';
import { causesFor, type Cause, type CauseAnswer, type TestVerdict } from '@mercato/core/quick-tests/badTest';
import { bagTime } from '@mercato/core/quick-tests/method';
import { quickAnswer } from '@mercato/core/quick-tests/quickAnswer';
import { unsuited, type RoundPlace } from '@mercato/core/quick-tests/roundPlan';
import type { SmallTestMethod } from '@mercato/core/rule-books/findKind';
import { daysBetween } from '@mercato/core/units/days';
import { fisherExact } from '@mercato/core/statistics/fisherExact';
import type { Transaction } from '../database/connect.ts';
import type { Fate } from '@mercato/contract/hands/hands';
import { heldPlaces } from '../hands/hands.ts';
import { lateFate } from '../hands/tables.ts';
import { fault } from '../http/fault.ts';
import { todayIn } from '../http/day.ts';
import { laboratoryOf } from '../register/lotFile.ts';
import { namesOf } from '../register/people.ts';
import { kindOf, vegetableStandard } from '../rule-books/editions.ts';
import { packetsById } from '../store/forTests.ts';
import { packetTest } from '../store/tables.ts';
import { standingTests } from '../store/tests.ts';
import { bagEnd, bagLook, bagLookStrike, quickBag, quickRound } from './tables.ts';

type Round = typeof quickRound.$inferSelect;

/** Below this share the question "bad seed or bad test?" is asked. Common practice, no source. */
const FEW = 0.5;
const CLEARLY = 0.05;

/** The open bags of all rounds, each with its round. */
export async function openBags(
  tx: Transaction,
  now: Date,
): Promise<{ readonly today: string; readonly bags: { readonly round: RoundBrief; readonly bag: BagBrief }[] }> {
  const rounds = await tx
    .select()
    .from(quickRound)
    .where(
      sql`exists (select 1 from quick_bag b where b.round_id = ${quickRound.id}
          and not exists (select 1 from bag_end e where e.bag_id = b.id))`,
    )
    .orderBy(desc(quickRound.number))
    .limit(200);
  const bags = await bagsOf(tx, rounds, now);
  return {
    today: bags.today,
    bags: rounds.flatMap((row) => {
      const own = bags.get(row.id) ?? [];
      const round = roundBrief(row, own, bags.today);
      return own.filter((bag) => bag.ended === null).map((bag) => ({ round, bag }));
    }),
  };
}

/** @throws {Fault} 404 when there is no such round */
export async function roundById(tx: Transaction, id: string): Promise<Round> {
  const [row] = await tx.select().from(quickRound).where(eq(quickRound.id, id));
  if (!row) throw fault('not-found', 'There is no such round.');
  return row;
}

interface StoredLook {
  readonly row: typeof bagLook.$inferSelect;
  readonly strike: typeof bagLookStrike.$inferSelect | null;
  readonly late: LookView['late'];
}

/** Whether it speaks of its bag: it is not struck, and came in time or was taken. */
const stands = ({ strike, late }: StoredLook) => strike === null && (late === null || late === 'taken');

export async function looksOf(tx: Transaction, bagIds: readonly string[]): Promise<ReadonlyMap<string, StoredLook[]>> {
  const found = new Map<string, StoredLook[]>();
  if (bagIds.length === 0) return found;
  const rows = await tx
    .select({ row: bagLook, strike: bagLookStrike, fate: lateFate.fate })
    .from(bagLook)
    .leftJoin(bagLookStrike, eq(bagLookStrike.lookId, bagLook.id))
    .leftJoin(lateFate, eq(lateFate.eventId, bagLook.id))
    .where(inArray(bagLook.bagId, [...bagIds]))
    .orderBy(asc(bagLook.on), asc(bagLook.at), asc(bagLook.id));
  for (const { row, strike, fate } of rows) {
    const late = row.late ? ((fate as Fate | null) ?? 'waits') : null;
    found.set(row.bagId, [...(found.get(row.bagId) ?? []), { row, strike, late }]);
  }
  return found;
}

export const sproutedIn = (looks: readonly StoredLook[]) =>
  looks.reduce((sum, one) => sum + (stands(one) ? one.row.sprouted : 0), 0);

export async function listRounds(tx: Transaction, now: Date): Promise<RoundBrief[]> {
  const rounds = await tx.select().from(quickRound).orderBy(desc(quickRound.number)).limit(200);
  const bags = await bagsOf(tx, rounds, now);
  return rounds.map((row) => roundBrief(row, bags.get(row.id) ?? [], bags.today));
}

function roundBrief(row: Round, bags: readonly BagBrief[], today: string): RoundBrief {
  const open = bags.filter((one) => one.ended === null);
  const place = row.place as RoundPlace;
  return {
    id: row.id,
    number: row.number,
    name: row.name,
    startedOn: row.startedOn,
    warmthC: place.warmthC,
    light: place.light,
    bags: bags.length,
    open: open.length,
    toLookAt: open.filter((one) => one.lastLook !== today).length,
  };
}

type BagsByRound = Map<string, BagBrief[]> & { today: string };

async function bagsOf(tx: Transaction, rounds: readonly Round[], now: Date): Promise<BagsByRound> {
  const today = todayIn(now, (await laboratoryOf(tx)).zone);
  const byRound = Object.assign(new Map<string, BagBrief[]>(), { today });
  if (rounds.length === 0) return byRound;
  const bags = await tx
    .select()
    .from(quickBag)
    .where(
      inArray(
        quickBag.roundId,
        rounds.map((one) => one.id),
      ),
    )
    .orderBy(asc(quickBag.number));
  const ids = bags.map((one) => one.id);
  const looks = await looksOf(tx, ids);
  const ends = new Map(
    (ids.length === 0 ? [] : await tx.select().from(bagEnd).where(inArray(bagEnd.bagId, ids))).map((one) => [
      one.bagId,
      one,
    ]),
  );
  const heldOf = await heldPlaces(tx, 'bag', ids, await namesOf(tx));
  const packets = await packetsById(tx, [...new Set(bags.flatMap((one) => one.packetId ?? []))], false);
  for (const bag of bags) {
    const round = rounds.find((one) => one.id === bag.roundId);
    if (!round) continue;
    const own = looks.get(bag.id) ?? [];
    const standing = own.filter(stands);
    const end = ends.get(bag.id);
    const packet = bag.packetId === null ? undefined : packets.get(bag.packetId);
    const method = bag.method as SmallTestMethod;
    const sprouted = sproutedIn(own);
    const brief: BagBrief = {
      id: bag.id,
      number: bag.number,
      code: bag.code,
      packetId: bag.packetId,
      packetCode: packet?.code ?? null,
      kind: bag.kind,
      variety: packet?.variety ?? '',
      species: bag.species,
      harvestYear: packet?.harvestYear ?? null,
      seeds: bag.seeds,
      treatment: bag.treatment as Treatment,
      how: bag.how,
      control: bag.control,
      method,
      unsuited: unsuited(method, round.place as RoundPlace),
      sprouted,
      lastLook: standing.at(-1)?.row.on ?? null,
      time: bagTime(method, Math.max(0, daysBetween(round.startedOn, end?.on ?? today)), sprouted),
      ended: end ? { on: end.on, verdict: end.verdict as TestVerdict } : null,
      held: { ...heldOf(bag.id), taken: own.filter((one) => one.late === 'taken').length },
      late: own.filter((one) => one.late === 'waits' && one.strike === null).length,
    };
    byRound.set(round.id, [...(byRound.get(round.id) ?? []), brief]);
  }
  return byRound;
}

export async function roundView(tx: Transaction, id: string, now: Date): Promise<RoundView> {
  const row = await roundById(tx, id);
  const bags = await bagsOf(tx, [row], now);
  const bagsHere = bags.get(id) ?? [];
  return { ...roundBrief(row, bagsHere, bags.today), today: bags.today, bagsOf: bagsHere };
}

export async function bagView(tx: Transaction, id: string, now: Date): Promise<BagView> {
  const [bag] = await tx.select().from(quickBag).where(eq(quickBag.id, id));
  if (!bag) throw fault('not-found', 'There is no such bag.');
  const round = await roundView(tx, bag.roundId, now);
  const brief = round.bagsOf.find((one) => one.id === id);
  if (!brief) throw fault('not-found', 'There is no such bag.');
  const names = await namesOf(tx);
  const looks = (await looksOf(tx, [id])).get(id) ?? [];
  const { bagsOf: others, today, ...roundIs } = round;
  const control = others.find(
    (one) => one.control && one.id !== id && one.species === brief.species && one.kind === brief.kind,
  );
  const [float] = await standingTests(tx, and(eq(packetTest.bagId, id), eq(packetTest.what, 'float')));
  const few = fewWords(brief, control);
  const invalid = brief.ended !== null && ['invalid', 'unclear'].includes(brief.ended.verdict.verdict);
  return {
    ...brief,
    round: roundIs,
    today,
    looks: looks.map(({ row, strike, late }): LookView => ({
      ...(row.look as Omit<NewLook, 'on' | 'sprouted' | 'hand'>),
      id: row.id,
      on: row.on,
      sprouted: row.sprouted,
      by: names.get(row.by) ?? '',
      at: row.at.toISOString(),
      struck: strike ? { by: names.get(strike.by) ?? '', reason: strike.reason } : null,
      late,
    })),
    float: float ? { seeds: float.seeds, sank: float.hits, minutes: float.minutes ?? 0, on: float.on } : null,
    few,
    causes: few === null ? [] : [...causesFor(brief.method, control !== undefined)],
    known: knownAnswers(brief, control),
    answer:
      invalid || brief.lastLook === null
        ? null
        : quickAnswer(
            { sprouted: brief.sprouted, seeds: brief.seeds, packetSeeds: bag.packetSeeds ?? undefined },
            await standardOf(tx, bag),
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
async function standardOf(tx: Transaction, bag: typeof quickBag.$inferSelect): Promise<number | undefined> {
  const kind = bag.species === '' ? undefined : await kindOf(tx, bag.species);
  return vegetableStandard(tx, [bag.kind, ...(kind?.commonNames ?? [])]);
}

/** Few: fewer than half, or clearly fewer than fresh seed of the kind beside it. */
function fewWords(bag: BagBrief, control: BagBrief | undefined): string | null {
  if (bag.sprouted / bag.seeds < FEW) return `fewer than half sprouted: ${bag.sprouted} of ${bag.seeds}`;
  if (!control || control.sprouted / control.seeds <= bag.sprouted / bag.seeds) return null;
  return fisherExact(bag.sprouted, bag.seeds, control.sprouted, control.seeds) < CLEARLY
    ? `clearly fewer than the fresh seed beside it: ${bag.sprouted} of ${bag.seeds} against ${control.sprouted} of ${control.seeds}`
    : null;
}

/** What need not be asked: whether the kind's last day is over, and what the control did. */
function knownAnswers(bag: BagBrief, control: BagBrief | undefined): Partial<Record<Cause, CauseAnswer>> {
  const { lastDay } = bag.method;
  return {
    ...(lastDay === null ? {} : { 'too-early': bag.time.day < lastDay ? ('yes' as const) : ('no' as const) }),
    ...(control === undefined
      ? {}
      : control.sprouted / control.seeds >= FEW
        ? { 'control-failed': 'no' as const }
        : control.time.state === 'over' || control.time.state === 'last day' || control.ended !== null
          ? { 'control-failed': 'yes' as const }
          : {}),
  };
}
