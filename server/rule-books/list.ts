import { sql } from 'drizzle-orm';
import type { DraftLine, EditionLine, RuleBookList } from '@mercato/contract/rule-books/editions';
import { RULE_BOOKS, type RuleBook } from '@mercato/core/rule-books/edition';
import type { Reader } from '../database/connect.ts';
import { inOrder } from '../database/inOrder.ts';
import { namesOf } from '../register/people.ts';
import { lot } from '../register/tables.ts';
import { currentEdition, editionActs } from './editions.ts';
import { ruleBookDraft, ruleBookEdition } from './tables.ts';

export async function listRuleBooks(tx: Reader): Promise<RuleBookList> {
  const names = await namesOf(tx);
  const acts = await editionActs(tx);
  const counted = await tx
    .select({ id: lot.editionId, n: sql<number>`count(*)::int` })
    .from(lot)
    .groupBy(lot.editionId);
  const inUse = new Set(await inOrder(RULE_BOOKS, async (book) => (await currentEdition(tx, book)).id));
  const rows = await tx
    .select({
      id: ruleBookEdition.id,
      book: ruleBookEdition.book,
      name: ruleBookEdition.name,
      year: ruleBookEdition.year,
      shipped: ruleBookEdition.shipped,
      basedOn: ruleBookEdition.basedOn,
      by: ruleBookEdition.by,
      createdAt: ruleBookEdition.createdAt,
    })
    .from(ruleBookEdition)
    .orderBy(ruleBookEdition.book, ruleBookEdition.createdAt, ruleBookEdition.id);
  const nameOf = new Map(rows.map((row) => [row.id, row.name]));
  const editions = rows.map((row): EditionLine => {
    const act = acts.get(row.id);
    return {
      id: row.id,
      book: row.book as RuleBook,
      name: row.name,
      year: row.year,
      origin: row.shipped === 'yes' ? 'shipped' : 'own',
      basedOn: nameOf.get(row.basedOn ?? '') ?? null,
      by: names.get(row.by ?? '') ?? null,
      at: row.createdAt.toISOString(),
      retired:
        act?.act === 'retire' ? { by: names.get(act.by) ?? '', at: act.at.toISOString(), reason: act.reason } : null,
      inUse: inUse.has(row.id),
      lots: counted.find((one) => one.id === row.id)?.n ?? 0,
    };
  });
  const drafts = await tx
    .select({
      id: ruleBookDraft.id,
      book: ruleBookDraft.book,
      name: ruleBookDraft.name,
      year: ruleBookDraft.year,
      basedOn: ruleBookDraft.basedOn,
      version: ruleBookDraft.version,
      by: ruleBookDraft.by,
      at: ruleBookDraft.at,
    })
    .from(ruleBookDraft)
    .orderBy(ruleBookDraft.at, ruleBookDraft.id);
  return {
    editions,
    drafts: drafts.map((row): DraftLine => ({
      ...row,
      book: row.book as RuleBook,
      basedOn: nameOf.get(row.basedOn ?? '') ?? null,
      basedOnId: row.basedOn,
      by: names.get(row.by) ?? '',
      at: row.at.toISOString(),
    })),
  };
}
