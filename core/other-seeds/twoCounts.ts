import type { Edition, StepRow } from '../rule-books/edition.ts';
import { rowFor } from '../rule-books/lookUp.ts';
import { wholeIn } from '../units/argument.ts';
import { outcomeUpTo, type Verdict } from '../verdict/verdict.ts';
import type { OtherSeedsNext } from './next.ts';

export interface TwoCountsVerdict extends Verdict<OtherSeedsNext> {
  /** Average count, half up: what the table is read at. */
  readonly mean: number;
  readonly difference: number;
  readonly tolerance: number | null;
  readonly within: boolean | null;
}

/**
 * Two counts of other seeds in equal masses: may they differ by chance?
 *
 * Below the first printed average no two counts can be out of tolerance (none of its formula's limits lies below
 * the largest difference that such an average allows); above the last one nothing is judged.
 *
 * @param first, second  seeds found, integers 0..1e7
 * @throws {RangeError} if a count leaves its range
 *
 * Source: ISTA Table 4A (rows of the edition, from memory).
 */
export function judgeTwoCounts(edition: Edition, first: number, second: number): TwoCountsVerdict {
  return judge(edition.otherSeedsCounts.twoWay, first, second, Math.abs(first - second), {
    difference: 'difference',
    agree: 'report-both-counts',
    apart: 'count-again',
  });
}

/**
 * Is the second count worse than the first by more than chance allows? One-way: finding less never is.
 *
 * Arguments and errors as in `judgeTwoCounts`.
 * Source: ISTA Table 4B (rows of the edition, from memory).
 */
export function judgeSecondCount(edition: Edition, first: number, second: number): TwoCountsVerdict {
  return judge(edition.otherSeedsCounts.oneWay, first, second, second - first, {
    difference: 'second − first',
    agree: 'second-count-not-worse',
    apart: 'second-count-worse',
  });
}

function judge(
  rows: readonly StepRow[],
  first: number,
  second: number,
  difference: number,
  pair: { readonly difference: string; readonly agree: OtherSeedsNext; readonly apart: OtherSeedsNext },
): TwoCountsVerdict {
  wholeIn('first', first, 0, 1e7);
  wholeIn('second', second, 0, 1e7);
  const mean = Math.floor((first + second + 1) / 2);
  const row = rowFor(rows, mean);
  const least = rows[0]?.from;
  const tooFew = least !== undefined && mean < least;
  const outcome = row
    ? difference < 0
      ? 'within'
      : outcomeUpTo(difference, row.limit)
    : tooFew
      ? 'within'
      : 'not-judged';
  return {
    mean,
    difference,
    tolerance: row?.limit ?? null,
    within: outcome === 'not-judged' ? null : outcome !== 'outside',
    measured: difference,
    limit: row?.limit ?? null,
    unit: 'seeds',
    outcome,
    rule: row?.rule ?? (tooFew ? (rows[0]?.rule ?? null) : null),
    steps: [
      { label: 'first count', result: String(first) },
      { label: 'second count', result: String(second) },
      { label: 'average, half up', expression: `(${first} + ${second}) / 2`, result: String(mean) },
      { label: pair.difference, result: String(difference) },
      row
        ? { label: `largest allowed at ${mean}`, result: String(row.limit) }
        : { label: `no row at ${mean}`, result: tooFew ? 'cannot be out of tolerance' : 'nothing is judged' },
    ],
    next: outcome === 'not-judged' ? 'compare-exactly' : outcome === 'outside' ? pair.apart : pair.agree,
  };
}
