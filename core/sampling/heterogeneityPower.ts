import beta from '@stdlib/random-base-beta';
import binomial from '@stdlib/random-base-binomial';
import gamma from '@stdlib/random-base-gamma';
import mersenneTwister from '@stdlib/random-base-mt19937';
import poisson from '@stdlib/random-base-poisson';
import { ArgumentFault, wholeIn } from '../units/argument.ts';
import { heterogeneityOfCounts, heterogeneityOfPercents } from './heterogeneity.ts';

export interface PowerTask {
  /** Percentages of so many seeds, or numbers of other seeds in equal masses. */
  readonly kind: 'percents' | 'counts';
  /** Container samples, integer 2..200. */
  readonly containers: number;
  /** Seeds in each, integer 1..100 000; not used for counts. */
  readonly seedsEach: number;
  readonly f: number;
  /** What the lot has on average: percent (0..100, both excluded), or seeds in a sample (above 0). */
  readonly mean: number;
  /** True differences to try: standard deviation between containers, in the unit of the mean, 0 or more. */
  readonly spreads: readonly number[];
  /** Lots simulated for each, integer 1..100 000. */
  readonly runs: number;
  /** Whole number 1..4294967295; the same seed gives the same answer. */
  readonly seed: number;
}

export interface PowerPoint {
  readonly spread: number;
  /** Share of simulated lots that the H test called not uniform, 0..1. */
  readonly found: number;
}

/**
 * What a heterogeneity test could have found: lots are made up whose containers truly differ by so much, sampled by
 * chance, and judged by H. Runs one lot after the other, so that a caller can show progress and stop; yields after
 * each how far it is (0..1), and returns the points.
 *
 * The true values of the containers follow a beta distribution (percents) or a gamma distribution (counts).
 *
 * @throws {RangeError} naming the figure that cannot be, or a spread that no container values can have
 *
 * Source: simulation by the definition of the test; sampling by Mersenne twister.
 */
export function* heterogeneityPower(task: PowerTask): Generator<number, PowerPoint[]> {
  const { kind, containers, seedsEach, f, mean, spreads, runs, seed } = task;
  wholeIn('containers', containers, 2, 200);
  wholeIn('runs', runs, 1, 100_000);
  wholeIn('seed', seed, 1, 0xffffffff);
  if (kind === 'percents') wholeIn('seedsEach', seedsEach, 1, 100_000);
  if (!(mean > 0 && (kind === 'counts' ? mean < 1e6 : mean < 100)))
    throw new ArgumentFault(
      'mean',
      kind === 'counts'
        ? { is: 'argument.above', low: 0, got: mean }
        : { is: 'argument.between', low: 0, high: 100, got: mean },
    );
  for (const spread of spreads)
    if (!(spread >= 0) || (kind === 'percents' && spread ** 2 >= mean * (100 - mean)))
      throw new ArgumentFault('spreads', { is: 'argument.spread-too-large', mean, got: spread });
  const whole32 = mersenneTwister.factory({ seed: [seed] });
  const prng = () => whole32() / 0x1_0000_0000;
  const total = spreads.length * runs;
  const points: PowerPoint[] = [];
  for (const [index, spread] of spreads.entries()) {
    const truth = trueValues(kind, mean, spread, prng);
    const drawn = binomial.factory({ prng });
    const counted = poisson.factory({ prng });
    let found = 0;
    for (let run = 0; run < runs; run += 1) {
      const values = Array.from({ length: containers }, () =>
        kind === 'percents' ? (100 * atShare(drawn, seedsEach, truth() / 100)) / seedsEach : atMean(counted, truth()),
      );
      const { significant } =
        kind === 'percents' ? heterogeneityOfPercents(values, seedsEach, f) : heterogeneityOfCounts(values, f);
      if (significant === true) found += 1;
      yield (index * runs + run + 1) / total;
    }
    points.push({ spread, found: found / runs });
  }
  return points;
}

function trueValues(kind: PowerTask['kind'], mean: number, spread: number, prng: () => number): () => number {
  if (spread === 0) return () => mean;
  if (kind === 'counts') {
    const shape = (mean / spread) ** 2;
    const draw = gamma.factory(shape, shape / mean, { prng });
    return () => draw();
  }
  const p = mean / 100;
  const size = (p * (1 - p)) / (spread / 100) ** 2 - 1;
  const draw = beta.factory(p * size, (1 - p) * size, { prng });
  return () => 100 * draw();
}

// The generators take no share of exactly 0 or 1, which a wide beta distribution reaches by underflow.
const atShare = (draw: (n: number, p: number) => number, n: number, p: number) =>
  p <= 0 ? 0 : p >= 1 ? n : draw(n, p);
const atMean = (draw: (mean: number) => number, mean: number) => (mean <= 0 ? 0 : draw(mean));
