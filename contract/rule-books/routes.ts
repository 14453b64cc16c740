import type { EditionContent } from '@mercato/core/rule-books/edition';
import { file, filled, nothing, read, schemasOf, write } from '../http/route.ts';
import type { DraftView, EditionView, RuleBookList } from './editions.ts';

const schema = schemasOf(() => import('./editions.ts'));
const list = read('/rule-books', 'lots.read', ['rule-books']).answers<RuleBookList>();
const fillsList = (_: RuleBookList) => filled(list, {});
const draft = read('/rule-books/drafts/:draft', 'lots.read', ['rule-books']).answers<DraftView>();
const fillsDraft = (view: DraftView) => filled(draft, { draft: view.id });

export const ruleBookRoutes = {
  list,
  draft,
  /** An edition never changes. */
  edition: read('/rule-books/:edition', 'lots.read', []).answers<EditionContent>(),
  about: read('/rule-books/:edition/about', 'lots.read', ['rule-books']).answers<EditionView>(),
  editionFile: file('/rule-books/:edition/edition.json', 'lots.read', 'application/json'),
  table: file('/rule-books/:edition/tables/:table', 'lots.read', 'text/csv'),
  startDraft: write('post', '/rule-books/drafts', 'rules.write', schema('newDraftSchema'), {
    status: 201,
    changes: ['rule-books'],
  }).answers(fillsDraft),
  draftFromFile: write('post', '/rule-books/drafts/file', 'rules.write', schema('editionFileSchema'), {
    status: 201,
    changes: ['rule-books'],
  }).answers(fillsDraft),
  writeTable: write('put', '/rule-books/drafts/:draft/tables/:table', 'rules.write', schema('tableRowsSchema'), {
    versioned: true,
    changes: ['rule-books'],
  }).answers(fillsDraft),
  importTable: write(
    'put',
    '/import/rule-books/drafts/:draft/tables/:table',
    'rules.write',
    schemasOf(() => import('../http/fields.ts'))('fileSchema'),
    { versioned: true, media: 'text/csv', changes: ['rule-books'] },
  ).answers(fillsDraft),
  checkRows: write(
    'post',
    '/rule-books/drafts/:draft/tables/:table/checked',
    'rules.write',
    schema('checkRowsSchema'),
    {
      versioned: true,
      changes: ['rule-books'],
    },
  ).answers(fillsDraft),
  issue: write('post', '/rule-books/drafts/:draft/issue', 'rules.write', schema('issueEditionSchema'), {
    versioned: true,
    status: 201,
    changes: ['rule-books'],
  }).answers<EditionView>(),
  dropDraft: write('delete', '/rule-books/drafts/:draft', 'rules.write', nothing, { versioned: true }).answers(
    fillsList,
  ),
  act: write('post', '/rule-books/:edition/acts', 'rules.write', schema('editionActSchema'), {
    status: 201,
    changes: ['rule-books'],
  }).answers(fillsList),
};
