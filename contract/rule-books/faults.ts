/** Why something is refused here, in words; the codes with their figures are what the server raises. */
export const RULE_BOOKS_FAULTS = {
  'rule-books.no-such-edition-rule': 'There is no such edition of a rule book.',
  'rule-books.no-such-draft-rule': 'There is no such draft of a rule book.',
  'rule-books.table-cannot-stand-nothing': ({ message }: { message: string }) =>
    `The table cannot stand so: ${message}. Nothing was changed.`,
  'rule-books.row-refused': ({ figure, message }: { figure: number; message: string }) => `row ${figure}: ${message}`,
  'rule-books.table-no-such-row': 'The table has no such row.',
  'rule-books.no-row': ({ figure, table }: { figure: string; table: string }) => `"${figure}" is no row of ${table}`,
  'rule-books.edition-very-content-exists': 'An edition with this very content exists.',
  'rule-books.change-row-or-name': 'change a row or the name: nothing is different',
  'rule-books.new-lots-judged-edition': 'New lots are judged by this edition: take another into use first.',
  'rule-books.in-use': 'is in use',
  'rule-books.book-no-table': ({ table }: { table: string }) => `This book has no table "${table}".`,
  'rule-books.no-table-of-book': ({ table }: { table: string }) => `this book has no table "${table}"`,
  'rule-books.table-refused': ({ table, figure, message }: { table: string; figure: string; message: string }) =>
    `${table}${figure}: ${message}`,
  'rule-books.table-missing-nothing-could': ({ table }: { table: string }) =>
    `the table "${table}" is missing: nothing could be looked up`,
  'rule-books.edition-cannot-read': ({ message }: { message: string }) => `The edition cannot be read: ${message}.`,
  'rule-books.edition-no-such-table': 'This edition has no such table.',
  'rule-books.file-no-csv-table': 'The file is no CSV table.',
  'rule-books.cannot-read': 'cannot be read',
  'rule-books.kind-list-already': 'This kind is in the list already.',
  'rule-books.search': ({ species }: { species: string }) => `"${species}" is there: search for it`,
  'rule-books.laboratory-added-no-such': 'The laboratory has added no such kind; shipped ones stay as they are.',
  'rule-books.scientific-name-stays': 'The scientific name stays.',
  'rule-books.lots-stand-under-add': ({ species }: { species: string }) =>
    `lots stand under "${species}": add another kind instead`,
  'rule-books.somebody-else-corrected-kind': 'Somebody else corrected this kind in the meantime: load it again.',
  'rule-books.no-such-kind-list': 'No such kind is in the list of species.',
  'rule-books.rule-book-figure-own': 'The rule book has this figure: an own figure only fills a gap.',
  'rule-books.book-has-it': 'the book has it',
};
