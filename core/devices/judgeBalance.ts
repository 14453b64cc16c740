import { Exact } from '../units/mass.ts';

/** How a balance stands by its check weights. */
export type CheckState = 'good' | 'overdue' | 'failed' | 'never';

export interface WeightCheck {
  /** Check weight, g as text. */
  readonly nominal: string;
  /** What the balance showed of it, g as text. */
  readonly shown: string;
  /** Largest difference allowed, g as text. */
  readonly tolerance: string;
  readonly at: Date;
}

/** Whether a balance showed its check weight within what is allowed of it. */
export const checkPassed = ({ nominal, shown, tolerance }: Omit<WeightCheck, 'at'>): boolean =>
  new Exact(shown).minus(nominal).abs().lte(tolerance);

/**
 * The newest check decides: one that failed stands until one passes, one that passed holds for so many hours.
 *
 * @param newest  the newest check, or null when there was none
 * @param hours   how long a check holds, h, > 0
 *
 * Source: common practice, no source: check weights before the day's first weighing.
 */
export function checkState(newest: WeightCheck | null, hours: number, now: Date): CheckState {
  if (!newest) return 'never';
  if (!checkPassed(newest)) return 'failed';
  return now.getTime() - newest.at.getTime() > hours * 3_600_000 ? 'overdue' : 'good';
}
