import type { Edition } from '../rule-books/edition.ts';
import type { Counts } from '../units/seedCounts.ts';
import type { Rule } from '../verdict/verdict.ts';

/** Fresh seed is alive and asleep: above its book's share it is never simply reported. */
export interface FreshSeed {
  /** Whole percent of the rounded result. */
  readonly percent: number;
  readonly limitPercent: number;
  readonly rule: Rule;
}

/**
 * Whether so much fresh seed asks for more: that its life is shown (tetrazolium, cut or excised embryo), and that the
 * test is repeated with a treatment against dormancy.
 *
 * @param rounded  percents that total 100
 * @returns null below the limit, and in an edition that names none
 * Source: ISTA, germination, fresh seed at 5 % and above (from memory, medium).
 */
export function freshSeed(edition: Edition, rounded: Pick<Counts, 'fresh'>): FreshSeed | null {
  const limit = edition.parameterIfAny('germination_fresh_limit_percent');
  return limit !== undefined && rounded.fresh >= limit.value
    ? { percent: rounded.fresh, limitPercent: limit.value, rule: limit.rule }
    : null;
}
