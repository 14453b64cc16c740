import { sql } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import type { NewRound } from '@mercato/contract/quick-tests/rounds';
import type { RoundPlace } from '@mercato/core/quick-tests/roundPlan';
import type { SmallTestMethod } from '@mercato/core/rule-books/findKind';
import { Exact } from '@mercato/core/units/mass';
import { todayIn } from '../http/day.ts';
import { fault } from '../http/fault.ts';
import { freeCodes } from '../register/codes.ts';
import { laboratoryOf } from '../register/lotFile.ts';
import { kindOf, kindsNamed } from '../rule-books/editions.ts';
import { lockedPackets, type StoredPacket, takeForTest } from '../store/forTests.ts';
import type { Bag, Write } from './rounds.ts';
import { quickBag, quickRound } from './tables.ts';

/** Any fixed number: whoever gives the next round its number holds this lock. */
const ROUND_LOCK = 431_018_280;
const UNKNOWN_METHOD: SmallTestMethod = { temperatureC: null, light: null, firstDay: null, lastDay: null };

/**
 * Starts a round: each bag gets its method by kind and a code; what is taken out of the packets stands in their books.
 * @throws {Fault} 422 when a packet holds fewer seeds than are asked of it, or is none
 */
export async function startRound(context: Write, body: NewRound): Promise<string> {
  const { tx, hand, audit, now } = context;
  const today = todayIn(now, (await laboratoryOf(tx)).zone);
  if (body.startedOn > today) throw fault('invalid', 'quick-tests.lies-future-start-day', 'startedOn');
  await tx.execute(sql`select pg_advisory_xact_lock(${ROUND_LOCK})`);
  const [last] = await tx.select({ n: sql<number>`coalesce(max(${quickRound.number}), 0)` }).from(quickRound);
  const round = { id: uuid(), number: (last?.n ?? 0) + 1 };
  await tx.insert(quickRound).values({
    ...round,
    name: body.name,
    startedOn: body.startedOn,
    place: { warmthC: body.warmthC, light: body.light } satisfies RoundPlace,
    by: hand.personId,
    at: hand.at,
  });
  const packets = await lockedPackets(tx, [...new Set(body.bags.flatMap((one) => one.packetId ?? []))]);
  const codes = await freeCodes(tx, body.bags.length);
  const kinds = await kindsNamed(tx, [...new Set([...packets.values()].map((one) => one.species).filter(Boolean))]);
  const rows: Bag[] = [];
  for (const [i, one] of body.bags.entries()) {
    const packet = one.packetId === null ? null : packets.get(one.packetId);
    if (packet === undefined) throw fault('invalid', 'store.no-such-packet', `bags.${i}.packetId`);
    const species = packet?.species ?? one.species ?? '';
    const kind = species === '' ? undefined : (kinds.get(species) ?? (await kindOf(tx, species)));
    rows.push({
      id: uuid(),
      roundId: round.id,
      number: i + 1,
      code: codes[i] ?? '',
      packetId: packet?.id ?? null,
      kind: packet?.kind ?? one.kind ?? '',
      species,
      seeds: one.seeds,
      packetSeeds: packet ? countedFor(packet, body, i) : null,
      treatment: one.treatment,
      how: one.how ?? '',
      control: one.control,
      method: kind?.smallTest ?? UNKNOWN_METHOD,
    });
  }
  // Every fault is found before anything is taken out; the first bag that asks too much is named.
  const asked = new Map<string, number>();
  for (const [i, row] of rows.entries()) {
    const packet = row.packetId === null ? undefined : packets.get(row.packetId);
    if (!packet) continue;
    const all = (asked.get(packet.id) ?? 0) + row.seeds;
    asked.set(packet.id, all);
    if (packet.measure === 'count' && new Exact(packet.left).lt(all))
      throw fault('invalid', { is: 'quick-tests.more-than-packet-holds', left: packet.left, all }, `bags.${i}.seeds`);
  }
  await tx.insert(quickBag).values(rows);
  for (const [packetId, seeds] of asked) {
    const packet = packets.get(packetId);
    if (packet)
      await takeForTest(
        context,
        packet,
        seeds,
        kinds.get(packet.species),
        `round ${round.number}`,
        { on: body.startedOn, path: 'startedOn' },
        body.anyway,
      );
  }
  await audit({ act: { is: 'round-started' }, subject: `round ${round.number}`, after: body });
  return round.id;
}

/** Seeds that the untreated arm stands for: those in the packet before, less what the other arms took at random. */
function countedFor(packet: StoredPacket, { bags }: NewRound, index: number): number | null {
  if (packet.measure !== 'count' || bags[index]?.treatment !== 'untreated') return null;
  const others = bags.reduce((sum, one, i) => sum + (one.packetId === packet.id && i !== index ? one.seeds : 0), 0);
  return Number(packet.left) - others;
}
