import { index, integer, jsonb, pgTable, text, unique, uuid } from 'drizzle-orm/pg-core';
import { instant } from '../database/columns.ts';

/** Immutable editions, known by the hash of their content. */
export const ruleBookEdition = pgTable('rule_book_edition', {
  id: uuid('id').primaryKey(),
  book: text('book').notNull(),
  name: text('name').notNull(),
  year: integer('year').notNull(),
  contentHash: text('content_hash').notNull().unique(),
  content: jsonb('content').notNull(),
  shipped: text('shipped').notNull(),
  createdAt: instant('created_at').notNull(),
});

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
