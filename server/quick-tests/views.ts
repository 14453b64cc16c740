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
import type { TriedBag } from '@mercato/contract/quick-tests/tried';
import { causesFor } from '@mercato/core/quick-tests/badTest';
import { answeredBy, bagHeldBackBy, whyAsked, type TestFacts } from '@mercato/core/quick-tests/mayAdvise';
import { bagTime } from '@mercato/core/quick-tests/method';
import { quickAnswer } from '@mercato/core/quick-tests/quickAnswer';
import { unsuited } from '@mercato/core/quick-tests/roundPlan';
import { daysBetween } from '@mercato/core/units/days';
import { fisherExact } from '@mercato/core/statistics/fisherExact';
import type { Reader } from '../database/connect.ts';
import { heldPlaces } from '../hands/hands.ts';
import { lateFate } from '../hands/tables.ts';
import { fault } from '../http/fault.ts';
import { todayIn } from '../http/day.ts';
import { laboratoryOf } from '../register/lotFile.ts';
import { namesOf } from '../register/people.ts';
import { kindOf, vegetableStandard } from '../rule-books/editions.ts';
import { packetsById } from '../store/forTests.ts';
import { packetTest } from '../store/testTables.ts';
import { standingTests } from '../store/tests.ts';
import { bagEnd, bagLook, bagLookStrike, bagReopen, quickBag, quickRound } from './tables.ts';

type Round = typeof quickRound.$inferSelect;

const CLEARLY = 0.05;

/** The open bags of all rounds, each with its round. */
export async function openBags(
  tx: Reader,
  now: Date,
): Promise<{ readonly today: string; readonly bags: { readonly round: RoundBrief; readonly bag: BagBrief }[] }> {
  const rounds = await tx
    .select()
    .from(quickRound)
    .where(
      sql`exists (select 1 from quick_bag b where b.round_id = ${quickRound.id}
          and not exists (select 1 from bag_end e where e.bag_id = b.id
            and not exists (select 1 from bag_reopen r where r.bag_id = e.bag_id and r.number = e.number)))`,
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
export async function roundById(tx: Reader, id: string): Promise<Round> {
  const [row] = await tx.select().from(quickRound).where(eq(quickRound.id, id));
  if (!row) throw fault('not-found', { is: 'quick-tests.no-such-round' });
  return row;
}

interface StoredLook {
  readonly row: typeof bagLook.$inferSelect;
  readonly strike: typeof bagLookStrike.$inferSelect | null;
  readonly late: LookView['late'];
}

/** Whether it speaks of its bag: it is not struck, and came in time or was taken. */
const stands = ({ strike, late }: StoredLook) => strike === null && (late === null || late === 'taken');

export async function looksOf(tx: Reader, bagIds: readonly string[]): Promise<ReadonlyMap<string, StoredLook[]>> {
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
    const late = row.late ? (fate ?? 'waits') : null;
    found.set(row.bagId, [...(found.get(row.bagId) ?? []), { row, strike, late }]);
  }
  return found;
}

export const sproutedIn = (looks: readonly StoredLook[]) =>
  looks.reduce((sum, one) => sum + (stands(one) ? one.row.sprouted : 0), 0);

interface StoredEnd {
  readonly row: typeof bagEnd.$inferSelect;
  readonly reopened: typeof bagReopen.$inferSelect | null;
}

/** The ends of bags, the oldest first; all but the last were opened again. */
export async function endsOf(tx: Reader, bagIds: readonly string[]): Promise<ReadonlyMap<string, StoredEnd[]>> {
  const found = new Map<string, StoredEnd[]>();
  if (bagIds.length === 0) return found;
  const rows = await tx
    .select({ row: bagEnd, reopened: bagReopen })
    .from(bagEnd)
    .leftJoin(bagReopen, and(eq(bagReopen.bagId, bagEnd.bagId), eq(bagReopen.number, bagEnd.number)))
    .where(inArray(bagEnd.bagId, [...bagIds]))
    .orderBy(asc(bagEnd.bagId), asc(bagEnd.number));
  for (const one of rows) found.set(one.row.bagId, [...(found.get(one.row.bagId) ?? []), one]);
  return found;
}

/** The end that stands; undefined while the bag is open. */
export const standingEnd = (ends: readonly StoredEnd[] | undefined) => ends?.find((one) => one.reopened === null)?.row;

export async function listRounds(tx: Reader, now: Date): Promise<RoundBrief[]> {
  const rounds = await tx.select().from(quickRound).orderBy(desc(quickRound.number)).limit(200);
  const bags = await bagsOf(tx, rounds, now);
  return rounds.map((row) => roundBrief(row, bags.get(row.id) ?? [], bags.today));
}

function roundBrief(row: Round, bags: readonly BagBrief[], today: string): RoundBrief {
  const open = bags.filter((one) => one.ended === null);
  const place = row.place;
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

async function bagsOf(tx: Reader, rounds: readonly Round[], now: Date): Promise<BagsByRound> {
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
  const ends = await endsOf(tx, ids);
  const heldOf = await heldPlaces(tx, 'bag', ids, await namesOf(tx));
  const packets = await packetsById(tx, [...new Set(bags.flatMap((one) => one.packetId ?? []))]);
  for (const bag of bags) {
    const round = rounds.find((one) => one.id === bag.roundId);
    if (!round) continue;
    const own = looks.get(bag.id) ?? [];
    const standing = own.filter(stands);
    const end = standingEnd(ends.get(bag.id));
    const packet = bag.packetId === null ? undefined : packets.get(bag.packetId);
    const method = bag.method;
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
      unsuited: unsuited(method, round.place),
      sprouted,
      lastLook: standing.at(-1)?.row.on ?? null,
      time: bagTime(method, Math.max(0, daysBetween(round.startedOn, end?.on ?? today)), sprouted),
      ended: end ? { on: end.on, verdict: end.verdict } : null,
      held: { ...heldOf(bag.id), taken: own.filter((one) => one.late === 'taken').length },
      late: own.filter((one) => one.late === 'waits' && one.strike === null).length,
    };
    byRound.set(round.id, [...(byRound.get(round.id) ?? []), brief]);
  }
  return byRound;
}

export async function roundView(tx: Reader, id: string, now: Date): Promise<RoundView> {
  const row = await roundById(tx, id);
  const bags = await bagsOf(tx, [row], now);
  const bagsHere = bags.get(id) ?? [];
  return { ...roundBrief(row, bagsHere, bags.today), today: bags.today, bagsOf: bagsHere };
}

/**
 * @param endingOn  the day on which it is about to end; else what is known is of today, or of the day on which it ended
 */
export async function bagView(tx: Reader, id: string, now: Date, endingOn?: string): Promise<BagView> {
  const [bag] = await tx.select().from(quickBag).where(eq(quickBag.id, id));
  if (!bag) throw fault('not-found', { is: 'quick-tests.no-such-bag' });
  const round = await roundView(tx, bag.roundId, now);
  const brief = round.bagsOf.find((one) => one.id === id);
  if (!brief) throw fault('not-found', { is: 'quick-tests.no-such-bag' });
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

/** Every bag of a packet, in the order in which they were laid out, the newest first. */
export async function triedBags(tx: Reader, packetId: string, now: Date): Promise<TriedBag[]> {
  const rounds = await tx
    .select()
    .from(quickRound)
    .where(
      inArray(quickRound.id, tx.select({ id: quickBag.roundId }).from(quickBag).where(eq(quickBag.packetId, packetId))),
    )
    .orderBy(desc(quickRound.number));
  const bags = await bagsOf(tx, rounds, now);
  return rounds.flatMap(({ id, number, startedOn }) => {
    const own = (bags.get(id) ?? []).filter((one) => one.packetId === packetId);
    const plain = own.find((one) => one.treatment === 'untreated');
    return own.map((one): TriedBag => ({
      id: one.id,
      number: one.number,
      round: { id, number, startedOn },
      treatment: one.treatment,
      how: one.how,
      seeds: one.seeds,
      sprouted: one.sprouted,
      time: one.time,
      ended: one.ended && {
        on: one.ended.on,
        verdict: one.ended.verdict.verdict,
        reasons: one.ended.verdict.reasons,
      },
      untreated:
        plain === undefined || one.treatment === 'untreated'
          ? null
          : {
              sprouted: plain.sprouted,
              seeds: plain.seeds,
              p: fisherExact(one.sprouted, one.seeds, plain.sprouted, plain.seeds),
            },
    }));
  });
}

/** The last untreated bag of each packet that is still open, or that said nothing of its seed. */
export async function unsettledBags(tx: Reader, now: Date): Promise<ReadonlyMap<string, UnsettledBag>> {
  const { rows } = await tx.execute<{ packet_id: string; on: string; number: number; sprouted: number; seeds: number }>(
    sql`select distinct on (b.packet_id) b.packet_id, e.on::text as "on", r.number, b.seeds,
          (select coalesce(sum(l.sprouted), 0)::int from bag_look l
             left join bag_look_strike s on s.look_id = l.id left join late_fate f on f.event_id = l.id
            where l.bag_id = b.id and s.look_id is null and (not l.late or f.fate = 'taken')) as sprouted
        from quick_bag b
        join quick_round r on r.id = b.round_id
        join bag_end e on e.bag_id = b.id and not exists
          (select 1 from bag_reopen o where o.bag_id = e.bag_id and o.number = e.number)
        where b.packet_id is not null and b.treatment = 'untreated'
          and e.verdict ->> 'verdict' in ('invalid', 'unclear')
        order by b.packet_id, e.on desc, r.number desc`,
  );
  const found = new Map<string, UnsettledBag>(
    rows.map((one) => [one.packet_id, { state: 'said-nothing', on: one.on, sprouted: one.sprouted, seeds: one.seeds }]),
  );
  for (const { round, bag } of (await openBags(tx, now)).bags)
    if (bag.packetId !== null && bag.treatment === 'untreated')
      found.set(bag.packetId, {
        state: 'running',
        on: round.startedOn,
        sprouted: bag.sprouted,
        seeds: bag.seeds,
      });
  return found;
}

/** Packets of which seed lay in a bag, treated or not. */
export async function packetsInBags(tx: Reader): Promise<ReadonlySet<string>> {
  const rows = await tx.selectDistinct({ id: quickBag.packetId }).from(quickBag);
  return new Set(rows.flatMap((one) => one.id ?? []));
}

/** A bag that says nothing of its packet yet, or never will; on: when it began, or when it ended. */
export interface UnsettledBag {
  readonly state: 'running' | 'said-nothing';
  readonly on: string;
  readonly sprouted: number;
  readonly seeds: number;
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
