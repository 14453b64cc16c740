import type { Edition, StepRow } from '../rule-books/edition.ts';
import { rowFor } from '../rule-books/lookUp.ts';
import { outcomeUpTo, type Verdict } from '../verdict/verdict.ts';

export interface TwoCountsVerdict extends Verdict {
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
    agree: 'The two counts agree: report both masses and both counts together.',
    apart: 'The counts part too far: count again, or draw another sample.',
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
    agree: 'The second is not worse than chance allows.',
    apart: 'The second is worse than chance allows.',
  });
}

function judge(
  rows: readonly StepRow[],
  first: number,
  second: number,
  difference: number,
  words: { readonly difference: string; readonly agree: string; readonly apart: string },
): TwoCountsVerdict {
  for (const [name, value] of Object.entries({ first, second }))
    if (!Number.isInteger(value) || value < 0 || value > 1e7)
      throw new RangeError(`${name} must be an integer 0..1e7, got ${value}`);
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
      { label: words.difference, result: String(difference) },
      row
        ? { label: `largest allowed at ${mean}`, result: String(row.limit) }
        : { label: `no row at ${mean}`, result: tooFew ? 'cannot be out of tolerance' : 'nothing is judged' },
    ],
    next:
      outcome === 'not-judged'
        ? 'The book has no row for so many: compare by the exact test.'
        : outcome === 'outside'
          ? words.apart
          : words.agree,
  };
}
