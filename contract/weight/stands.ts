import type { Plausible } from '@mercato/core/weight/thousandSeedWeight';
import type { Early } from '../register/early.ts';

/** How thousand-seed weight stands: a code with its figures, g and percent. */
export type WeightStands =
  | Early
  | { is: 'to-weigh' }
  /** So many replicates are weighed, and so many more are asked for. */
  | { is: 'weighing'; weighed: number; left: number }
  | {
      is: 'weighed';
      thousandSeedG: string;
      /** Coefficient of variation and the most it may be; null where the whole fraction was counted. */
      cv: number | null;
      limit: number | null;
      dropped: number;
      usual: Plausible['is'];
      then: 'report' | 'accepted';
    };

/** The first replicates part too far, and nobody has weighed more or decided. */
export interface WeightBlock {
  is: 'replicates-apart';
  cv: number;
  limit: number | null;
}
