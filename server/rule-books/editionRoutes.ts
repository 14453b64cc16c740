import { parse } from 'csv-parse/sync';
import { stringify } from 'csv-stringify/sync';
import { eq } from 'drizzle-orm';
import type { DraftView, EditionView } from '@mercato/contract/rule-books/editions';
import { ruleBookRoutes } from '@mercato/contract/rule-books/routes';
import type { EditionContent } from '@mercato/core/rule-books/edition';
import { PROVENANCE_COLUMNS } from '@mercato/core/rule-books/columns';
import { type Row, TABLE_SHAPES } from '@mercato/core/rule-books/tableShapes';
import type { Reader } from '../database/connect.ts';
import type { Api } from '../http/api.ts';
import { idParam } from '../http/asked.ts';
import { plainCell } from '../http/csv.ts';
import { fault } from '../http/fault.ts';
import { actOnEdition, issueDraft, lockDraft, markChecked, startDraft, writeTable } from './drafts.ts';
import { editionContent } from './editions.ts';
import { listRuleBooks } from './list.ts';
import { ruleBookDraft } from './tables.ts';

/** Editions to browse, drafts to write, and what is decided about them. */
export function serveEditions(api: Api): void {
  api.read(ruleBookRoutes.list, async ({ tx }) => listRuleBooks(tx));
  api.read(ruleBookRoutes.draft, async ({ tx, params }) => draftView(tx, idParam(params, 'draft')));
  api.read(ruleBookRoutes.edition, async ({ tx, params }) => editionContent(tx, idParam(params, 'edition')));
  api.read(ruleBookRoutes.about, async ({ tx, params }) => editionView(tx, idParam(params, 'edition')));
  api.file(ruleBookRoutes.editionFile, async ({ tx, params }) => ({
    name: 'edition.json',
    body: JSON.stringify(await editionContent(tx, idParam(params, 'edition')), null, 1),
  }));
  api.file(ruleBookRoutes.table, async ({ tx, params }) => {
    const content = await editionContent(tx, idParam(params, 'edition'));
    const table = params.table.replace(/[.]csv$/, '');
    const found = Object.hasOwn(content.tables, table) ? content.tables[table] : undefined;
    if (!found) throw fault('not-found', 'rule-books.edition-no-such-table');
    return { name: `${table}.csv`, body: tableCsv(content, table, found.rows) };
  });

  api.write(ruleBookRoutes.startDraft, async (context) => {
    const { basedOn, name, year } = context.body;
    const content = await editionContent(context.tx, basedOn);
    return draftView(context.tx, await startDraft(context, { ...content, name, year }, basedOn));
  });
  api.write(ruleBookRoutes.draftFromFile, async (context) =>
    draftView(context.tx, await startDraft(context, context.body, null)),
  );
  api.write(ruleBookRoutes.writeTable, async (context) => {
    const draft = await lockDraft(context.tx, idParam(context.params, 'draft'), context.seenVersion);
    await writeTable(context, draft, context.params.table, context.body.rows);
    return draftView(context.tx, draft.id);
  });
  api.write(ruleBookRoutes.importTable, async (context) => {
    const draft = await lockDraft(context.tx, idParam(context.params, 'draft'), context.seenVersion);
    await writeTable(context, draft, context.params.table, readTableCsv(context.body));
    return draftView(context.tx, draft.id);
  });
  api.write(ruleBookRoutes.checkRows, async (context) => {
    const draft = await lockDraft(context.tx, idParam(context.params, 'draft'), context.seenVersion);
    await markChecked(context, draft, context.params.table, context.body.keys, context.body.against);
    return draftView(context.tx, draft.id);
  });
  api.write(ruleBookRoutes.issue, async (context) => {
    const draft = await lockDraft(context.tx, idParam(context.params, 'draft'), context.seenVersion);
    return editionView(context.tx, await issueDraft(context, draft, context.body));
  });
  api.write(ruleBookRoutes.dropDraft, async (context) => {
    const draft = await lockDraft(context.tx, idParam(context.params, 'draft'), context.seenVersion);
    await context.tx.delete(ruleBookDraft).where(eq(ruleBookDraft.id, draft.id));
    await context.audit({ act: { is: 'draft-dropped' }, subject: `draft ${draft.id}`, before: { name: draft.name } });
    return listRuleBooks(context.tx);
  });
  api.write(ruleBookRoutes.act, async (context) => {
    await actOnEdition(context, idParam(context.params, 'edition'), context.body.act, context.body.reason);
    return listRuleBooks(context.tx);
  });
}

async function editionView(tx: Reader, id: string): Promise<EditionView> {
  const line = (await listRuleBooks(tx)).editions.find((one) => one.id === id);
  if (!line) throw fault('not-found', 'rule-books.no-such-edition-rule');
  return { ...line, content: await editionContent(tx, id) };
}

async function draftView(tx: Reader, id: string): Promise<DraftView> {
  const line = (await listRuleBooks(tx)).drafts.find((one) => one.id === id);
  const [row] = await tx.select({ content: ruleBookDraft.content }).from(ruleBookDraft).where(eq(ruleBookDraft.id, id));
  if (!line || !row) throw fault('not-found', 'rule-books.no-such-draft-rule');
  return { ...line, content: row.content };
}

/** Columns in the order of the table's shape, then those of provenance that some row fills. */
function tableCsv(content: EditionContent, table: string, rows: readonly Row[]): string {
  const own = (TABLE_SHAPES[content.book][table]?.columns ?? []).map((one) => one.name);
  const extra = PROVENANCE_COLUMNS.map((one) => one.name).filter((name) => rows.some((row) => row[name]));
  const columns = [...own, ...extra];
  return stringify(
    rows.map((row) => columns.map((name) => row[name] ?? '')),
    { header: true, columns, escape_formulas: true },
  );
}

/** @throws {Fault} 422 naming the line that is no CSV */
function readTableCsv(text: string): Row[] {
  try {
    return parse(text, { columns: true, skip_empty_lines: true, trim: true, bom: true, cast: plainCell });
  } catch (error) {
    const line = typeof error === 'object' && error !== null && 'lines' in error ? Number(error.lines) : 1;
    throw fault('invalid', 'rule-books.file-no-csv-table', [
      { path: `${line}.line`, message: error instanceof Error ? error.message : { is: 'rule-books.cannot-read' } },
    ]);
  }
}
