import { ArgumentFault, wholeIn } from './argument.ts';
/** The fates of a seed in a germination test, in the order in which they are reported. */
export const CLASSES = ['normal', 'abnormal', 'hard', 'fresh', 'dead'] as const;
export type SeedClass = (typeof CLASSES)[number];

/** Seed that has not germinated is called hard or fresh when the test ends, not before: until then it may still. */
const AT_THE_END: readonly SeedClass[] = ['hard', 'fresh'];
/** What is called at a count: everything at the final one. */
export const calledAt = (final: boolean): readonly SeedClass[] =>
  final ? CLASSES : CLASSES.filter((one) => !AT_THE_END.includes(one));

export type Counts = Readonly<Record<SeedClass, number>>;

/** Something of each class. */
export const perClass = <T>(of: (one: SeedClass) => T): Record<SeedClass, T> =>
  Object.fromEntries(CLASSES.map((one) => [one, of(one)])) as Record<SeedClass, T>;

export const NO_COUNTS: Counts = perClass(() => 0);

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
    throw new ArgumentFault('counts', { is: 'argument.more-than-set', total: totalOf(counts), seeds });
}
