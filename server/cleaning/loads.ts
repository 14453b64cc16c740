import { and, asc, eq, gte, or } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import type { LoadList, LoadView, NewLoad } from '@mercato/contract/cleaning/machines';
import { TOO_LARGE_WORDS } from '@mercato/contract/cleaning/words';
import { truckFits } from '@mercato/core/cleaning/trade';
import { addDays } from '@mercato/core/units/days';
import { forUpdate, type Reader, type Transaction } from '../database/connect.ts';
import { checkVersion } from '../http/asked.ts';
import type { WriteContext } from '../http/context.ts';
import { fault } from '../http/fault.ts';
import { namesOf } from '../register/people.ts';
import { shedBatch, shedLoad, shedMachine } from './tables.ts';

type Write = Pick<WriteContext<unknown>, 'tx' | 'hand' | 'audit'>;

/** Appointments of the last two weeks and to come; what was announced and never came stays until somebody says so. */
export async function listLoads(tx: Reader, today: string): Promise<LoadList> {
  const rows = await tx
    .select({ load: shedLoad, number: shedBatch.number })
    .from(shedLoad)
    .leftJoin(shedBatch, eq(shedBatch.id, shedLoad.batchId))
    .where(or(gte(shedLoad.onDay, addDays(today, -14)), eq(shedLoad.state, 'announced')))
    .orderBy(asc(shedLoad.onDay), asc(shedLoad.id))
    .limit(500);
  return {
    today,
    loads: rows.map(({ load, number }): LoadView => ({
      id: load.id,
      version: load.version,
      ...load.body,
      state: load.state as LoadView['state'],
      batch: load.batchId === null || number === null ? null : { id: load.batchId, number },
    })),
  };
}

/** @throws {Fault} 422 for a truck that cannot be tipped there */
async function checkPit(tx: Reader, body: NewLoad): Promise<void> {
  if (body.pitId === null) return;
  const [pit] = await tx
    .select()
    .from(shedMachine)
    .where(and(eq(shedMachine.id, body.pitId), eq(shedMachine.removed, false)));
  if (!pit) throw fault('invalid', 'shed.no-such-machine', 'pitId');
  const found = truckFits(body, pit.about);
  if (found.length > 0)
    throw fault(
      'invalid',
      {
        is: 'shed.truck-too-large',
        name: pit.name,
        figure: found.map((one) => TOO_LARGE_WORDS[one]).join(', '),
      },
      'pitId',
    );
}

export async function addLoad({ tx, hand, audit }: Write, { cancelled, ...body }: NewLoad): Promise<void> {
  await checkPit(tx, body);
  const state = cancelled ? 'cancelled' : 'announced';
  await tx
    .insert(shedLoad)
    .values({ id: uuid(), onDay: body.on, state, body, updatedBy: hand.personId, updatedAt: hand.at });
  await audit({ act: { is: 'load-announced' }, subject: `${body.kind} from ${body.supplier}`, after: body });
}

async function lockLoad(tx: Transaction, id: string) {
  const [row] = await forUpdate(tx, tx.select().from(shedLoad).where(eq(shedLoad.id, id)));
  if (!row) throw fault('not-found', 'shed.no-such-load');
  if (row.state === 'arrived') throw fault('conflict', 'shed.load-arrived');
  return row;
}

export async function changeLoad(
  { tx, hand, audit }: Write,
  id: string,
  { cancelled, ...body }: NewLoad,
  seen: number | null,
): Promise<void> {
  const row = await lockLoad(tx, id);
  checkVersion(seen, row, (await namesOf(tx)).get(row.updatedBy) ?? 'somebody');
  await checkPit(tx, body);
  await tx
    .update(shedLoad)
    .set({
      body,
      onDay: body.on,
      state: cancelled ? 'cancelled' : 'announced',
      version: row.version + 1,
      updatedBy: hand.personId,
      updatedAt: hand.at,
    })
    .where(eq(shedLoad.id, id));
  await audit({
    act: { is: 'load-changed' },
    subject: `${body.kind} from ${body.supplier}`,
    before: row.body,
    after: body,
  });
}

/** The load of an appointment has come: its batch is that of it. */
export async function arriveLoad({ tx, hand }: Write, id: string, batchId: string): Promise<void> {
  const row = await lockLoad(tx, id);
  await tx
    .update(shedLoad)
    .set({ state: 'arrived', batchId, version: row.version + 1, updatedBy: hand.personId, updatedAt: hand.at })
    .where(eq(shedLoad.id, id));
}
