import type { TableFault } from '@mercato/core/rule-books/checkTable';
import { speaker } from '../words/coded.ts';

/** What is wrong with a table of a rule book, in words. */
export const TABLE_FAULTS = {
  'table.no-row': 'the table has no row',
  'table.no-such-column': ({ name }: { name: string }) => `the table has no column "${name}"`,
  'table.not-together': ({ says, together }: { says: string; together: readonly string[] }) =>
    `${says} is missing: ${together.join(', ')} are filled together or not at all`,
  'table.doubled': ({ key, row }: { key: string; row: number }) => `"${key}" stands in row ${row} already`,
  'table.empty': ({ says }: { says: string }) => `${says} is missing`,
  'table.not-a-number': ({ cell }: { cell: string }) => `"${cell}" is not a number of 0 or more`,
  'table.not-whole': ({ cell }: { cell: string }) => `"${cell}" is not a whole number of 0 or more`,
  'table.not-yes-or-no': ({ cell }: { cell: string }) => `"${cell}" is neither yes nor no`,
  'table.none-of': ({ cell, choices }: { cell: string; choices: readonly string[] }) =>
    `"${cell}" is none of ${choices.join(', ')}`,
  'table.cell-too-long': 'is longer than 2 000 characters',
  'table.ends-below': ({ to, from }: { to: string; from: string }) => `${to} lies below ${from}`,
  'table.overlap': ({ low }: { low: number }) => `overlaps the class that begins at ${low}`,
  'table.gap': ({ high }: { high: number }) => `leaves a gap after ${high}`,
};
const tableWords = speaker([TABLE_FAULTS] as const);
/** A fault of a table, or what a reader of it said, in words. */
export const tableFaultWords = (why: TableFault | string): string => tableWords(why);

/** Why something is refused here, in words; the codes with their figures are what the server raises. */
export const RULE_BOOKS_FAULTS = {
  'rule-books.no-such-edition-rule': 'There is no such edition of a rule book.',
  'rule-books.no-such-draft-rule': 'There is no such draft of a rule book.',
  'rule-books.table-cannot-stand-nothing': ({ why }: { why: TableFault }) =>
    `The table cannot stand so: ${tableFaultWords(why)}. Nothing was changed.`,
  'rule-books.row-refused': ({ row, why }: { row: number; why: TableFault }) => `row ${row}: ${tableFaultWords(why)}`,
  'rule-books.no-row': ({ figure, table }: { figure: string; table: string }) => `“${figure}” is no row of ${table}.`,
  'rule-books.edition-very-content-exists': 'An edition with this very content exists: change a row or the name.',
  'rule-books.new-lots-judged-edition': 'New lots are evaluated by this edition: make another current first.',
  'rule-books.book-no-table': ({ table }: { table: string }) => `This book has no table "${table}".`,
  'rule-books.no-table-of-book': ({ table }: { table: string }) => `this book has no table "${table}"`,
  'rule-books.table-refused': ({ table, row, why }: { table: string; row: number | null; why: TableFault }) =>
    `${table}${row === null ? '' : `, row ${row}`}: ${tableFaultWords(why)}`,
  'rule-books.table-missing-nothing-could': ({ table }: { table: string }) =>
    `the table "${table}" is missing: nothing could be looked up`,
  'rule-books.edition-cannot-read': ({ message }: { message: string }) => `The edition cannot be read: ${message}.`,
  'rule-books.edition-no-such-table': 'This edition has no such table.',
  'rule-books.file-no-csv-table': 'The file is no CSV table.',
  'rule-books.cannot-read': 'cannot be read',
  'rule-books.search': ({ species }: { species: string }) => `“${species}” is in the list already: search for it.`,
  'rule-books.laboratory-added-no-such': 'The laboratory has added no such kind; shipped ones stay as they are.',
  'rule-books.lots-stand-under-add': ({ species }: { species: string }) =>
    `The scientific name stays, because lots stand under “${species}”: add another kind instead.`,
  'rule-books.somebody-else-corrected-kind': 'Somebody else corrected this kind in the meantime: load it again.',
  'rule-books.no-such-kind-list': 'No such kind is in the list of species.',
  'rule-books.rule-book-figure-own': 'The rule book has this figure: an own figure only fills a gap.',
};
