import { eq } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import type { Act } from '@mercato/contract/words/acts';
import { saidWords } from '@mercato/contract/words/faults';
import { checkTable } from '@mercato/core/rule-books/checkTable';
import { compareRows } from '@mercato/core/rule-books/compareEditions';
import { type EditionContent, isBook, type RuleBook } from '@mercato/core/rule-books/edition';
import { readEdition } from '@mercato/core/rule-books/readEdition';
import type { TableShape } from '@mercato/core/rule-books/columns';
import { type Row, rowKey, TABLE_SHAPES } from '@mercato/core/rule-books/tableShapes';
import { writeVerification } from '@mercato/core/rule-books/verification';
import { brokeConstraint, forUpdate, type Transaction } from '../database/connect.ts';
import { checkVersion } from '../http/asked.ts';
import type { WriteContext } from '../http/context.ts';
import { fault, type FieldRefusal } from '../http/fault.ts';
import { namesOf } from '../register/people.ts';
import { currentEdition, hashOf } from './editions.ts';
import { editionAct, ruleBookDraft, ruleBookEdition } from './tables.ts';

export type Draft = typeof ruleBookDraft.$inferSelect;
type Write = Pick<WriteContext<unknown>, 'tx' | 'hand' | 'person' | 'audit'>;

/** @throws {Fault} 404 when there is none, 412 when it has moved on since the writer saw it */
export async function lockDraft(tx: Transaction, id: string, seenVersion: number | null): Promise<Draft> {
  const [row] = await forUpdate(tx, tx.select().from(ruleBookDraft).where(eq(ruleBookDraft.id, id)));
  if (!row) throw fault('not-found', 'rule-books.no-such-draft-rule');
  checkVersion(seenVersion, { version: row.version, updatedAt: row.at }, (await namesOf(tx)).get(row.by) ?? 'somebody');
  return row;
}

export async function startDraft(
  { tx, hand, audit }: Write,
  content: EditionContent,
  basedOn: string | null,
): Promise<string> {
  checkContent(content);
  const id = uuid();
  await tx.insert(ruleBookDraft).values({
    id,
    book: content.book,
    name: content.name,
    year: content.year,
    basedOn,
    content,
    by: hand.personId,
    at: hand.at,
  });
  await audit({
    act: { is: 'draft-begun' },
    subject: `draft ${id}`,
    after: { name: content.name, basedOn },
  });
  return id;
}

/**
 * Replaces the rows of one table. A row that now reads otherwise is the laboratory's own, entered by whoever
 * writes it; where it came from and who checked it before no longer hold.
 */
export async function writeTable(context: Write, draft: Draft, table: string, rows: readonly Row[]): Promise<void> {
  const content = draft.content;
  const { shape, before } = tableOf(content, table);
  const faults = checkTable(shape, rows);
  if (faults[0])
    throw fault(
      'invalid',
      { is: 'rule-books.table-cannot-stand-nothing', why: faults[0].message },
      faults.slice(0, 200).map((one): FieldRefusal => ({
        path: one.row === null ? `rows.${one.column}` : `rows.${one.row}.${one.column}`,
        message: one.row === null ? one.message : { is: 'rule-books.row-refused', row: one.row + 1, why: one.message },
      })),
    );
  const changes = compareRows(table, shape, before, rows);
  const touched = new Set(changes.filter((one) => one.kind !== 'removed').map((one) => one.key));
  const day = context.hand.at.toISOString().slice(0, 10);
  const marked = rows.map((row) =>
    touched.has(rowKey(shape, row))
      ? { ...row, origin: 'own', verification: writeVerification({ how: 'entered', by: context.person.name, on: day }) }
      : row,
  );
  if (changes.length > 0) await storeRows(context, draft, table, marked, { is: 'draft-table-edited', table }, changes);
}

/** Marks rows as compared with the laboratory's own copy of the book: who, when, against what. */
export async function markChecked(
  context: Write,
  draft: Draft,
  table: string,
  keys: readonly string[],
  against: string,
): Promise<void> {
  const { shape, before } = tableOf(draft.content, table);
  const known = new Set(before.map((row) => rowKey(shape, row)));
  const strange = keys.findIndex((key) => !known.has(key));
  if (strange >= 0)
    throw fault('invalid', { is: 'rule-books.no-row', figure: keys[strange] ?? '', table }, `keys.${strange}`);
  const chosen = new Set(keys);
  const day = context.hand.at.toISOString().slice(0, 10);
  const verification = writeVerification({ how: 'checked', by: context.person.name, on: day, against });
  const rows = before.map((row) => (chosen.has(rowKey(shape, row)) ? { ...row, verification } : row));
  await storeRows(
    context,
    draft,
    table,
    rows,
    { is: 'draft-rows-checked', table, rows: keys.length },
    { keys, against },
  );
}

async function storeRows(
  { tx, hand, audit }: Write,
  draft: Draft,
  table: string,
  rows: readonly Row[],
  act: Act,
  after: unknown,
): Promise<void> {
  const content = draft.content;
  const old = content.tables[table];
  const section = old?.section ?? table;
  await tx
    .update(ruleBookDraft)
    .set({
      content: { ...content, tables: { ...content.tables, [table]: { section, origin: old?.origin ?? 'own', rows } } },
      version: draft.version + 1,
      by: hand.personId,
      at: hand.at,
    })
    .where(eq(ruleBookDraft.id, draft.id));
  await audit({ act, subject: `draft ${draft.id}`, after });
}

/** Turns a draft into an edition that never changes again. */
export async function issueDraft(
  { tx, hand, audit }: Write,
  draft: Draft,
  body: { readonly reason: string; readonly use: boolean },
): Promise<string> {
  const content = draft.content;
  checkContent(content);
  const id = uuid();
  await tx
    .insert(ruleBookEdition)
    .values({
      id,
      book: draft.book,
      name: draft.name,
      year: draft.year,
      contentHash: hashOf(content),
      content,
      shipped: 'no',
      basedOn: draft.basedOn,
      by: hand.personId,
      reason: body.reason,
      createdAt: hand.at,
    })
    .catch((error: unknown) => {
      if (brokeConstraint(error, 'rule_book_edition_content_hash_unique'))
        throw fault('conflict', 'rule-books.edition-very-content-exists', 'name');
      throw error;
    });
  await tx.delete(ruleBookDraft).where(eq(ruleBookDraft.id, draft.id));
  await audit({
    act: { is: 'edition-issued' },
    subject: `edition ${id}`,
    after: { name: draft.name },
    reason: body.reason,
  });
  if (body.use) await actOnEdition({ tx, hand, audit }, id, 'use', body.reason);
  return id;
}

/** Takes an edition into use, or retires it. Results keep the edition that they were judged by either way. */
export async function actOnEdition(
  { tx, hand, audit }: Pick<Write, 'tx' | 'hand' | 'audit'>,
  editionId: string,
  act: 'use' | 'retire',
  reason: string,
): Promise<void> {
  const [edition] = await tx
    .select({ book: ruleBookEdition.book, name: ruleBookEdition.name })
    .from(ruleBookEdition)
    .where(eq(ruleBookEdition.id, editionId));
  if (!edition) throw fault('not-found', 'rule-books.no-such-edition-rule');
  if (act === 'retire' && (await currentEdition(tx, edition.book as RuleBook)).id === editionId)
    throw fault('conflict', 'rule-books.new-lots-judged-edition', 'act');
  await tx.insert(editionAct).values({ id: uuid(), editionId, act, reason, by: hand.personId, at: hand.at });
  await audit({
    act: { is: act === 'use' ? 'edition-in-use' : 'edition-retired' },
    subject: `edition ${editionId}`,
    after: { name: edition.name },
    reason,
  });
}

/** The shape of a table by its name; names that every object answers to are names of none. */
const shapeOf = (book: RuleBook, table: string): TableShape | undefined =>
  Object.hasOwn(TABLE_SHAPES[book], table) ? TABLE_SHAPES[book][table] : undefined;

/** Tables without which a list that is no book answers nothing. */
const NEEDED: Readonly<Partial<Record<RuleBook, readonly string[]>>> = {
  market: ['minimum-standards'],
  noxious: ['species'],
};

function tableOf(content: EditionContent, table: string): { shape: TableShape; before: readonly Row[] } {
  const shape = shapeOf(content.book, table);
  if (!shape) throw fault('not-found', { is: 'rule-books.book-no-table', table: table.slice(0, 80) });
  return { shape, before: content.tables[table]?.rows ?? [] };
}

/** @throws {Fault} 422 naming table, row and column of everything that cannot stand */
function checkContent(content: EditionContent): void {
  const faults = Object.entries(content.tables).flatMap(([table, { rows }]): FieldRefusal[] => {
    const shape = shapeOf(content.book, table);
    if (!shape) return [{ path: `tables.${table}`, message: { is: 'rule-books.no-table-of-book', table } }];
    return checkTable(shape, rows).map((one) => ({
      path: `tables.${table}.rows${one.row === null ? '' : `.${one.row}`}.${one.column}`,
      message: {
        is: 'rule-books.table-refused',
        table,
        row: one.row === null ? null : one.row + 1,
        why: one.message,
      },
    }));
  });
  for (const table of NEEDED[content.book] ?? [])
    if (!Object.hasOwn(content.tables, table))
      faults.push({ path: `tables.${table}`, message: { is: 'rule-books.table-missing-nothing-could', table } });
  if (faults.length === 0 && isBook(content.book))
    try {
      readEdition(content);
    } catch (error) {
      if (!(error instanceof RangeError)) throw error;
      faults.push({ path: 'tables', message: error.message });
    }
  if (faults.length > 0)
    throw fault(
      'invalid',
      { is: 'rule-books.edition-cannot-read', message: saidWords(faults[0]?.message ?? '') },
      faults.slice(0, 200),
    );
}
