import type { FieldTable } from '../http/fieldWords.ts';

/** What the fields of this feature are called. */
export const GERMINATION_FIELDS = {
  planDays: {
    setUpDate: 'set up on',
    prechillDays: 'pre-chill, days',
    reason: { label: 'why they are corrected', hint: 'counts keep the days on which they were seen' },
  },
} as const satisfies FieldTable;
