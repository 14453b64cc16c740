import { createHash } from 'node:crypto';
import { and, asc, eq, inArray, sql } from 'drizzle-orm';
import type { DocumentKind, ReleaseRow } from '@mercato/contract/release/release';
import type { TestStep } from '@mercato/contract/register/lots';
import type { Transaction } from '../database/connect.ts';
import type { Lot } from '../register/lots.ts';
import { namesOf } from '../register/people.ts';
import { benchTest, decision, vessel } from '../register/tables.ts';
import { release } from './tables.ts';

const RESTS_ON: Readonly<Record<DocumentKind, readonly TestStep[]>> = {
  tag: ['purity', 'other-seeds', 'germination'],
  report: ['purity', 'other-seeds', 'moisture', 'germination'],
};

/**
 * What a document rests on, in one hash: the lot's header, its submitted sample, the tests that it prints and
 * the decisions, each with its version. When one is written to, documents made before are superseded.
 */
export async function basisOf(tx: Transaction, lot: Pick<Lot, 'id' | 'version'>, kind: DocumentKind): Promise<string> {
  const steps = [...RESTS_ON[kind]];
  const samples = await tx
    .select({ id: vessel.id, version: vessel.version })
    .from(vessel)
    .where(and(eq(vessel.lotId, lot.id), eq(vessel.kind, 'submitted')));
  const tests = await tx
    .select({ id: benchTest.id, version: benchTest.version })
    .from(benchTest)
    .where(and(eq(benchTest.lotId, lot.id), inArray(benchTest.step, steps)));
  const decisions = await tx
    .select({ id: decision.id, version: sql<number>`1` })
    .from(decision)
    .where(and(eq(decision.lotId, lot.id), inArray(decision.step, ['sampling', ...steps])));
  const parts = [{ id: lot.id, version: lot.version }, ...samples, ...tests, ...decisions];
  return createHash('sha256')
    .update(
      parts
        .map((one) => `${one.id} ${one.version}`)
        .sort()
        .join('\n'),
    )
    .digest('hex');
}

export async function releasesOf(tx: Transaction, lot: Pick<Lot, 'id' | 'version'>): Promise<ReleaseRow[]> {
  const rows = await tx
    .select({
      id: release.id,
      kind: release.kind,
      number: release.number,
      amends: release.amends,
      amendReason: release.amendReason,
      basis: release.basis,
      validUntil: sql<string | null>`${release.snapshot} #>> '{document,validUntil}'`,
      by: release.by,
      at: release.at,
    })
    .from(release)
    .where(eq(release.lotId, lot.id))
    .orderBy(asc(release.at), asc(release.id));
  if (rows.length === 0) return [];
  const names = await namesOf(tx);
  const now = { tag: await basisOf(tx, lot, 'tag'), report: await basisOf(tx, lot, 'report') };
  return rows.map((row) => ({
    id: row.id,
    kind: row.kind as DocumentKind,
    number: row.number,
    amends: rows.find((one) => one.id === row.amends)?.number ?? null,
    amendReason: row.amendReason,
    by: names.get(row.by) ?? '',
    at: row.at.toISOString(),
    validUntil: row.validUntil,
    superseded: row.basis !== now[row.kind as DocumentKind],
  }));
}
