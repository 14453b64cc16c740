import { eq, inArray } from 'drizzle-orm';
import type { Kind } from '@mercato/core/rule-books/findKind';
import { Exact } from '@mercato/core/units/mass';
import { forUpdate, type Reader, type Transaction } from '../database/connect.ts';
import type { WriteContext } from '../http/context.ts';
import { writeLine } from './packets.ts';
import { accession, packet } from './tables.ts';

/** What a test needs to know of a packet. */
export interface StoredPacket {
  readonly id: string;
  readonly code: string;
  readonly version: number;
  readonly measure: 'count' | 'mass';
  readonly left: string;
  readonly kind: string;
  readonly variety: string;
  readonly species: string;
  readonly harvestYear: number;
}

/** Packets by id. */
export async function packetsById(tx: Reader, ids: readonly string[]): Promise<ReadonlyMap<string, StoredPacket>> {
  return byId(await packetsOf(tx, ids));
}

/** Packets by id out of which something is to be taken: nobody else writes to them until then. */
export async function lockedPackets(
  tx: Transaction,
  ids: readonly string[],
): Promise<ReadonlyMap<string, StoredPacket>> {
  return byId(await forUpdate(tx, packetsOf(tx, ids), packet));
}

const packetsOf = (tx: Reader, ids: readonly string[]) =>
  tx
    .select({
      id: packet.id,
      code: packet.code,
      version: packet.version,
      measure: packet.measure,
      left: packet.left,
      kind: accession.kind,
      variety: accession.variety,
      species: accession.species,
      harvestYear: accession.harvestYear,
    })
    .from(packet)
    .innerJoin(accession, eq(accession.id, packet.accessionId))
    .where(inArray(packet.id, [...ids]))
    // In one order, so that two rounds that start at once never wait for each other in a circle.
    .orderBy(packet.id);

const byId = (rows: Awaited<ReturnType<typeof packetsOf>>): ReadonlyMap<string, StoredPacket> =>
  new Map(rows.map((one) => [one.id, { ...one, measure: one.measure as StoredPacket['measure'] }]));

/**
 * Takes seeds for a test out of a packet. From a weighed packet goes what so many seeds weigh in the middle of their
 * kind; where that is not known, or more than is left, its book says so and is put right by weighing again.
 */
export async function takeForTest(
  context: Pick<WriteContext<unknown>, 'tx' | 'hand' | 'audit'>,
  from: StoredPacket,
  seeds: number,
  kind: Kind | undefined,
  to: string,
  /** The day on which it was taken, and the field that says so. */
  done: { readonly on: string; readonly path: string },
  /** Why it is opened although it dries, freezes or warms up. */
  anyway?: string,
): Promise<void> {
  const opened = anyway === undefined ? {} : { anyway };
  if (from.measure === 'count') {
    await writeLine(
      context,
      from.id,
      { what: 'take', amount: { by: 'count', seeds }, use: 'test', to, ...opened },
      from.version,
      done,
    );
    return;
  }
  const weight = kind?.thousandSeedWeightG;
  const grams = weight && new Exact(weight.low).plus(weight.high).div(2000).times(seeds).toDecimalPlaces(4);
  if (!grams?.gt(0) || grams.gt(from.left)) {
    await writeLine(context, from.id, { what: 'unweighed', seeds, to }, from.version);
    return;
  }
  await writeLine(
    context,
    from.id,
    {
      what: 'take',
      amount: { by: 'mass', text: grams.toFixed(), unit: 'g' },
      use: 'test',
      to: `${seeds} seeds, ${to}`,
      ...opened,
    },
    from.version,
    done,
  );
}
