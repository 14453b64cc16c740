import { createHash } from 'node:crypto';
import { asc, eq } from 'drizzle-orm';
import type { DocumentKind, ReleaseRow } from '@mercato/contract/release/release';
import type { LabelData } from '@mercato/core/release/documents';
import type { Transaction } from '../database/connect.ts';
import { namesOf } from '../register/people.ts';
import { release } from './tables.ts';

/** What a document rests on, in one hash: when it changes, documents made from it are superseded. */
export function basisOf(data: LabelData): string {
  return createHash('sha256').update(JSON.stringify(data)).digest('hex');
}

export async function releasesOf(tx: Transaction, lotId: string, basis: string): Promise<ReleaseRow[]> {
  const rows = await tx
    .select({
      id: release.id,
      kind: release.kind,
      number: release.number,
      amends: release.amends,
      amendReason: release.amendReason,
      basis: release.basis,
      by: release.by,
      at: release.at,
    })
    .from(release)
    .where(eq(release.lotId, lotId))
    .orderBy(asc(release.at), asc(release.id));
  if (rows.length === 0) return [];
  const names = await namesOf(tx);
  return rows.map((row) => ({
    id: row.id,
    kind: row.kind as DocumentKind,
    number: row.number,
    amends: rows.find((one) => one.id === row.amends)?.number ?? null,
    amendReason: row.amendReason,
    by: names.get(row.by) ?? '',
    at: row.at.toISOString(),
    superseded: row.basis !== basis,
  }));
}
