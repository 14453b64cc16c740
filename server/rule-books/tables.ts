import { sql } from 'drizzle-orm';
import { check, index, integer, jsonb, pgTable, text, unique, uniqueIndex, uuid } from 'drizzle-orm/pg-core';
import type { EditionContent } from '@mercato/core/rule-books/edition';
import type { Kind } from '@mercato/core/rule-books/findKind';
import { instant, refersTo } from '../database/columns.ts';
import { person } from '../register/peopleTables.ts';

/** Immutable editions, known by the hash of their content. */
export const ruleBookEdition = pgTable('rule_book_edition', {
  id: uuid('id').primaryKey(),
  book: text('book').notNull(),
  name: text('name').notNull(),
  year: integer('year').notNull(),
  contentHash: text('content_hash').notNull().unique(),
  content: jsonb('content').$type<EditionContent>().notNull(),
  /** yes: came with a release of this program; no: the laboratory's own. */
  shipped: text('shipped').notNull(),
  basedOn: uuid('based_on'),
  by: uuid('by'),
  reason: text('reason'),
  createdAt: instant('created_at').notNull(),
});

/** What was decided about an edition: new lots are judged by it, or it is retired. The newest act counts. */
export const editionAct = pgTable(
  'edition_act',
  {
    id: uuid('id').primaryKey(),
    editionId: uuid('edition_id').notNull(),
    act: text('act').notNull(),
    reason: text('reason').notNull(),
    by: uuid('by').notNull(),
    at: instant('at').notNull(),
  },
  (t) => [
    refersTo([t.by], [person.id]),
    refersTo([t.editionId], [ruleBookEdition.id]),
    index('edition_act_edition').on(t.editionId),
    check('edition_act_kind', sql`act in ('use','retire')`),
  ],
);

/** An edition that is being written. Nothing is judged by it; when it is issued it becomes an edition and goes. */
export const ruleBookDraft = pgTable(
  'rule_book_draft',
  {
    id: uuid('id').primaryKey(),
    book: text('book').notNull(),
    name: text('name').notNull(),
    year: integer('year').notNull(),
    basedOn: uuid('based_on'),
    content: jsonb('content').$type<EditionContent>().notNull(),
    version: integer('version').notNull().default(1),
    by: uuid('by').notNull(),
    at: instant('at').notNull(),
  },
  (t) => [refersTo([t.basedOn], [ruleBookEdition.id]), refersTo([t.by], [person.id])],
);

/** A kind that the shipped list does not hold, added by the laboratory; a correction supersedes it. */
export const ownKind = pgTable(
  'own_kind',
  {
    id: uuid('id').primaryKey(),
    species: text('species').notNull(),
    /** Names, chaffiness and seed weight, as `NewKind` has them. */
    kind: jsonb('kind').$type<Kind>().notNull(),
    source: text('source').notNull(),
    by: uuid('by').notNull(),
    at: instant('at').notNull(),
    supersedes: uuid('supersedes'),
  },
  (t) => [
    refersTo([t.by], [person.id]),
    uniqueIndex('own_kind_one_root')
      .on(t.species)
      .where(sql`supersedes is null`),
    unique('own_kind_one_successor').on(t.supersedes),
  ],
);

/** A figure that a book lacks, entered by the laboratory with its own provenance; newer rows supersede. */
export const kindFigure = pgTable(
  'kind_figure',
  {
    id: uuid('id').primaryKey(),
    book: text('book').notNull(),
    species: text('species').notNull(),
    field: text('field').notNull(),
    value: text('value').notNull(),
    source: text('source').notNull(),
    by: uuid('by').notNull(),
    at: instant('at').notNull(),
    supersedes: uuid('supersedes'),
  },
  (t) => [index('kind_figure_species').on(t.species), unique('kind_figure_one_successor').on(t.supersedes)],
);
