import type { FieldTable } from '../http/fieldWords.ts';

/** What the fields of this feature are called. */
export const OTHER_SEEDS_FIELDS = {
  otherFinds: {
    source: 'where it comes from',
    way: 'the question',
    species: { label: 'species', hint: 'empty: all other seeds together' },
    count: 'seeds',
    on: { label: 'of the day', hint: 'where it is known' },
    reason: 'why it is corrected',
  },
  trayCount: {
    reason: { label: 'why it is corrected', hint: 'the old figure stays visible, crossed out' },
  },
} as const satisfies FieldTable;
