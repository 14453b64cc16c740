import type { SpoilCause } from '@mercato/contract/germination/dishes';
import type { PlanEvent } from '@mercato/core/germination/planTest';
import type { RetestReason } from '@mercato/core/germination/retest';
import type { Treatment, TreatmentFacts } from '@mercato/core/germination/treatments';

export const EVENT_WORDS: Readonly<Record<PlanEvent['what'], string>> = {
  'set-up': 'set up',
  'end-of-prechill': 'into warmth',
  moisten: 'moisten',
  'first-count': 'first count',
  'interim-count': 'count',
  'final-count': 'final count',
};

/** How a dish was spoiled. */
export const SPOIL_WORDS: Readonly<Record<SpoilCause, string>> = {
  dropped: 'dropped',
  'dried-out': 'dried out',
  flooded: 'flooded',
  overrun: 'overrun by mould or mites',
  'mixed-up': 'mixed up with another',
  'too-warm': 'stood too warm or too cold',
  other: 'spoiled otherwise',
};

/** Why a sample is tested again, and what that leads to. */
export const RETEST_WORDS: Readonly<Record<RetestReason, { readonly why: string; readonly leads: string }>> = {
  dormancy: {
    why: 'Seed seems to be asleep: fresh seeds at the end',
    leads: 'Treat it. The better result is reported, with its treatment.',
  },
  toxic: {
    why: 'The substrate seems to harm it, or mould and bacteria spread',
    leads: 'Test in sand or soil. The better result is reported.',
  },
  'hard-to-judge': {
    why: 'Many seedlings are hard to judge',
    leads: 'Test in sand or soil. The better result is reported.',
  },
  errors: {
    why: 'Something went wrong at the bench: conditions, counts, a spoiled dish',
    leads: 'Set the first test aside; this one is reported.',
  },
  range: {
    why: 'The dishes lie further apart than the table permits',
    leads: 'The same method again. If both tests agree, their mean is reported.',
  },
};

export const TREATMENT_WORDS: Readonly<Record<Treatment, string>> = {
  untreated: 'untreated',
  'pre-chill': 'pre-chill',
  kno3: 'potassium nitrate (KNO3)',
  ga3: 'gibberellic acid (GA3)',
  'pre-dry': 'pre-dry',
  'pre-heat': 'pre-heat',
  wash: 'pre-wash',
  scarify: 'scarify',
  light: 'light',
};
/** The usual caution where a treatment can hurt. */
export const CAUTION_WORDS: Readonly<Record<NonNullable<TreatmentFacts['caution']>, string>> = {
  solution: 'Nitrate and gibberellic acid: gloves and eye protection; follow the safety sheet and local rules.',
  'acid-or-blade':
    'Scarifying: blades cut, and acid burns. Acid only by trained people, in a fume hood, by local rules.',
  heat: 'Hot trays and ovens: gloves against heat.',
};
