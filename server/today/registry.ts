import { airDue } from '../air/due.ts';
import { ovenDue } from '../moisture/due.ts';
import { shedDue } from '../cleaning/due.ts';
import { dishesDue, lotsDue, requestsDue } from '../lot-sheet/due.ts';
import { bagsDue } from '../quick-tests/due.ts';
import type { WhatIsDue } from '../register/due.ts';
import { sowingsDue } from '../sowing/due.ts';
import { batchesDue } from '../storage/due.ts';

/** Whatever asks something of somebody. A new room is one line here. */
export const ASKS: readonly WhatIsDue[] = [
  dishesDue,
  lotsDue,
  requestsDue,
  ovenDue,
  shedDue,
  bagsDue,
  batchesDue,
  airDue,
  sowingsDue,
];
