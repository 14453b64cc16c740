import type { BagTime } from '@mercato/core/quick-tests/method';

/** A bag of a round, as the packet that its seed is of tells of it. */
export interface TriedBag {
  id: string;
  number: number;
  round: { id: string; number: number; startedOn: string };
  /** What was done to the seed before: untreated, scratched …; of another way how. */
  treatment: string;
  how: string;
  seeds: number;
  sprouted: number;
  /** Where it stands in the time of its kind. */
  time: BagTime;
  ended: {
    on: string;
    verdict: 'sprouted' | 'dead' | 'dormant' | 'invalid' | 'unclear';
    reasons: readonly string[];
  } | null;
  /** Of a treated arm: the untreated one that lay beside it, and the chance of such a difference by luck. */
  untreated: { sprouted: number; seeds: number; p: number } | null;
}
export interface TriedBags {
  bags: TriedBag[];
}
