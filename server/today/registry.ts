import { airDue } from '../air/due.ts';
import { bagsDue } from '../quick-tests/due.ts';
import type { WhatIsDue } from '../register/due.ts';
import { sowingsDue } from '../sowing/due.ts';
import { batchesDue } from '../storage/due.ts';

/** Whatever asks something of somebody. A new room is one line here. */
export const ASKS: readonly WhatIsDue[] = [bagsDue, batchesDue, airDue, sowingsDue];
