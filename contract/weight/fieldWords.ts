import type { FieldTable } from '../http/fieldWords.ts';

/** What the fields of this feature are called. */
export const WEIGHT_FIELDS = {
  weightWeighings: {
    reason: { label: 'why it is corrected', hint: 'the old figure stays visible, crossed out' },
  },
} as const satisfies FieldTable;
