import type { FieldTable } from '../http/fieldWords.ts';

/** What the fields of this feature are called. */
export const RULE_BOOKS_FIELDS = {
  rejudge: {
    reason: 'because',
  },
  together: {
    reason: 'because',
  },
  checkRows: {
    against: { label: 'compared with', hint: 'the laboratory’s own copy: title, edition, page' },
  },
  issueEdition: {
    reason: 'what this edition changes',
  },
  newDraft: {
    name: 'name of the copy',
    year: 'year of the rules',
  },
  editionAct: {
    reason: 'because',
  },
} as const satisfies FieldTable;
