import type { OvenDeviation } from '@mercato/core/moisture/ovenCourse';
import type { Early } from '../register/early.ts';

/** How moisture stands: a code with its figures, percent and points of percent. */
export type MoistureStands =
  | Early
  | { is: 'to-weigh-in' }
  | { is: 'in-the-oven' }
  | {
      is: 'measured';
      percent: number;
      apart: number;
      limit: number | null;
      then: 'report' | 'repeat' | 'decide' | 'accepted';
    };

export type MoistureBlock = { is: 'containers-apart' } | { is: 'made-otherwise'; deviations: readonly OvenDeviation[] };
