import type { FieldTable } from '../http/fieldWords.ts';

/** What the fields of this feature are called. */
export const TODAY_FIELDS = {
  calendarFeed: { place: { label: 'what stands in', hint: 'all that waits for your hands, or one place alone' } },
} as const satisfies FieldTable;
