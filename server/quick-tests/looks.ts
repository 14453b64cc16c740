import { and, asc, eq, inArray } from 'drizzle-orm';
import type { LookView } from '@mercato/contract/quick-tests/rounds';
import type { Reader } from '../database/connect.ts';
import { lateFate } from '../hands/tables.ts';
import { bagEnd, bagLook, bagLookStrike, bagReopen } from './tables.ts';

export interface StoredLook {
  readonly row: typeof bagLook.$inferSelect;
  readonly strike: typeof bagLookStrike.$inferSelect | null;
  readonly late: LookView['late'];
}

/** Whether it speaks of its bag: it is not struck, and came in time or was taken. */
export const stands = ({ strike, late }: StoredLook) => strike === null && (late === null || late === 'taken');

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
