import type { FieldTable } from '../http/fieldWords.ts';

/** What the fields of this feature are called. */
export const NAMES_FIELDS = {
  nameBinding: {
    taxon: 'species, or genus',
    reason: { label: 'how it is known', hint: 'what was written stays as it is' },
  },
} as const satisfies FieldTable;
