import { and, asc, eq } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import type { TestStep } from '@mercato/contract/register/steps';
import type { Reader } from '../database/connect.ts';
import { checkCorrection } from '../database/observations.ts';
import type { WriteContext } from '../http/context.ts';
import { fault } from '../http/fault.ts';
import type { LotFile } from './lotFile.ts';
import type { Lot } from './lots.ts';
import { checkDay } from './seen.ts';
import { otherResult } from './tables.ts';

export interface OtherResult<D> {
  readonly number: number;
  readonly detail: D;
  readonly by: string;
  readonly at: string;
  readonly earlier: readonly { detail: D; by: string; at: string; supersededBecause: string }[];
}

/** Results of a step that were made elsewhere, as they stand, with what stood before. */
export async function otherResultsOf<D>(
  tx: Reader,
  file: Pick<LotFile, 'lot' | 'names'>,
  step: TestStep,
): Promise<OtherResult<D>[]> {
  const rows = await tx
    .select()
    .from(otherResult)
    .where(and(eq(otherResult.lotId, file.lot.id), eq(otherResult.step, step)))
    .orderBy(asc(otherResult.number), asc(otherResult.at), asc(otherResult.id));
  const view = (row: (typeof rows)[number]) => ({
    detail: row.detail as D,
    by: file.names.get(row.by) ?? '',
    at: row.at.toISOString(),
  });
  return [...new Set(rows.map((row) => row.number))].flatMap((number) => {
    const mine = rows.filter((row) => row.number === number);
    const last = mine.at(-1);
    return last
      ? [
          {
            number,
            ...view(last),
            earlier: mine
              .slice(0, -1)
              .map((row, i) => ({ ...view(row), supersededBecause: mine[i + 1]?.reason ?? '' }))
              .reverse(),
          },
        ]
      : [];
  });
}

/** Writes a result from elsewhere down beside a (locked) lot, or corrects one; what stood before stays on file. */
export async function keepOtherResult(
  { tx, hand, audit }: Pick<WriteContext<unknown>, 'tx' | 'hand' | 'audit'>,
  lot: Lot,
  step: TestStep,
  said: { readonly on?: string },
  corrects: number | undefined,
  reason: string | undefined,
): Promise<void> {
  const rows = await tx
    .select()
    .from(otherResult)
    .where(and(eq(otherResult.lotId, lot.id), eq(otherResult.step, step)))
    .orderBy(asc(otherResult.number), asc(otherResult.at), asc(otherResult.id));
  const before = corrects === undefined ? undefined : rows.filter((row) => row.number === corrects).at(-1);
  if (corrects !== undefined) {
    if (!before) throw fault('invalid', { is: 'register.no-result', corrects }, 'corrects');
    checkCorrection(before.by, hand, reason, 'the result');
  }
  if (said.on !== undefined) checkDay(said.on, hand.today, null, true, 'on');
  // What is put right was found when it was, unless the day is put right too.
  const on = said.on ?? (before?.detail as { on?: string } | undefined)?.on;
  const detail = on === undefined ? said : { ...said, on };
  const number = before?.number ?? Math.max(0, ...rows.map((row) => row.number)) + 1;
  await tx.insert(otherResult).values({
    id: uuid(),
    lotId: lot.id,
    step,
    number,
    detail,
    by: hand.personId,
    at: hand.at,
    supersedes: before?.id ?? null,
    reason: before ? (reason ?? '') : null,
  });
  await audit({
    lotId: lot.id,
    act: before ? { is: 'other-result-corrected', step, number } : { is: 'other-result-entered', step },
    subject: `lot ${lot.reference}`,
    before: before?.detail ?? null,
    after: detail,
    reason,
  });
}
