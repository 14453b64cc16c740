import { asc, desc, eq, inArray, sql } from 'drizzle-orm';
import type { BagBrief, RoundBrief, RoundView, Treatment } from '@mercato/contract/quick-tests/rounds';
import type { TriedBag } from '@mercato/contract/quick-tests/tried';
import { bagTime } from '@mercato/core/quick-tests/method';
import { unsuited } from '@mercato/core/quick-tests/roundPlan';
import { fisherExact } from '@mercato/core/statistics/fisherExact';
import { daysBetween } from '@mercato/core/units/days';
import type { Reader } from '../database/connect.ts';
import { heldPlaces } from '../hands/hands.ts';
import { todayIn } from '../http/day.ts';
import { fault } from '../http/fault.ts';
import { laboratoryOf } from '../register/lotFile.ts';
import { namesOf } from '../register/people.ts';
import { packetsById } from '../store/forTests.ts';
import { endsOf, looksOf, sproutedIn, standingEnd, stands } from './looks.ts';
import { quickBag, quickRound } from './tables.ts';

type Round = typeof quickRound.$inferSelect;

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
  if (!row) throw fault('not-found', 'quick-tests.no-such-round');
  return row;
}

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

export async function bagsOf(tx: Reader, rounds: readonly Round[], now: Date): Promise<BagsByRound> {
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
