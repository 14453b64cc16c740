import type { EditionContent } from '@mercato/core/rule-books/edition';
import { file, filled, nothing, read, schemasOf, writes } from '../http/route.ts';
import type { DraftView, EditionView, RuleBookList } from './editions.ts';

const schema = schemasOf(() => import('./editions.ts'));
const list = read('/rule-books', 'lots.read', ['rule-books']).answers<RuleBookList>();
const fillsList = (_: RuleBookList) => filled(list, {});
const draft = read('/rule-books/drafts/:draft', 'lots.read', ['rule-books']).answers<DraftView>();
const fillsDraft = (view: DraftView) => filled(draft, { draft: view.id });

const ruleWrites = writes('rules.write', ['rule-books']);

export const ruleBookRoutes = {
  list,
  draft,
  /** An edition never changes. */
  edition: read('/rule-books/:edition', 'lots.read', []).answers<EditionContent>(),
  about: read('/rule-books/:edition/about', 'lots.read', ['rule-books']).answers<EditionView>(),
  editionFile: file('/rule-books/:edition/edition.json', 'lots.read', 'application/json'),
  table: file('/rule-books/:edition/tables/:table', 'lots.read', 'text/csv'),
  startDraft: ruleWrites.add('/rule-books/drafts', schema('newDraftSchema')).answers(fillsDraft),
  draftFromFile: ruleWrites.add('/rule-books/drafts/file', schema('editionFileSchema')).answers(fillsDraft),
  writeTable: ruleWrites.seen
    .put('/rule-books/drafts/:draft/tables/:table', schema('tableRowsSchema'))
    .answers(fillsDraft),
  importTable: ruleWrites.seen
    .put('/import/rule-books/drafts/:draft/tables/:table', schemasOf(() => import('../http/fields.ts'))('fileSchema'), {
      media: 'text/csv',
    })
    .answers(fillsDraft),
  checkRows: ruleWrites.seen
    .post('/rule-books/drafts/:draft/tables/:table/checked', schema('checkRowsSchema'))
    .answers(fillsDraft),
  issue: ruleWrites.seen.add('/rule-books/drafts/:draft/issue', schema('issueEditionSchema')).answers<EditionView>(),
  dropDraft: ruleWrites.seen.remove('/rule-books/drafts/:draft', nothing, { changes: [] }).answers(fillsList),
  act: ruleWrites.add('/rule-books/:edition/acts', schema('editionActSchema')).answers(fillsList),
};
