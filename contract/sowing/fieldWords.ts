import type { FieldTable } from '../http/fieldWords.ts';

/** What the fields of this feature are called. */
export const SOWING_FIELDS = {
  newSowingPlan: {
    kind: 'what is sown',
    packetId: 'from which packet',
    from: 'first day of sowing',
    to: 'last day of sowing',
    testDays: 'its test takes',
    buyDays: 'other seed is here in',
    sowings: 'how many sowings',
    everyDays: 'from one to the next',
    oneChance: {
      label: 'one chance a season',
      choices: { false: 'no: later helps too', true: 'yes: later it gives nothing' },
    },
    note: 'note',
  },
} as const satisfies FieldTable;
