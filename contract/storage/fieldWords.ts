import type { FieldTable } from '../http/fieldWords.ts';

/** What the fields of this feature are called. */
export const STORAGE_FIELDS = {
  batchEntry: {
    massG: 'figure',
  },
  newBatch: {
    what: 'what is done',
    placeId: 'where it lies then',
    hours: 'for how many days',
    shutAirPercent: {
      label: 'air shut up with it',
      unit: '%',
      hint: 'a hygrometer in the closed jar for a day; 25 % or less',
    },
    bags: 'how many bags around it',
    massG: { label: 'it weighs', unit: 'g' },
    moisturePercent: { label: 'moisture now', unit: '%' },
    targetPercent: { label: 'moisture wanted', unit: '%' },
    anyway: 'why it is done anyway',
  },
} as const satisfies FieldTable;
