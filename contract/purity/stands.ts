import type { JudgedTests } from '@mercato/core/purity/judgeTests';
import type { Early } from '../register/early.ts';

/** What pairs of halves or whole samples came to, as far as words need it. */
export interface Together extends Pick<JudgedTests, 'basis' | 'state' | 'kept' | 'most'> {
  /** How many pairs there are. */
  pairs: number;
  outcome: JudgedTests['verdict']['outcome'];
}

/** What a purity result says: a code with its figures, masses in grams. */
export type PuritySays =
  | { is: 'second-half-to-draw' }
  | { is: 'halves-to-weigh' }
  | { is: 'components-to-weigh' }
  /** `change` in percent of the first weighing, more than 0 = gained. */
  | { is: 'changed'; change: number; limit: number | null; accepted: boolean }
  | { is: 'light'; massG: number | null; leastG: number | null; accepted: boolean }
  | { is: 'sound'; components: number; change: number; limit: number | null }
  | { is: 'together'; together: Together; accepted: boolean };

/** How purity stands; `shares` as they are reported, null = a trace. */
export type PurityStands = Early | { is: 'analysed'; shares: (string | null)[] | null; says: PuritySays };

export type PurityBlock = { is: 'changed' } | { is: 'light' } | { is: 'apart'; together: Together };
