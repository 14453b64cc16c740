/**
 * Why a sample is tested again, and what follows from it.
 * Source: ISTA, germination, retesting (a) to (e) (from memory, high; (b) and (c) medium).
 */
export const RETEST_REASONS = ['dormancy', 'toxic', 'hard-to-judge', 'errors', 'range'] as const;
export type RetestReason = (typeof RETEST_REASONS)[number];

/** How the test after it is made, and which of them is then reported. */
export interface RetestAsks {
  readonly method: 'treated' | 'other-substrate' | 'any' | 'same';
  readonly reported: 'best' | 'this' | 'mean';
}
export const RETEST_ASKS: Readonly<Record<RetestReason, RetestAsks>> = {
  dormancy: { method: 'treated', reported: 'best' },
  toxic: { method: 'other-substrate', reported: 'best' },
  'hard-to-judge': { method: 'other-substrate', reported: 'best' },
  errors: { method: 'any', reported: 'this' },
  range: { method: 'same', reported: 'mean' },
};

/** As much of a plan as tells one method from another. */
export interface Method {
  readonly substrate: string;
  readonly temperature: string;
  readonly treatment: string;
  readonly prechillDays: number;
}
/** Tests under one name were made in one way, and may be compared and averaged. */
export const methodOf = ({ substrate, temperature, treatment, prechillDays }: Method): string =>
  [substrate, temperature, treatment.trim().toLowerCase(), String(prechillDays)].join(' · ');

/** What a plan lacks for its reason. */
export type RetestLacks = 'same-method' | 'treatment' | 'other-substrate';

/** What the plan of a retest lacks for the reason that was given; null where it follows from it. */
export function retestLacks(reason: RetestReason, before: readonly Method[], plan: Method): RetestLacks | null {
  switch (RETEST_ASKS[reason].method) {
    case 'same':
      return before.some((one) => methodOf(one) === methodOf(plan)) ? null : 'same-method';
    case 'treated':
      return (plan.treatment.trim() !== '' || plan.prechillDays > 0) &&
        before.every((one) => methodOf(one) !== methodOf(plan))
        ? null
        : 'treatment';
    case 'other-substrate':
      return before.every((one) => one.substrate !== plan.substrate) ? null : 'other-substrate';
    case 'any':
      return null;
  }
}

interface Seen {
  /** Fresh seed above its book's share. */
  readonly fresh: boolean;
  /** Dishes further apart than permitted. */
  readonly apart: boolean;
  /** Counted on days that the book does not permit, or a dish was spoiled. */
  readonly errors: boolean;
}
/** Reasons that show in the figures of a test; the others only an eye sees. */
export const reasonsSeen = ({ fresh, apart, errors }: Seen): RetestReason[] => [
  ...(fresh ? (['dormancy'] as const) : []),
  ...(errors ? (['errors'] as const) : []),
  ...(apart ? (['range'] as const) : []),
];
