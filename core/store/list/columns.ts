/** What a column of somebody's list can be. Several columns can go into the note; of the others there is one each. */
export const LIST_COLUMNS = {
  kind: 'what it is',
  variety: 'variety',
  species: 'scientific name',
  harvest: 'harvest (year at least)',
  packed: 'packed on',
  amount: 'how much',
  unit: 'unit of how much',
  place: 'where it lies',
  supplier: 'supplier',
  from: 'whom it is from',
  owner: 'owner',
  treated: 'treated with',
  test: 'an earlier test (7/10, 80 %)',
  tested: 'day of that test',
  note: 'into the note',
  'leave out': 'leave it out',
} as const;
export type ListColumn = keyof typeof LIST_COLUMNS;

/** Words over a column, folded, that say what it holds. Ours, from what people write; no source. */
const WORDS: Readonly<Partial<Record<ListColumn, readonly string[]>>> = {
  kind: ['kind', 'crop', 'seed', 'seeds', 'what', 'plant', 'vegetable', 'common name', 'name'],
  variety: ['variety', 'cultivar', 'cv', 'sort'],
  species: ['species', 'scientific name', 'latin name', 'botanical name', 'taxon'],
  harvest: ['harvest', 'harvested', 'harvest year', 'year', 'harvest date', 'grown', 'year grown'],
  packed: ['packed', 'packed on', 'pack year', 'pack date', 'date packed', 'packed for'],
  amount: ['amount', 'quantity', 'qty', 'count', 'how many', 'how much', 'number of seeds', 'no of seeds', 'weight'],
  unit: ['unit', 'units'],
  place: ['place', 'where', 'location', 'drawer', 'box', 'shelf', 'stored in'],
  supplier: ['supplier', 'seller', 'company', 'bought from', 'shop', 'source'],
  from: ['from', 'donor', 'grower', 'grown by', 'given by'],
  owner: ['owner', 'belongs to'],
  treated: ['treated', 'treatment', 'dressing'],
  test: ['test', 'germination', 'germ', 'germ test', 'sprouted', 'germination test', 'last test', 'germination %'],
  tested: ['tested', 'tested on', 'test date', 'date tested', 'test day', 'germ date', 'date of test'],
  note: ['note', 'notes', 'remark', 'remarks', 'comment', 'comments'],
};

const fold = (text: string) =>
  text
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, ' ')
    .trim();

/** Whether a heading says no more than that here are notes. */
export const isNoteHeading = (heading: string): boolean =>
  [fold(heading), fold(heading.split(': ').at(-1) ?? '')].some((word) => word === '' || WORDS.note?.includes(word));

/**
 * One heading per column, from one or two lines of them. Where a heading of the upper line spans several columns, it
 * stands before each of theirs.
 */
export function headingsOf(lines: readonly (readonly string[])[], width: number): string[] {
  const [upper = [], lower] = lines;
  let span = '';
  return Array.from({ length: width }, (_, i) => {
    const over = (upper[i] ?? '').trim();
    if (!lower) return over;
    span = over || span;
    return [span, (lower[i] ?? '').trim()].filter(Boolean).join(': ');
  });
}

/** What each column seems to be by its heading; a proposal, null where the heading says nothing or said it before. */
export function proposeColumns(headings: readonly string[]): (ListColumn | null)[] {
  const taken = new Set<ListColumn>();
  return headings.map((heading) => {
    const words = [fold(heading), fold(heading.split(': ').at(-1) ?? '')];
    const found = (Object.keys(WORDS) as ListColumn[]).find((one) => words.some((word) => WORDS[one]?.includes(word)));
    if (!found || (taken.has(found) && found !== 'note')) return null;
    taken.add(found);
    return found;
  });
}
