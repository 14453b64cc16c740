import { ArgumentFault, wholeIn } from './argument.ts';
/** The five fates of a seed in a germination test, in the order in which they are reported. */
export const CLASSES = ['normal', 'abnormal', 'hard', 'fresh', 'dead'] as const;
export type SeedClass = (typeof CLASSES)[number];

export type Counts = Readonly<Record<SeedClass, number>>;

export const NO_COUNTS: Counts = { normal: 0, abnormal: 0, hard: 0, fresh: 0, dead: 0 };

export function totalOf(counts: Counts): number {
  return CLASSES.reduce((sum, one) => sum + counts[one], 0);
}

export function addCounts(all: readonly Counts[]): Counts {
  const sum = { ...NO_COUNTS };
  for (const counts of all) for (const one of CLASSES) sum[one] += counts[one];
  return sum;
}

/** @throws {RangeError} if a class is not an integer 0..1e6, or (with `seeds`) they hold more than were set */
export function checkCounts(counts: Counts, seeds?: number): void {
  for (const one of CLASSES) wholeIn(`counts.${one}`, counts[one], 0, 1e6);
  if (seeds !== undefined && totalOf(counts) > seeds)
    throw new ArgumentFault('counts', `add to ${totalOf(counts)}, more than the ${seeds} seeds set`);
}
