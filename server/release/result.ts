import { createHash } from 'node:crypto';
import { asc, eq, sql } from 'drizzle-orm';
import { TEST_STEPS, type TestStep } from '@mercato/contract/register/steps';
import type { DocumentKind } from '@mercato/contract/release/kinds';
import type { ReleaseRow } from '@mercato/contract/release/release';
import type { Reader } from '../database/connect.ts';
import { type LotFile, requestOf } from '../register/lotFile.ts';
import { release } from './tables.ts';

const RESTS_ON: Readonly<Record<DocumentKind, readonly TestStep[]>> = {
  tag: ['purity', 'other-seeds', 'germination'],
  report: TEST_STEPS,
};

/**
 * What a document rests on, in one hash: the lot's header, its submitted sample, the tests that it prints and
 * the decisions, each with its version. When one is written to, documents made before are superseded.
 */
export function basisOf({ lot, vessels, tests, decided }: LotFile, kind: DocumentKind): string {
  const steps: readonly string[] = RESTS_ON[kind];
  const request = requestOf(lot);
  const parts = [
    lot,
    ...vessels.filter((one) => one.kind === 'submitted'),
    ...tests.filter((one) => steps.includes(one.step)),
    ...decided.flatMap(({ id, step }) => (step === 'sampling' || steps.includes(step) ? [{ id, version: 1 }] : [])),
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

/** A document that was made of a lot, without what stands in it. Written once. */
export interface DocumentRow {
  readonly id: string;
  readonly kind: DocumentKind;
  readonly number: number;
  readonly amends: string | null;
  readonly amendReason: string | null;
  readonly basis: string;
  readonly validUntil: string | null;
  readonly by: string;
  readonly at: string;
}

export async function documentsOf(tx: Reader, lotId: string): Promise<DocumentRow[]> {
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
    .where(eq(release.lotId, lotId))
    .orderBy(asc(release.at), asc(release.id));
  return rows.map((row) => ({ ...row, kind: row.kind as DocumentKind, at: row.at.toISOString() }));
}

/** The documents of a lot with what became of them. */
export function releasesOf(file: LotFile, rows: readonly DocumentRow[]): ReleaseRow[] {
  if (rows.length === 0) return [];
  const now = { tag: basisOf(file, 'tag'), report: basisOf(file, 'report') };
  return rows.map((row) => ({
    id: row.id,
    kind: row.kind,
    number: row.number,
    amends: rows.find((one) => one.id === row.amends)?.number ?? null,
    amendReason: row.amendReason,
    by: file.names.get(row.by) ?? '',
    at: row.at,
    validUntil: row.validUntil,
    superseded: row.basis !== now[row.kind],
  }));
}
