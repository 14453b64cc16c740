import type { Edition } from '../rule-books/edition.ts';
import { rowForGerminationAverage } from '../rule-books/lookUp.ts';
import { ArgumentFault, percentIn } from '../units/argument.ts';
import { Exact } from '../units/mass.ts';
import { outcomeUpTo, type Verdict, type WorkingStep } from '../verdict/verdict.ts';
import type { GerminationNext } from './next.ts';
import { theoreticalRange } from './theoreticalRange.ts';

export interface ReplicateVerdict extends Verdict<GerminationNext> {
  /** Average normal seedlings in whole percent, half up: the entry of the table. */
  readonly meanPercent: number;
  readonly rangePercent: number;
  /** Null where no four dishes at this average can be out of range (0, 1 and 100 stand in no row). */
  readonly maxRangePercent: number | null;
}

/**
 * Highest minus lowest of four replicates of 100 against the largest range the book allows at
 * their average.
 *
 * @param normalPercents  normal seedlings of each replicate, percent 0..100, four of them
 * @throws {RangeError}   if there are not four, or one leaves its range
 *
 * Source: ISTA Table 5B and 7 CFR 201.55 (rows of the edition, from memory); the entry is the
 * average rounded half up to the whole percent, mirrored below 51 as 101 − average.
 */
export function judgeReplicates(edition: Edition, normalPercents: readonly number[]): ReplicateVerdict {
  if (normalPercents.length !== 4)
    throw new ArgumentFault('replicates', { is: 'argument.so-many', least: 4, most: 4, got: normalPercents.length });
  normalPercents.forEach((one, i) => percentIn(`replicates.${i}`, one));
  const sum = normalPercents.reduce((total, one) => total.plus(one), new Exact(0));
  const mean = sum.div(4);
  const meanPercent = mean.plus(0.5).floor().toNumber();
  const highest = Math.max(...normalPercents);
  const lowest = Math.min(...normalPercents);
  const rangePercent = new Exact(highest).minus(lowest).toNumber();
  const row = rowForGerminationAverage(edition.replicateRanges, meanPercent);

  const steps: WorkingStep[] = [
    ...normalPercents.map((one, i) => ({ label: `replicate ${i + 1}`, result: String(one), unit: '%' })),
    { label: 'average', expression: `${sum.toString()} / 4`, result: mean.toString(), unit: '%' },
    { label: 'table entry, half up', result: String(meanPercent), unit: '%' },
    ...(row && meanPercent <= 50
      ? [
          {
            label: 'read at the mirrored average',
            expression: `101 − ${meanPercent}`,
            result: String(101 - meanPercent),
            unit: '%',
          },
        ]
      : []),
    { label: 'highest − lowest', expression: `${highest} − ${lowest}`, result: String(rangePercent), unit: '%' },
    row
      ? { label: `largest allowed at ${meanPercent}`, result: String(row.limit), unit: '%' }
      : { label: `no row at ${meanPercent}`, result: 'no four dishes can be out of range' },
  ];
  if (!row)
    return {
      meanPercent,
      rangePercent,
      maxRangePercent: null,
      measured: rangePercent,
      limit: null,
      unit: '%',
      outcome: 'within',
      rule: edition.replicateRanges[0]?.rule ?? null,
      steps,
      next: 'replicates-agree',
    };
  const outcome = outcomeUpTo(rangePercent, row.limit);
  return {
    meanPercent,
    rangePercent,
    maxRangePercent: row.limit,
    measured: rangePercent,
    limit: row.limit,
    unit: '%',
    outcome,
    rule: row.rule,
    steps,
    next: outcome === 'outside' ? 'make-second-test' : 'replicates-agree',
  };
}

/** The chance with which honest counting stays within a table of replicates. */
const WITHIN = 0.975;

/**
 * Two or three replicates of 100, where fewer were set or one was spoiled: their range against one recomputed for so
 * many. Fewer than four support no label by themselves: where they agree, somebody decides.
 *
 * @param normalPercents  normal seedlings of each, percent 0..100, two or three of them
 * @throws {RangeError}   if there are more or fewer, or one leaves its range
 *
 * Source: ISTA, germination: fewer than 400 seeds on request and stated, the range recomputed (from memory, medium), by
 * the studentized range on which Table 5B rests, to the whole percent.
 */
export function judgeFewer(edition: Edition, normalPercents: readonly number[]): Verdict<GerminationNext> {
  const k = normalPercents.length;
  if (k < 2 || k > 3) throw new ArgumentFault('replicates', { is: 'argument.so-many', least: 2, most: 3, got: k });
  normalPercents.forEach((one, i) => percentIn(`replicates.${i}`, one));
  const mean = normalPercents.reduce((sum, one) => sum + one, 0) / k;
  const range = Math.max(...normalPercents) - Math.min(...normalPercents);
  const allowed = theoreticalRange(k, 100, mean, WITHIN);
  const limit = Math.round(allowed.maxRange);
  const outside = range > limit;
  return {
    measured: range,
    limit,
    unit: '%',
    outcome: outside ? 'outside' : 'not-judged',
    rule: edition.parameter('germination_seeds').rule,
    steps: [
      ...normalPercents.map((one, i) => ({ label: `replicate ${i + 1}`, result: String(one), unit: '%' })),
      { label: 'average', result: String(Number(mean.toFixed(2))), unit: '%' },
      ...allowed.steps,
      { label: 'highest − lowest', result: String(range), unit: '%' },
      { label: `largest allowed of ${k}, to the whole percent`, result: String(limit), unit: '%' },
    ],
    next: outside ? 'make-second-test' : 'decide-on-fewer',
  };
}
