import Joi from 'joi';
import { worded } from '../http/fieldWords.ts';
import { RULE_BOOKS, type EditionContent, type RuleBook } from '@mercato/core/rule-books/edition';
import type { Row } from '@mercato/core/rule-books/tableShapes';
import { text, wholeNumber } from '../http/fields.ts';

/** An edition as the list shows it. */
export interface EditionLine {
  id: string;
  book: RuleBook;
  name: string;
  year: number;
  origin: 'shipped' | 'own';
  /** Name of the edition it was copied from. */
  basedOn: string | null;
  by: string | null;
  at: string;
  retired: { by: string; at: string; reason: string } | null;
  /** New lots are judged by it. */
  inUse: boolean;
  /** Lots that are judged by it. */
  lots: number;
}

export interface DraftLine {
  id: string;
  book: RuleBook;
  name: string;
  year: number;
  /** The edition that it was copied from: its name and id. */
  basedOn: string | null;
  basedOnId: string | null;
  version: number;
  by: string;
  at: string;
}

export interface RuleBookList {
  editions: EditionLine[];
  drafts: DraftLine[];
}

export interface EditionView extends EditionLine {
  content: EditionContent;
}
export interface DraftView extends DraftLine {
  content: EditionContent;
}

const name = () => text(120).required().messages({ 'string.empty': 'give the edition a name' });

/** Copies an edition to be edited; nothing is judged by a draft. */
export interface NewDraft {
  basedOn: string;
  name: string;
  year: number;
}
export const newDraftSchema = Joi.object<NewDraft, true>(
  worded('newDraft', {
    basedOn: Joi.string().guid().required(),
    name: name(),
    year: wholeNumber(1900, 2200),
  }),
).required();

export interface TableRows {
  rows: Row[];
}
const cells = Joi.object().pattern(Joi.string().max(60), text(2000, 0));
export const tableRowsSchema = Joi.object<TableRows, true>({
  rows: Joi.array().items(cells).max(5000).required(),
}).required();

/** Marks rows as compared with the laboratory's own copy of the book. */
export interface CheckRows {
  /** Keys of the rows, as `rowKey` makes them. */
  keys: string[];
  against: string;
}
export const checkRowsSchema = Joi.object<CheckRows, true>(
  worded('checkRows', {
    keys: Joi.array().items(Joi.string().max(1000)).min(1).max(5000).required(),
    against: text(200, 3).required().messages({
      'string.empty': 'say which copy they were compared with',
      'string.min': 'say which copy they were compared with',
    }),
  }),
).required();

const reason = (words: string) => text(500, 3).required().messages({ 'string.empty': words, 'string.min': words });

export interface IssueEdition {
  reason: string;
  /** Whether new lots are judged by it from now on. */
  use: boolean;
}
export const issueEditionSchema = Joi.object<IssueEdition, true>(
  worded('issueEdition', {
    reason: reason('say what this edition changes'),
    use: Joi.boolean().required(),
  }),
).required();

export interface EditionAct {
  act: 'use' | 'retire';
  reason: string;
}
export const editionActSchema = Joi.object<EditionAct, true>(
  worded('editionAct', {
    act: Joi.string().valid('use', 'retire').required(),
    reason: reason('say why'),
  }),
).required();

/** An edition as a file; becomes a draft. */
export const editionFileSchema = Joi.object<EditionContent>({
  book: Joi.string()
    .valid(...RULE_BOOKS)
    .required(),
  name: name(),
  year: wholeNumber(1900, 2200),
  tables: Joi.object()
    .pattern(
      Joi.string().max(80),
      Joi.object({
        section: text(200).required(),
        origin: text(60).required(),
        rows: Joi.array().items(cells).max(5000).required(),
      }),
    )
    .required(),
}).required();

/** Judges a lot and its tests by another edition of the same book. */
export interface Rejudge {
  editionId: string;
  reason: string;
}
export const rejudgeSchema = Joi.object<Rejudge, true>(
  worded('rejudge', {
    editionId: Joi.string().guid().required(),
    reason: reason('say why it is judged anew'),
  }),
).required();
