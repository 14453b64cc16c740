export const RULE_BOOKS_ACTS = {
  'kind-added': 'added a kind',
  'kind-corrected': 'corrected a kind',
  'own-figure-entered': 'entered an own figure',
  'draft-begun': 'began a draft of a rule book',
  'draft-dropped': 'deleted a draft',
  'draft-table-edited': ({ table }: { table: string }) => `edited ${table}`,
  'draft-rows-checked': ({ table, rows }: { table: string; rows: number }) => `checked ${rows} rows of ${table}`,
  'edition-issued': 'issued an edition',
  'edition-in-use': 'took an edition into use',
  'edition-retired': 'retired an edition',
};
