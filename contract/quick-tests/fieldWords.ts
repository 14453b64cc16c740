import type { FieldTable } from '../http/fieldWords.ts';

/** What the fields of this feature are called. */
export const QUICK_TESTS_FIELDS = {
  endBag: {
    on: 'ended on',
  },
  floatNote: {
    seeds: 'seeds in water',
    sank: 'sank',
    minutes: 'after minutes',
    on: 'in water on',
    reason: 'why it is corrected',
  },
  newRound: {
    anyway: {
      label: 'some dry, freeze or warm up: why are they opened now?',
      hint: 'seed that is opened cold draws water out of the air',
    },
    name: 'name of the round, if any',
    startedOn: 'starts on',
    'warmthC.low': { label: 'where it stands: from', unit: '°C', hint: 'leave both empty if you do not know' },
    'warmthC.high': { label: 'to', unit: '°C' },
    light: { label: 'light', choices: { light: 'it has light, not direct sun', dark: 'it is dark' } },
  },
} as const satisfies FieldTable;
