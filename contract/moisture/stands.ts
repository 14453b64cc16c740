import type { MeterGuide } from '@mercato/core/moisture/meter';
import type { OvenDeviation } from '@mercato/core/moisture/ovenCourse';
import type { Early } from '../register/early.ts';
import type { Voided } from '../register/worked.ts';

/** How moisture stands: a code with its figures, percent and points of percent. */
export type MoistureStands =
  | Early
  | { is: 'to-weigh-in' }
  | { is: 'in-the-oven' }
  | {
      is: 'measured';
      percent: number;
      /** What was compared: both containers, or the means of two tests; lines of before compared containers. */
      of?: 'containers' | 'tests';
      apart: number;
      limit: number | null;
      then: 'report' | 'repeat' | 'decide' | 'accepted' | 'anew';
    }
  | { is: 'to-read' }
  | {
      is: 'by-meter';
      percent: number;
      apart: number;
      limit: number | null;
      guide: MeterGuide | null;
      then: 'report' | 'repeat' | 'accepted';
    }
  | ({ is: 'void' } & Voided);

export type MoistureBlock =
  | { is: 'containers-apart' }
  | { is: 'tests-apart' }
  | { is: 'readings-apart' }
  | ({ is: 'void' } & Voided)
  | { is: 'made-otherwise'; deviations: readonly OvenDeviation[] };
