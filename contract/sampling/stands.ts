import type { Decision } from '../register/decisions.ts';

/** How sampling stands: a code with its figures. */
export type SamplingStands =
  | { is: 'divided'; parts: string[] }
  | { is: 'too-large'; kg: number | null; parts: number | null }
  | { is: 'uneven'; container: number; decision: Decision | null }
  | { is: 'not-uniform'; test: number; decision: Decision | null }
  /** `asked` primary samples; null where the book does not say, or others draw them. */
  | { is: 'awaiting-client' }
  | { is: 'to-sample' }
  | { is: 'to-draw'; asked: number }
  | { is: 'drawn'; asked: number | null }
  | { is: 'taking'; asked: number | null; taken: number; of: number }
  | { is: 'to-reduce'; asked: number | null }
  | {
      is: 'submitted';
      /** Primary samples that went into it, as they were written; null = it was sent in. */
      primaries: string | null;
      asked: number | null;
      /** Its mass as it was written, with its unit. */
      mass: string;
      /** `light`: under `leastG`; `unknown`: the book has no least mass. */
      weight: 'enough' | 'light' | 'unknown';
      leastG: number | null;
      accepted: boolean;
    };

export type SamplingBlock =
  | { is: 'too-large' }
  | { is: 'uneven'; container: number; decision: Decision | null }
  | { is: 'not-uniform'; test: number; decision: Decision | null }
  | { is: 'too-few-primaries' }
  | { is: 'too-light' };
