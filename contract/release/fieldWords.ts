import type { FieldTable } from '../http/fieldWords.ts';

/** What the fields of this feature are called. */
export const RELEASE_FIELDS = {
  newRelease: {},
} as const satisfies FieldTable;
