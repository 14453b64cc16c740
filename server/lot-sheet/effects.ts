import { and, asc, count, eq, gt, ne, sql } from 'drizzle-orm';
import type { Effect, Effects, Together } from '@mercato/contract/lot-sheet/effects';
import type { StepLine } from '@mercato/contract/lot-sheet/standing';
import type { LotState } from '@mercato/contract/register/lots';
import type { Reader } from '../database/connect.ts';
import { inOrder } from '../database/inOrder.ts';
import type { WriteContext } from '../http/context.ts';
import { fault } from '../http/fault.ts';
import { fileOf } from '../register/lotFile.ts';
import { lockLot } from '../register/lots.ts';
import { lot as lotTable } from '../register/tables.ts';
import { editionHead } from '../rule-books/editions.ts';
import { ruleBookEdition } from '../rule-books/tables.ts';
import { gather } from './gather.ts';
import { rejudge } from './rejudge.ts';
import type { LotPicture } from './standing.ts';

/** Lots that are looked at for one answer: each is worked out twice. */
const AT_A_TIME = 25;

/** Whether a line says the same. */
const said = ({ mark, stands, blocks }: StepLine) => JSON.stringify([mark, stands, blocks]);

/**
 * What an edition would evaluate otherwise, of the next lots after the one that was looked at last. Parts of a divided
 * lot are lots of their own, and the whole is no longer evaluated.
 * @throws {Fault} 404 when there is no such edition
 */
export async function effectsOf(tx: Reader, editionId: string, after: string | null, now: Date): Promise<Effects> {
  const edition = await editionHead(tx, editionId);
  if (!edition) throw fault('not-found', 'rule-books.no-such-edition-rule');
  const others = and(
    eq(ruleBookEdition.book, edition.book),
    ne(lotTable.editionId, editionId),
    ne(lotTable.state, 'divided'),
  );
  const from = () => eq(ruleBookEdition.id, lotTable.editionId);
  const [all] = await tx.select({ lots: count() }).from(lotTable).innerJoin(ruleBookEdition, from()).where(others);
  const rows = await tx
    .select({ lot: lotTable, by: ruleBookEdition.name })
    .from(lotTable)
    .innerJoin(ruleBookEdition, from())
    .where(and(others, after === null ? sql`true` : gt(lotTable.id, after)))
    .orderBy(asc(lotTable.id))
    .limit(AT_A_TIME);
  const changed = await inOrder(rows, async ({ lot, by }): Promise<Effect | null> => {
    const file = await fileOf(tx, lot, now);
    const { lines: before } = await gather(tx, file);
    const { lines: then } = await gather(tx, await fileOf(tx, lot, now, editionId));
    const lines = before.flatMap((line, i) => {
      const other = then[i];
      return other && said(other) !== said(line) ? [{ before: line, after: other }] : [];
    });
    const { id, reference, species, commonName } = file.brief;
    return lines.length === 0
      ? null
      : { lot: { id, reference, species, commonName, state: lot.state as LotState }, by, lines };
  });
  return {
    edition: { id: editionId, name: edition.name, book: edition.book },
    total: all?.lots ?? 0,
    looked: rows.length,
    after: rows.length < AT_A_TIME ? null : (rows.at(-1)?.lot.id ?? null),
    changed: changed.filter((one) => one !== null),
  };
}

/** Evaluates lots by another edition, all of them or none; locked in one order, so that two who do so never wait for each other. */
export async function judgeTogether(
  context: WriteContext<Together, LotPicture>,
  editionId: string,
): Promise<{ lots: number }> {
  const { tx, body, settle } = context;
  const ids = [...body.lots].sort();
  await inOrder(ids, async (id) => {
    await rejudge(context, await lockLot(tx, id), editionId, body.reason);
    await settle(id);
  });
  return { lots: ids.length };
}
