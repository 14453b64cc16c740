import type { ByChaff, Edition, StepRow } from '../rule-books/edition.ts';
import { rowForPurityAverage } from '../rule-books/lookUp.ts';
import { percentIn } from '../units/argument.ts';
import { type Component, COMPONENT_NAMES } from '../units/components.ts';
import { Exact } from '../units/mass.ts';
import { outcomeUpTo, type Verdict } from '../verdict/verdict.ts';
import type { PurityNext } from './next.ts';

/** How two percents of one component compare; without a table nothing is judged. */
export interface ToleranceVerdict extends Verdict<PurityNext> {
  /** Average of both, to two decimals half up: what the table is read at. */
  readonly meanPercent: number;
  /** First less second without its sign, or what counts of it when only one direction does. */
  readonly differencePercent: number;
  readonly tolerancePercent: number | null;
  readonly within: boolean | null;
}

export type Basis = 'half' | 'whole';
export type Way = 'one-way' | 'two-way';

/**
 * Two purity tests of one submitted sample, by half or whole working samples: may they differ by chance?
 *
 * @param firstPercent, secondPercent  share of one component, 0..100, at least two decimals for half samples
 * @throws {RangeError} if a percentage leaves its range
 *
 * Source: ISTA Table 3B, 5 % two-way (rows of the edition, from memory).
 */
export function judgeDuplicate(
  edition: Edition,
  firstPercent: number,
  secondPercent: number,
  basis: Basis,
  chaffy: boolean,
): ToleranceVerdict {
  return compare(rowsFor(edition.purityDuplicates[basis], chaffy), firstPercent, secondPercent, null, {
    first: 'first',
    second: 'second',
    agree: 'report-weighted-mean',
    apart: basis === 'half' ? 'take-another-pair' : 'make-one-more-whole',
  });
}

/**
 * A second submitted sample of the lot, or a second laboratory. Two-way asks whether both can come from one lot;
 * one-way asks only whether the second is worse than the first.
 *
 * Arguments and errors as in `judgeDuplicate`.
 * Source: ISTA Tables 3C (one-way) and 3D (two-way), 1 % (rows of the edition, from memory).
 */
export function judgeSecondSample(
  edition: Edition,
  component: Component,
  firstPercent: number,
  secondPercent: number,
  way: Way,
  chaffy: boolean,
): ToleranceVerdict {
  const rows = rowsFor(way === 'one-way' ? edition.puritySamples.oneWay : edition.puritySamples.twoWay, chaffy);
  return compare(rows, firstPercent, secondPercent, way === 'one-way' ? component : null, {
    first: 'first sample',
    second: 'second sample',
    agree: way === 'one-way' ? 'second-not-worse' : 'one-lot',
    apart: way === 'one-way' ? 'second-worse' : 'not-one-lot',
  });
}

/**
 * Purity found against purity labelled. Only the unfavourable direction counts: less pure seed, or more of
 * anything else.
 *
 * @param labelledPercent, foundPercent  0..100
 * @throws {RangeError} if a percentage leaves its range
 *
 * Source: 7 CFR 201.60 (rows of the edition, from memory, rebuilt).
 */
export function judgePurityClaim(
  edition: Edition,
  component: Component,
  labelledPercent: number,
  foundPercent: number,
  chaffy: boolean,
): ToleranceVerdict {
  return compare(rowsFor(edition.purityLabel, chaffy), labelledPercent, foundPercent, component, {
    first: 'labelled',
    second: 'found',
    agree: 'purity-label-stands',
    apart: component === 'pureSeed' ? 'purity-label-too-high' : 'purity-label-too-low',
  });
}

const rowsFor = (rows: ByChaff, chaffy: boolean) => (chaffy ? rows.chaffy : rows.nonchaffy);

interface Pair {
  /** How the two are called in the working, and in a refusal. */
  readonly first: string;
  readonly second: string;
  readonly agree: PurityNext;
  readonly apart: PurityNext;
}

function compare(
  rows: readonly StepRow[],
  first: number,
  second: number,
  /** The component of which only a worsening counts; null: both directions do. */
  worsening: Component | null,
  pair: Pair,
): ToleranceVerdict {
  percentIn(`${pair.first}Percent`, first);
  percentIn(`${pair.second}Percent`, second);
  const mean = new Exact(first).plus(second).div(2);
  const looked = mean.toDecimalPlaces(2, Exact.ROUND_HALF_UP).toNumber();
  const signed = new Exact(first).minus(second);
  const counted =
    worsening === null ? signed.abs() : worsening === 'pureSeed' ? signed : signed.isZero() ? signed : signed.neg();
  const difference = counted.toNumber();
  const row = rowForPurityAverage(rows, looked);
  const outcome = row ? (difference < 0 ? 'within' : outcomeUpTo(difference, row.limit)) : 'not-judged';
  return {
    meanPercent: looked,
    differencePercent: difference,
    tolerancePercent: row?.limit ?? null,
    within: row ? outcome !== 'outside' : null,
    measured: difference,
    limit: row?.limit ?? null,
    unit: '%',
    outcome,
    rule: row?.rule ?? null,
    steps: [
      { label: pair.first, result: String(first), unit: '%' },
      { label: pair.second, result: String(second), unit: '%' },
      {
        label: 'average of both, to two decimals',
        expression: `(${first} + ${second}) / 2`,
        result: looked.toFixed(2),
        unit: '%',
      },
      {
        label:
          worsening === null
            ? 'difference'
            : worsening === 'pureSeed'
              ? `${pair.first} − ${pair.second}`
              : `${pair.second} − ${pair.first}, ${COMPONENT_NAMES[worsening]}`,
        result: counted.toString(),
        unit: '%',
      },
      row
        ? {
            label: looked < 50 ? `largest allowed, read at ${(100 - looked).toFixed(2)}` : 'largest allowed',
            result: String(row.limit),
            unit: '%',
          }
        : { label: 'largest allowed', result: 'the book has no table for it' },
    ],
    next: row ? (outcome === 'outside' ? pair.apart : pair.agree) : 'no-purity-table',
  };
}
