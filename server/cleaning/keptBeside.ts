import { eq } from 'drizzle-orm';
import type { BatchBook } from '@mercato/core/cleaning/bookState';
import type { ShedEntry } from '@mercato/core/cleaning/entries';
import type { Transaction } from '../database/connect.ts';
import { fault } from '../http/fault.ts';
import { freeCodes } from '../register/codes.ts';
import { shedGone, shedPass, shedVessel } from './tables.ts';

/** Every vessel of the book has its label; those that stand open are known to all benches. */
export async function keepVessels(tx: Transaction, batchId: string, book: BatchBook): Promise<void> {
  const there = new Map(
    (await tx.select().from(shedVessel).where(eq(shedVessel.batchId, batchId))).map((one) => [one.id, one]),
  );
  const made = [...book.vessels.values()].filter((one) => !there.has(one.id));
  if (made.length > 0) {
    const codes = await freeCodes(tx, made.length);
    const rows = made.map((one, i) => ({
      id: one.id,
      batchId,
      code: codes[i] ?? '',
      name: one.name,
      openAt: one.openAt,
    }));
    const stored = await tx.insert(shedVessel).values(rows).onConflictDoNothing().returning({ id: shedVessel.id });
    if (stored.length < rows.length) throw fault('conflict', 'shed.vessel-there-already', 'into');
  }
  for (const [id, row] of there) {
    const openAt = book.vessels.get(id)?.openAt ?? null;
    if (openAt !== row.openAt) await tx.update(shedVessel).set({ openAt }).where(eq(shedVessel.id, id));
  }
}

/** Screenings that went stand in the ledger of all batches, as the book has them now. */
export async function keepGone(tx: Transaction, batchId: string, book: BatchBook): Promise<void> {
  const rows = book.gone.map(({ line, at, entry, weighed, of }) => ({
    batchId,
    line,
    seenAt: new Date(at),
    massG: weighed?.massG?.toString() ?? null,
    vessel: of.name,
    outlet: of.outlet,
    entry,
    treatments: [...of.treatments],
  }));
  const there = await tx.select({ line: shedGone.line }).from(shedGone).where(eq(shedGone.batchId, batchId));
  if (there.length === 0 && rows.length === 0) return;
  await tx.delete(shedGone).where(eq(shedGone.batchId, batchId));
  if (rows.length > 0) await tx.insert(shedGone).values(rows);
}

interface KeptLine {
  readonly line: number;
  readonly entry: ShedEntry;
  readonly corrects: number | null;
}

/** Passes of which a line speaks, itself or by what it crosses out or corrects. */
function touched({ entry, corrects }: KeptLine, lines: readonly KeptLine[]): ReadonlySet<string> {
  const other = entry.what === 'strike' ? entry.line : corrects;
  return new Set([entry, ...(other === null ? [] : [lines[other]?.entry])].flatMap((one) => passOf(one)));
}
const passOf = (entry: ShedEntry | undefined): string[] => (entry && 'pass' in entry ? [entry.pass] : []);

/** Passes beside their batches, those that the newest line speaks of: what runs on which machine, which settings were good. */
export async function keepPasses(
  tx: Transaction,
  batchId: string,
  lines: readonly (KeptLine & { readonly seenAt: Date })[],
  book: BatchBook,
): Promise<void> {
  const newest = lines.at(-1);
  const change = newest ? touched(newest, lines) : new Set();
  for (const { line, entry, seenAt } of lines) {
    if (entry.what !== 'pass' || !change.has(entry.pass)) continue;
    const pass = book.passes.get(entry.pass);
    const struck = book.struck.has(line) || pass?.line !== line;
    // The one that was corrected gives way to the one that corrects it.
    if (struck && pass) continue;
    const values = {
      method: entry.method,
      machineId: entry.machine,
      startedAt: seenAt,
      endedAt: pass?.ended ? new Date(pass.ended.at) : null,
      good: pass?.ended?.good ?? null,
      struck: !pass,
      entry,
    };
    await tx
      .insert(shedPass)
      .values({ id: entry.pass, batchId, ...values })
      .onConflictDoUpdate({ target: shedPass.id, set: values, setWhere: eq(shedPass.batchId, batchId) });
  }
}
