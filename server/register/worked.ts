import { eq, sql } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import type { LotWork, NewWork, Voided } from '@mercato/contract/register/worked';
import type { Reader } from '../database/connect.ts';
import type { WriteContext } from '../http/context.ts';
import { todayIn } from '../http/day.ts';
import { fault } from '../http/fault.ts';
import type { LotFile } from './lotFile.ts';
import type { Lot } from './lots.ts';
import { lot as lotTable } from './tables.ts';

type Write = Pick<WriteContext<unknown>, 'tx' | 'hand' | 'person' | 'audit' | 'touch'>;

/**
 * Writes down that a (locked) lot was dried, dampened or blended.
 * @throws {Fault} 422 for a day that has not come, or lies before its harvest
 */
export async function workLot(write: Write, lot: Lot, body: NewWork, zone: string): Promise<void> {
  const { hand, person } = write;
  if (body.on > todayIn(hand.at, zone)) throw fault('invalid', 'http.lies-future', 'on');
  if (body.on < `${lot.harvestYear}-01-01`)
    throw fault('invalid', { is: 'register.before-harvest', harvestYear: lot.harvestYear }, 'on');
  const one: LotWork = { ...body, id: uuid(), by: person.name, at: hand.at.toISOString(), struck: null };
  await keep(write, lot, [...lot.worked, one], { is: 'lot-worked', what: body.what }, { after: body });
}

/** @throws {Fault} 404 where it was never written down, 409 where it is crossed out already */
export async function strikeWork(write: Write, lot: Lot, id: string, reason: string): Promise<void> {
  const found = lot.worked.find((one) => one.id === id);
  if (!found) throw fault('not-found', 'register.no-such-work');
  if (found.struck) throw fault('conflict', 'register.work-crossed-out');
  const struck = { by: write.person.name, at: write.hand.at.toISOString(), reason };
  await keep(
    write,
    lot,
    lot.worked.map((one) => (one.id === id ? { ...one, struck } : one)),
    { is: 'lot-work-struck', what: found.what },
    { before: found, reason },
  );
}

async function keep(
  { tx, audit, touch }: Write,
  lot: Lot,
  worked: LotWork[],
  act: { is: 'lot-worked' | 'lot-work-struck'; what: LotWork['what'] },
  more: { before?: unknown; after?: unknown; reason?: string },
): Promise<void> {
  await tx.update(lotTable).set({ worked }).where(eq(lotTable.id, lot.id));
  await audit({ lotId: lot.id, act, subject: `lot ${lot.reference}`, ...more });
  touch(lot.id);
}

/** What was done to the lot after a sample of it was drawn; null where nothing was. */
export async function voidedBy(tx: Reader, file: LotFile, vesselId: string): Promise<Voided | null> {
  const worked = file.lot.worked.filter((one) => one.struck === null);
  if (worked.length === 0) return null;
  const sampledOn = await sampledDay(tx, file, vesselId);
  const after = worked.filter((one) => one.on > sampledOn || (one.on === sampledOn && one.sampled === 'before'));
  const [first] = after.sort((a, b) => a.on.localeCompare(b.on));
  return first ? { what: first.what, on: first.on } : null;
}

/** The day on which the seed of a vessel left its lot: the earliest that is written down on the way to it. */
async function sampledDay(tx: Reader, file: LotFile, vesselId: string): Promise<string> {
  const chain: LotFile['vessels'][number][] = [];
  for (let id: string | null = vesselId; id !== null;) {
    const found = file.vessels.find((one) => one.id === id);
    if (!found) break;
    chain.push(found);
    id = found.parentId;
  }
  const poured = file.vessels.filter((one) => chain.some(({ id }) => id === one.pouredInto));
  // The day of a sample that was received stands among what was written of it.
  const { rows } = await tx.execute<{ day: string }>(sql`
    select entered_text as day from sampling_observation seen
    where lot_id = ${file.lot.id} and field = 'drawnOn' and subject = any(${sql.param(chain.map(({ id }) => id))}::uuid[])
      and not exists (select 1 from sampling_observation later where later.supersedes = seen.id)`);
  const days = [
    ...rows.map(({ day }) => day),
    ...[...chain, ...poured].map((one) => one.drawnOn ?? todayIn(one.createdAt, file.laboratory.zone)),
  ];
  return days.sort()[0] ?? file.today;
}
