import { and, asc, desc, eq, isNotNull, isNull } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import type { CleanDown, MachineList, MachineView, NewMachine } from '@mercato/contract/cleaning/machines';
import { PART_WORDS } from '@mercato/contract/cleaning/words';
import { forUpdate, type Reader, type Transaction } from '../database/connect.ts';
import { checkVersion } from '../http/asked.ts';
import type { WriteContext } from '../http/context.ts';
import { fault } from '../http/fault.ts';
import { namesOf } from '../register/people.ts';
import { accession } from '../store/tables.ts';
import { shedBatch, shedCleanDown, shedMachine, shedPass } from './tables.ts';

type Write = Pick<WriteContext<unknown>, 'tx' | 'hand' | 'audit'>;
type Machine = typeof shedMachine.$inferSelect;
const noMachine = () => fault('not-found', 'shed.no-such-machine');

/** The newest pass of each machine, or of the one that is named; of those that run, where `running`. */
async function newestPasses(tx: Reader, running: boolean, machineId?: string) {
  const rows = await tx
    .selectDistinctOn([shedPass.machineId], {
      machineId: shedPass.machineId,
      at: shedPass.startedAt,
      batchId: shedBatch.id,
      batch: shedBatch.number,
      kind: accession.kind,
      variety: accession.variety,
    })
    .from(shedPass)
    .innerJoin(shedBatch, eq(shedBatch.id, shedPass.batchId))
    .innerJoin(accession, eq(accession.id, shedBatch.accessionId))
    .where(
      and(
        machineId === undefined ? isNotNull(shedPass.machineId) : eq(shedPass.machineId, machineId),
        eq(shedPass.struck, false),
        ...(running ? [isNull(shedPass.endedAt)] : []),
      ),
    )
    .orderBy(asc(shedPass.machineId), desc(shedPass.startedAt), desc(shedPass.id));
  return new Map(rows.map((one) => [one.machineId, one]));
}

export async function listMachines(tx: Reader): Promise<MachineList> {
  const rows = await tx
    .select()
    .from(shedMachine)
    .where(eq(shedMachine.removed, false))
    .orderBy(asc(shedMachine.kind), asc(shedMachine.name), asc(shedMachine.id));
  const [last, runs] = [await newestPasses(tx, false), await newestPasses(tx, true)];
  const cleanings = await tx
    .selectDistinctOn([shedCleanDown.machineId])
    .from(shedCleanDown)
    .orderBy(asc(shedCleanDown.machineId), desc(shedCleanDown.at), desc(shedCleanDown.id));
  const cleaned = new Map(cleanings.map((one) => [one.machineId, one]));
  const names = await namesOf(tx);
  return {
    machines: rows.map((row): MachineView => {
      const [ran, runsNow, clean] = [last.get(row.id), runs.get(row.id), cleaned.get(row.id)];
      return {
        id: row.id,
        version: row.version,
        kind: row.kind,
        name: row.name,
        ...row.about,
        last: ran
          ? { batch: ran.batch, batchId: ran.batchId, kind: ran.kind, variety: ran.variety, at: ran.at.toISOString() }
          : null,
        runs: runsNow ? { batch: runsNow.batch, batchId: runsNow.batchId } : null,
        cleaned: clean ? { ...clean.body, at: clean.at.toISOString(), writtenBy: names.get(clean.by) ?? '' } : null,
        clean: !ran || (clean !== undefined && clean.at >= ran.at),
      };
    }),
  };
}

async function lockMachine(tx: Transaction, id: string): Promise<Machine> {
  const [row] = await forUpdate(tx, tx.select().from(shedMachine).where(eq(shedMachine.id, id)));
  if (!row || row.removed) throw noMachine();
  return row;
}

/**
 * A machine takes one batch at a time, and another variety only after it was cleaned down.
 * @throws {Fault} 409 naming what runs or ran on it
 */
export async function checkMachine(
  tx: Transaction,
  id: string,
  batch: { readonly id: string; readonly kind: string; readonly variety: string },
): Promise<void> {
  const row = await lockMachine(tx, id);
  const { name } = row;
  const runs = (await newestPasses(tx, true, id)).get(id);
  if (runs && runs.batchId !== batch.id)
    throw fault('conflict', { is: 'shed.machine-runs', name, batch: runs.batch }, 'machine');
  const last = (await newestPasses(tx, false, id)).get(id);
  const same = !last || (last.kind === batch.kind && last.variety === batch.variety);
  if (same) return;
  const [clean] = await tx
    .select()
    .from(shedCleanDown)
    .where(eq(shedCleanDown.machineId, id))
    .orderBy(desc(shedCleanDown.at), desc(shedCleanDown.id))
    .limit(1);
  if (!clean || clean.at < last.at)
    throw fault(
      'conflict',
      {
        is: 'shed.clean-down-missing',
        name,
        kind: [last.kind, last.variety].filter(Boolean).join(' '),
        batch: last.batch,
      },
      'machine',
    );
}

export async function addMachine({ tx, hand, audit }: Write, { kind, name, ...about }: NewMachine): Promise<void> {
  await tx.insert(shedMachine).values({ id: uuid(), kind, name, about, updatedBy: hand.personId, updatedAt: hand.at });
  await audit({ act: { is: 'machine-added' }, subject: name, after: { kind, ...about } });
}

export async function changeMachine(
  { tx, hand, audit }: Write,
  id: string,
  { kind, name, ...about }: NewMachine,
  seen: number | null,
): Promise<void> {
  const row = await lockMachine(tx, id);
  checkVersion(seen, row, (await namesOf(tx)).get(row.updatedBy) ?? 'somebody');
  await tx
    .update(shedMachine)
    .set({ kind, name, about, version: row.version + 1, updatedBy: hand.personId, updatedAt: hand.at })
    .where(eq(shedMachine.id, id));
  await audit({
    act: { is: 'machine-changed' },
    subject: name,
    before: { kind: row.kind, name: row.name, ...row.about },
    after: { kind, name, ...about },
  });
}

export async function removeMachine(
  { tx, hand, audit }: Write,
  id: string,
  reason: string,
  seen: number | null,
): Promise<void> {
  const row = await lockMachine(tx, id);
  checkVersion(seen, row, (await namesOf(tx)).get(row.updatedBy) ?? 'somebody');
  if ((await newestPasses(tx, true, id)).has(id)) throw fault('conflict', 'shed.machine-in-use');
  await tx
    .update(shedMachine)
    .set({ removed: true, version: row.version + 1, updatedBy: hand.personId, updatedAt: hand.at })
    .where(eq(shedMachine.id, id));
  await audit({ act: { is: 'machine-removed' }, subject: row.name, reason });
}

/**
 * Records that a machine was cleaned down: each of its parts was looked into, locked out before hands went in.
 * @throws {Fault} 422 for a part that nobody looked into, or a machine that was not locked out
 */
export async function cleanDown({ tx, hand, audit }: Write, id: string, body: CleanDown): Promise<void> {
  const row = await lockMachine(tx, id);
  if ((await newestPasses(tx, true, id)).has(id)) throw fault('conflict', 'shed.machine-in-use');
  const missing = row.about.parts.filter((part) => !body.parts.includes(part));
  if (missing.length > 0)
    throw fault(
      'invalid',
      { is: 'shed.parts-not-looked-at', parts: missing.map((part) => PART_WORDS[part]).join(', ') },
      'parts',
    );
  if (!body.lockedOut) throw fault('invalid', 'shed.locked-out', 'lockedOut');
  await tx.insert(shedCleanDown).values({ id: uuid(), machineId: id, body, by: hand.personId, at: hand.at });
  await audit({ act: { is: 'machine-cleaned' }, subject: row.name, after: body });
}
