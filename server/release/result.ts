import { createHash } from 'node:crypto';
import { and, asc, eq, inArray, sql } from 'drizzle-orm';
import type { DocumentKind } from '@mercato/contract/release/kinds';
import type { ReleaseRow } from '@mercato/contract/release/release';
import type { TestStep } from '@mercato/contract/register/steps';
import type { Reader } from '../database/connect.ts';
import { requestOf, type LotFile } from '../register/lotFile.ts';
import { decision } from '../register/tables.ts';
import { release } from './tables.ts';

const RESTS_ON: Readonly<Record<DocumentKind, readonly TestStep[]>> = {
  tag: ['purity', 'other-seeds', 'germination'],
  report: ['purity', 'other-seeds', 'moisture', 'germination'],
};

/**
 * What a document rests on, in one hash: the lot's header, its submitted sample, the tests that it prints and
 * the decisions, each with its version. When one is written to, documents made before are superseded.
 */
export async function basisOf(tx: Reader, { lot, vessels, tests }: LotFile, kind: DocumentKind): Promise<string> {
  const steps = [...RESTS_ON[kind]];
  const request = requestOf(lot);
  const decisions = await tx
    .select({ id: decision.id, version: sql<number>`1` })
    .from(decision)
    .where(and(eq(decision.lotId, lot.id), inArray(decision.step, ['sampling', ...steps])));
  const parts = [
    lot,
    ...vessels.filter((one) => one.kind === 'submitted'),
    ...tests.filter((one) => (steps as string[]).includes(one.step)),
    ...decisions,
    ...(request ? [{ id: 'request', version: request.version }] : []),
  ];
  return createHash('sha256')
    .update(
      parts
        .map((one) => `${one.id} ${one.version}`)
        .sort()
        .join('\n'),
    )
    .digest('hex');
}

export async function releasesOf(tx: Reader, file: LotFile): Promise<ReleaseRow[]> {
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
    .where(eq(release.lotId, file.lot.id))
    .orderBy(asc(release.at), asc(release.id));
  if (rows.length === 0) return [];
  const now = { tag: await basisOf(tx, file, 'tag'), report: await basisOf(tx, file, 'report') };
  return rows.map((row) => ({
    id: row.id,
    kind: row.kind as DocumentKind,
    number: row.number,
    amends: rows.find((one) => one.id === row.amends)?.number ?? null,
    amendReason: row.amendReason,
    by: file.names.get(row.by) ?? '',
    at: row.at.toISOString(),
    validUntil: row.validUntil,
    superseded: row.basis !== now[row.kind as DocumentKind],
  }));
}
