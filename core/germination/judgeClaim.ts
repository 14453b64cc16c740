import type { Edition } from '../rule-books/edition.ts';
import { rowFrom } from '../rule-books/lookUp.ts';
import { percentIn } from '../units/argument.ts';
import { Exact } from '../units/mass.ts';
import { outcomeUpTo, type Verdict } from '../verdict/verdict.ts';
import type { GerminationNext } from './next.ts';

export interface ClaimVerdict extends Verdict<GerminationNext> {
  readonly meanPercent: number;
  readonly tolerancePercent: number;
  readonly within: boolean;
}

/**
 * Germination found against germination labelled: the unrounded mean of both finds the tolerance.
 * Finding more than the label says is never out of tolerance.
 *
 * @param labelledPercent, foundPercent  0..100
 * @param seeds  tested: 400 or 200 (two points more)
 * @throws {RangeError} if an argument leaves its range
 *
 * Source: 7 CFR 201.63 (rows of the edition, from memory).
 */
export function judgeClaim(
  edition: Edition,
  labelledPercent: number,
  foundPercent: number,
  seeds: 400 | 200,
): ClaimVerdict {
  percentIn('labelledPercent', labelledPercent);
  percentIn('foundPercent', foundPercent);
  const mean = new Exact(labelledPercent).plus(foundPercent).div(2);
  const row = rowFrom(edition.labelTolerances, mean.toNumber());
  if (!row) throw new RangeError(`${edition.name} has no label tolerance at ${mean.toString()} %`);
  const extra = seeds === 200 ? edition.parameter('germination_label_200_seed_extra').value : 0;
  const tolerancePercent = row.limit + extra;
  const short = new Exact(labelledPercent).minus(foundPercent);
  const within = short.lte(tolerancePercent);
  return {
    meanPercent: mean.toNumber(),
    tolerancePercent,
    within,
    measured: short.toNumber(),
    limit: tolerancePercent,
    unit: '%',
    outcome: within ? outcomeUpTo(Math.max(0, short.toNumber()), tolerancePercent) : 'outside',
    rule: row.rule,
    steps: [
      { label: 'labelled', result: String(labelledPercent), unit: '%' },
      { label: 'found', result: String(foundPercent), unit: '%' },
      {
        label: 'mean of both',
        expression: `(${labelledPercent} + ${foundPercent}) / 2`,
        result: mean.toString(),
        unit: '%',
      },
      {
        label: 'tolerance',
        ...(extra ? { expression: `${row.limit} + ${extra} for 200 seeds` } : {}),
        result: String(tolerancePercent),
        unit: '%',
      },
      { label: 'labelled − found', result: short.toString(), unit: '%' },
    ],
    next: within ? 'germination-label-stands' : 'germination-label-too-high',
  };
}
