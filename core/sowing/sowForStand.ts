import { betaQuantile, binomialAtMost } from '../statistics/betaDistribution.ts';
import { aboveUpTo, between, wholeIn } from '../units/argument.ts';
import type { WorkingStep } from '../verdict/verdict.ts';

/** What a small test found: the share is known no better than that. */
export interface KnownFrom {
  readonly sprouted: number;
  readonly tested: number;
}

export interface Sowing {
  /** The fewest seeds with the wanted chance of as many plants; null when no sowing that is possible has it. */
  readonly seeds: number | null;
  readonly chancePercent: number | null;
  /** Seeds that would do if the share were exactly what the test found. */
  readonly ifExact: number | null;
  readonly steps: readonly WorkingStep[];
}

/** Points at which the share is taken: the middle of as many equal parts of its distribution. */
const NODES = 400;
const MOST_SEEDS = 1_000_000;

/**
 * How many seeds to sow so that as many plants as are wanted come up, with a wanted chance, when the share of living
 * seed is known from a small test alone. It asks more than plants / share: the test may have been lucky.
 *
 * @param wantedPlants      integer 1..1e5
 * @param test              sprouted 0..tested, tested 1..1e6, integers
 * @param chancePercent     above 0, below 100
 * @param emergencePercent  of living seeds come up in this bed, above 0, up to 100
 * @throws {RangeError} if an argument leaves its range
 *
 * Source: binomial stand over the beta distribution of the share (Jeffreys prior), by the midpoints of 400 equal
 * parts; with every living seed coming up it is the beta-binomial distribution.
 */
export function sowForStand(
  wantedPlants: number,
  test: KnownFrom,
  chancePercent: number,
  emergencePercent: number,
): Sowing {
  for (const [name, value, least, most] of [
    ['wantedPlants', wantedPlants, 1, 1e5],
    ['tested', test.tested, 1, 1e6],
    ['sprouted', test.sprouted, 0, test.tested],
  ] as const)
    wholeIn(name, value, least, most);
  between('chancePercent', chancePercent, 0, 100);
  aboveUpTo('emergencePercent', emergencePercent, 0, 100);
  const shares = Array.from(
    { length: NODES },
    (_, i) =>
      (betaQuantile({ lower: (i + 0.5) / NODES }, test.sprouted + 0.5, test.tested - test.sprouted + 0.5) *
        emergencePercent) /
      100,
  );
  // By the seeds that fail, so that a chance near 1 is not a difference of two that are.
  const chance = (seeds: number) =>
    shares.reduce(
      (sum, p) => sum + (seeds < wantedPlants ? 0 : binomialAtMost(seeds - wantedPlants, seeds, 1 - p)),
      0,
    ) / NODES;
  const enough = (seeds: number) => 100 * chance(seeds) >= chancePercent;
  const seeds = fewest(wantedPlants, enough);
  const share = (test.sprouted / test.tested) * (emergencePercent / 100);
  const ifExact = share === 0 ? null : Math.ceil(wantedPlants / share - 1e-9);
  return {
    seeds,
    chancePercent: seeds === null ? null : 100 * chance(seeds),
    ifExact,
    steps: [
      {
        label: 'by the share alone',
        expression: `${wantedPlants} / (${test.sprouted} / ${test.tested} × ${emergencePercent} %)`,
        result: ifExact === null ? '—' : String(ifExact),
        unit: 'seeds',
      },
      {
        label: `to have ${wantedPlants} plants in ${chancePercent} of 100 cases`,
        expression: 'binomial over the share’s beta distribution',
        result: seeds === null ? 'more than can be sown' : String(seeds),
        unit: 'seeds',
      },
    ],
  };
}

/** The chance grows with the seeds: the first number that has it, by doubling and halving. */
function fewest(least: number, enough: (seeds: number) => boolean): number | null {
  let [low, high] = [least - 1, least];
  while (!enough(high)) {
    if (high >= MOST_SEEDS) return null;
    low = high;
    high = Math.min(MOST_SEEDS, high * 2);
  }
  while (high - low > 1) {
    const middle = Math.floor((low + high) / 2);
    if (enough(middle)) high = middle;
    else low = middle;
  }
  return high;
}
