import type { FieldTable } from '../http/fieldWords.ts';

/** What the fields of this feature are called. */
export const MOISTURE_FIELDS = {
  moistureWeighings: {
    reason: { label: 'why it is corrected', hint: 'the old figure stays visible, struck through' },
  },
} as const satisfies FieldTable;
