import type { PlanEvent } from '@mercato/core/germination/planTest';

export const EVENT_WORDS: Readonly<Record<PlanEvent['what'], string>> = {
  'set-up': 'set up',
  'end-of-prechill': 'out of the pre-chill',
  'first-count': 'first count',
  'interim-count': 'count',
  'final-count': 'final count',
};
