import { sql } from 'drizzle-orm';
import * as pg from 'drizzle-orm/pg-core';
import type { EditionContent } from '@mercato/core/rule-books/edition';
import type { Kind } from '@mercato/core/rule-books/findKind';
import { idOf, instant } from '../database/columns.ts';
import { written } from '../register/peopleTables.ts';

/** Immutable editions, known by the hash of their content. */
export const ruleBookEdition = pg.pgTable('rule_book_edition', {
  id: pg.uuid('id').primaryKey(),
  book: pg.text('book').notNull(),
  name: pg.text('name').notNull(),
  year: pg.integer('year').notNull(),
  contentHash: pg.text('content_hash').notNull().unique(),
  content: pg.jsonb('content').$type<EditionContent>().notNull(),
  /** yes: came with a release of this program; no: the laboratory's own. */
  shipped: pg.text('shipped').notNull(),
  basedOn: pg.uuid('based_on'),
  by: pg.uuid('by'),
  reason: pg.text('reason'),
  createdAt: instant('created_at').notNull(),
});

/** What was decided about an edition: new lots are judged by it, or it is retired. The newest act counts. */
export const editionAct = pg.pgTable(
  'edition_act',
  {
    id: pg.uuid('id').primaryKey(),
    editionId: idOf('edition_id', () => ruleBookEdition.id).notNull(),
    act: pg.text('act').notNull(),
    reason: pg.text('reason').notNull(),
    ...written,
  },
  (t) => [pg.index('edition_act_edition').on(t.editionId), pg.check('edition_act_kind', sql`act in ('use','retire')`)],
);

/** An edition that is being written. Nothing is judged by it; when it is issued it becomes an edition and goes. */
export const ruleBookDraft = pg.pgTable('rule_book_draft', {
  id: pg.uuid('id').primaryKey(),
  book: pg.text('book').notNull(),
  name: pg.text('name').notNull(),
  year: pg.integer('year').notNull(),
  basedOn: idOf('based_on', () => ruleBookEdition.id),
  content: pg.jsonb('content').$type<EditionContent>().notNull(),
  version: pg.integer('version').notNull().default(1),
  ...written,
});

/** A kind that the shipped list does not hold, added by the laboratory; a correction supersedes it. */
export const ownKind = pg.pgTable(
  'own_kind',
  {
    id: pg.uuid('id').primaryKey(),
    species: pg.text('species').notNull(),
    /** Names, chaffiness and seed weight, as `NewKind` has them. */
    kind: pg.jsonb('kind').$type<Kind>().notNull(),
    source: pg.text('source').notNull(),
    ...written,
    supersedes: pg.uuid('supersedes'),
  },
  (t) => [
    pg
      .uniqueIndex('own_kind_one_root')
      .on(t.species)
      .where(sql`supersedes is null`),
    pg.unique('own_kind_one_successor').on(t.supersedes),
  ],
);

/** A figure that a book lacks, entered by the laboratory with its own provenance; newer rows supersede. */
export const kindFigure = pg.pgTable(
  'kind_figure',
  {
    id: pg.uuid('id').primaryKey(),
    book: pg.text('book').notNull(),
    species: pg.text('species').notNull(),
    field: pg.text('field').notNull(),
    value: pg.text('value').notNull(),
    source: pg.text('source').notNull(),
    by: pg.uuid('by').notNull(),
    at: instant('at').notNull(),
    supersedes: pg.uuid('supersedes'),
  },
  (t) => [pg.index('kind_figure_species').on(t.species), pg.unique('kind_figure_one_successor').on(t.supersedes)],
);
