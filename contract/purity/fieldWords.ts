import type { FieldTable } from '../http/fieldWords.ts';

/** What the fields of this feature are called. */
export const PURITY_FIELDS = {
  purityWeighings: {
    'chaffiness.chaffy': 'evaluated as',
    'chaffiness.why': 'why',
    'blowing.setting': { label: 'setting of the blower', hint: 'set with a calibration sample of the kind' },
    'blowing.minutes': { label: 'blown for', unit: 'min' },
    'fractions.examined': 'seeds looked at',
    'fractions.light': 'light',
    'fractions.stained': 'stained',
    'fractions.bored': 'bored',
    'fractions.off-type': 'off type',
    reason: { label: 'why it is corrected', hint: 'the old figure stays visible, crossed out' },
  },
  otherPurity: {
    source: 'where it comes from',
    way: 'the question',
    on: { label: 'of the day', hint: 'where it is known' },
    reason: 'why it is corrected',
  },
} as const satisfies FieldTable;
