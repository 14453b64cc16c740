import type { Edition } from '../rule-books/edition.ts';
import { rowForGerminationAverage } from '../rule-books/lookUp.ts';
import { percentIn } from '../units/argument.ts';
import { outcomeUpTo, type Verdict } from '../verdict/verdict.ts';
import type { GerminationNext } from './next.ts';

export interface TwoTestsVerdict extends Verdict<GerminationNext> {
  readonly meanPercent: number;
  readonly differencePercent: number;
  readonly tolerancePercent: number | null;
  readonly compatible: boolean;
}

/**
 * Are two tests of 400 seeds of one sample compatible?
 *
 * @param firstPercent, secondPercent  average normal seedlings, whole percent 0..100
 * @throws {RangeError} if one leaves its range
 *
 * Source: ISTA Table 5C (each row recomputed in the tests as round(2.16·√(2pq/400))); AOSA
 * uses the same values (from memory).
 */
export function judgeTwoTests(edition: Edition, firstPercent: number, secondPercent: number): TwoTestsVerdict {
  percentIn('firstPercent', firstPercent);
  percentIn('secondPercent', secondPercent);
  const mean = (firstPercent + secondPercent) / 2;
  const meanPercent = Math.floor(mean + 0.5);
  const differencePercent = Math.abs(firstPercent - secondPercent);
  const row = rowForGerminationAverage(edition.twoTests, meanPercent);
  const outcome = row ? outcomeUpTo(differencePercent, row.limit) : 'within';
  return {
    meanPercent,
    differencePercent,
    tolerancePercent: row?.limit ?? null,
    compatible: outcome !== 'outside',
    measured: differencePercent,
    limit: row?.limit ?? null,
    unit: '%',
    outcome,
    rule: row?.rule ?? edition.twoTests[0]?.rule ?? null,
    steps: [
      { label: 'first test', result: String(firstPercent), unit: '%' },
      { label: 'second test', result: String(secondPercent), unit: '%' },
      {
        label: 'average of both, half up',
        expression: `(${firstPercent} + ${secondPercent}) / 2 = ${mean}`,
        result: String(meanPercent),
        unit: '%',
      },
      { label: 'difference', result: String(differencePercent), unit: '%' },
      row
        ? { label: `largest allowed at ${meanPercent}`, result: String(row.limit), unit: '%' }
        : { label: `no row at ${meanPercent}`, result: 'cannot be out of tolerance' },
    ],
    next: outcome === 'outside' ? 'make-third-test' : 'report-mean-of-both',
  };
}
