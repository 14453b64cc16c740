/** The shipped editions for tests. Reads files, so it is kept apart from what runs in the browser. */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { parse } from 'csv-parse/sync';
import { readShedFigures } from '../cleaning/figures.ts';
import { readIsotherms } from '../drying/isotherms.ts';
import { readDesiccants } from '../drying/overGel.ts';
import type { EditionContent, RuleBook, RuleTable } from '../rule-books/edition.ts';
import { readEdition } from '../rule-books/readEdition.ts';

const FOLDER = join(import.meta.dirname, '../rule-books/books');
/** A shipped table as it is written, cells as text. */
export const csvRows = (...path: string[]): Record<string, string>[] =>
  parse(readFileSync(join(FOLDER, ...path)), { columns: true, skip_empty_lines: true, trim: true });

export function contentOf(book: RuleBook): EditionContent {
  const tables: Record<string, RuleTable> = {};
  for (const { table = '', section = '', origin = '' } of csvRows(book, 'tables.csv'))
    tables[table] = { section, origin, rows: csvRows(book, `${table}.csv`) };
  return { book, name: `${book} for tests`, year: 2026, tables };
}

export const ISTA = readEdition(contentOf('ista'));
export const AOSA = readEdition(contentOf('aosa'));
/** All shipped editions that calculations go by. */
export const SHIPPED = {
  ista: ISTA,
  aosa: AOSA,
  shed: readShedFigures(contentOf('shed')),
  isotherms: readIsotherms(csvRows('literature', 'isotherms.csv')),
  desiccants: readDesiccants(csvRows('literature', 'desiccants.csv')),
};
