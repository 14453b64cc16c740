import type { FieldTable } from '../http/fieldWords.ts';

/** What the fields of this feature are called. */
export const MOISTURE_FIELDS = {
  moistureWeighings: {
    reason: { label: 'why it is corrected', hint: 'the old figure stays visible, crossed out' },
  },
} as const satisfies FieldTable;
