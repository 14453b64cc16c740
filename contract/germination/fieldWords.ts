import type { FieldTable } from '../http/fieldWords.ts';

/** What the fields of this feature are called. */
export const GERMINATION_FIELDS = {
  planDays: {
    setUpDate: 'set up on',
    prechillDays: 'pre-chill, days',
    reason: { label: 'why they are corrected', hint: 'counts keep the days on which they were seen' },
  },
  otherGermination: {
    source: 'where it comes from',
    way: 'the question',
    percent: { label: 'normal seedlings', unit: '%' },
    on: { label: 'of the day', hint: 'where it is known' },
    reason: 'why it is corrected',
  },
  spoiled: {
    cause: 'what happened',
    note: { label: 'in a few words', hint: 'such as: slid off the tray, seeds on the floor' },
    seenOn: 'seen on',
    lateReason: 'why it is entered so late',
  },
  recount: {
    counts: 'seeds by class',
    parts: 'kinds within a class',
    reason: 'why it is corrected',
  },
  photo: {
    picture: 'the picture',
    thumbnail: 'the small picture',
    note: 'note',
    seenOn: 'taken on',
    lateReason: 'why it is entered so late',
  },
  dishMove: { placeId: 'shelf' },
  substrateBatch: {
    batch: { label: 'batch of the substrate', hint: 'as its wrapper says' },
    ph: { label: 'pH', hint: 'where it was measured' },
    conductivity: { label: 'conductivity', unit: 'mS/m', hint: 'where it was measured' },
  },
} as const satisfies FieldTable;
