import { and, asc, eq, sql } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import type { VesselView } from '@mercato/contract/register/lots';
import type { MassUnit } from '@mercato/core/units/gramsPer';
import { type EnteredMass, toGrams } from '@mercato/core/units/mass';
import type { Reader, Transaction } from '../database/connect.ts';
import { fault } from '../http/fault.ts';
import { freeCodes } from './codes.ts';
import { vessel } from './tables.ts';

export type Vessel = typeof vessel.$inferSelect;

export interface NewVessel {
  readonly lotId: string;
  readonly kind: string;
  readonly purpose?: string | null;
  readonly parentId?: string | null;
  readonly mass?: EnteredMass | null;
  readonly seeds?: number | null;
  readonly place?: string | null;
  readonly why?: string | null;
  readonly portion?: 'half' | null;
  readonly discardOn?: string | null;
  readonly drawnOn?: string | null;
  readonly lateReason?: string | null;
  readonly number: number;
}

/** Adds vessels, each with a code of its own. */
export async function addVessels(
  tx: Transaction,
  news: readonly NewVessel[],
  by: string,
  now: Date,
): Promise<Vessel[]> {
  if (news.length === 0) return [];
  const codes = await freeCodes(tx, news.length);
  return tx
    .insert(vessel)
    .values(
      news.map((one, i) => ({
        id: uuid(),
        lotId: one.lotId,
        parentId: one.parentId ?? null,
        kind: one.kind,
        purpose: one.purpose ?? null,
        number: one.number,
        code: codes[i] ?? '',
        place: one.place ?? null,
        why: one.why ?? null,
        portion: one.portion ?? null,
        discardOn: one.discardOn ?? null,
        ...massColumns(one.mass ?? null),
        seeds: one.seeds ?? null,
        drawnOn: one.drawnOn ?? null,
        lateReason: one.lateReason ?? null,
        createdBy: by,
        updatedBy: by,
        updatedAt: now,
        createdAt: now,
      })),
    )
    .returning();
}

/** The mass of a vessel as it was written down, or null where it was not weighed. */
export const massOf = (row: Vessel): EnteredMass | null =>
  row.massText === null ? null : { text: row.massText, unit: row.massUnit as MassUnit };

export const massColumns = (mass: EnteredMass | null) => ({
  massText: mass?.text ?? null,
  massUnit: mass?.unit ?? null,
  massG: mass === null ? null : toGrams(mass).toString(),
});

/** In the order in which they were drawn. */
export const IN_ORDER = [asc(vessel.createdAt), asc(vessel.number), asc(vessel.id)];

export async function vesselsOf(tx: Reader, lotId: string): Promise<Vessel[]> {
  return tx
    .select()
    .from(vessel)
    .where(eq(vessel.lotId, lotId))
    .orderBy(...IN_ORDER);
}

/** @throws {Fault} 404 when there is no such vessel */
export async function vesselById(tx: Reader, id: string): Promise<Vessel> {
  const [row] = await tx.select().from(vessel).where(eq(vessel.id, id));
  if (!row) throw fault('not-found', 'register.no-such-vessel');
  return row;
}

export async function nextVesselNumber(tx: Reader, lotId: string, kind: string): Promise<number> {
  const [row] = await tx
    .select({ most: sql<number>`coalesce(max(${vessel.number}), 0)` })
    .from(vessel)
    .where(and(eq(vessel.lotId, lotId), eq(vessel.kind, kind)));
  return (row?.most ?? 0) + 1;
}

export function vesselView(row: Vessel, names: ReadonlyMap<string, string>): VesselView {
  return {
    id: row.id,
    kind: row.kind,
    purpose: row.purpose,
    number: row.number,
    code: row.code,
    parentId: row.parentId,
    mass: massOf(row),
    place: row.place,
    seeds: row.seeds,
    portion: row.portion as VesselView['portion'],
    version: row.version,
    createdAt: row.createdAt.toISOString(),
    createdBy: names.get(row.createdBy) ?? '',
    drawnOn: row.drawnOn,
  };
}
