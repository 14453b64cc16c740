import { ArgumentFault, wholeIn } from '../units/argument.ts';
import { checkCounts, CLASSES, type Counts, perClass, type SeedClass, totalOf } from '../units/seedCounts.ts';
import type { WorkingStep } from '../verdict/verdict.ts';

/** Classes that may take a percent, in the order in which they do so where their fractions tie. */
const CANDIDATES = CLASSES.filter((one) => one !== 'normal');

export interface RoundedResult {
  /** Percent, exact up to floating point. */
  readonly averages: Counts;
  /** Whole percent, totals 100. */
  readonly rounded: Counts;
  readonly totalBeforeAdjustment: number;
  /** Classes that took one percent, in the order in which they took it. */
  readonly adjusted: readonly SeedClass[];
  readonly steps: readonly WorkingStep[];
}

/**
 * Averages of a whole test rounded to whole percents that total 100. Normal seedlings are rounded
 * half up first; the others keep their integer part; while the total is short, the class with the
 * largest fraction left takes one (ties: abnormal, hard, fresh, dead). Counts are compared as
 * integers, because thirds and sixths tie where floating point would part them.
 *
 * @param counts  over all replicates, adding up to `seeds`
 * @param seeds   integer 1..1e6
 * @throws {RangeError} if the counts do not add up to `seeds`
 *
 * Source: ISTA, germination, calculation and expression of results (from memory).
 */
export function roundTo100(counts: Counts, seeds: number): RoundedResult {
  wholeIn('seeds', seeds, 1, 1e6);
  checkCounts(counts);
  if (totalOf(counts) !== seeds)
    throw new ArgumentFault('counts', { is: 'argument.not-all-set', total: totalOf(counts), seeds });

  const rounded = perClass((one) =>
    one === 'normal'
      ? Math.floor((200 * counts.normal + seeds) / (2 * seeds))
      : Math.floor((100 * counts[one]) / seeds),
  );
  const totalBeforeAdjustment = totalOf(rounded);
  const left = [...CANDIDATES].sort((a, b) => ((100 * counts[b]) % seeds) - ((100 * counts[a]) % seeds));
  const adjusted = left.slice(0, 100 - totalBeforeAdjustment);
  for (const one of adjusted) rounded[one] += 1;

  const average = (one: SeedClass) => (100 * counts[one]) / seeds;
  return {
    averages: perClass(average),
    rounded,
    totalBeforeAdjustment,
    adjusted,
    steps: [
      ...CLASSES.map((one) => ({
        label: one,
        expression: `${counts[one]} of ${seeds} = ${Number(average(one).toFixed(2))}`,
        result: `${rounded[one] - ((adjusted as readonly SeedClass[]).includes(one) ? 1 : 0)}`,
        unit: '%',
      })),
      { label: 'total before adjusting', result: String(totalBeforeAdjustment), unit: '%' },
      ...adjusted.map((one) => ({
        label: `largest fraction left: ${one}`,
        expression: `${rounded[one] - 1} + 1`,
        result: String(rounded[one]),
        unit: '%',
      })),
    ],
  };
}
