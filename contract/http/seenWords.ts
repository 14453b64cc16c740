import type { FieldTable } from './fieldWords.ts';

/** What the fields that say when something was seen are called. */
export const SEEN_FIELDS = {
  dayCorrection: {
    reason: { label: 'why it is corrected', hint: 'the figures stay as they are' },
  },
} as const satisfies FieldTable;
