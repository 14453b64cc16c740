import type { SoakAct } from '@mercato/core/cleaning/entries';
import type { BatchDue } from '@mercato/core/cleaning/standing';

/** What is to be done at a soak. */
export const SOAK_NEXT: Readonly<Record<SoakAct | 'look', string>> = {
  look: 'Look at it',
  looked: 'Look at it',
  stirred: 'Stir it, and look',
  water: 'Give it fresh water',
  mould: 'Look for mould',
  decanted: 'Pour off what floats',
  rinsed: 'Rinse it',
  spread: 'Spread it on a labelled sheet',
};

/** What a batch of the shed asks of somebody. */
export const shedDueWords = (act: BatchDue['act']): string => (act === 'weigh' ? 'Weigh what dries' : SOAK_NEXT[act]);
