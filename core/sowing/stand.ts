import { betaBinomialChances, quantileOf } from '../statistics/betaBinomial.ts';
import { binomialAtMost } from '../statistics/betaDistribution.ts';
import { clopperPearson } from '../statistics/binomialInterval.ts';
import { numberIn, wholeIn } from '../units/argument.ts';
import type { WorkingStep } from '../verdict/verdict.ts';

export interface Stand {
  readonly expected: number;
  readonly sd: number;
  /** 2.5 % and 97.5 % quantiles: the smallest counts whose cumulative chance reaches them. */
  readonly lower: number;
  readonly upper: number;
  readonly probAtLeastWanted?: number;
  readonly steps: readonly WorkingStep[];
}

/**
 * Plants to expect from seeds whose share of living ones is known.
 *
 * @param seedsSown    integer 1..1e6
 * @param germination  share that comes up, 0..1
 * @param wanted       plants that are needed, integer 0..1e6; left out = not asked
 * @throws {RangeError} if an argument leaves its range
 * Source: the binomial distribution; check values R 4.2.2 qbinom, pbinom.
 */
export function expectedStand(seedsSown: number, germination: number, wanted?: number): Stand {
  wholeIn('seedsSown', seedsSown, 1, 1e6);
  numberIn('germination', germination, 0, 1);
  if (wanted !== undefined) wholeIn('wanted', wanted, 0, 1e6);
  const expected = seedsSown * germination;
  const sd = Math.sqrt(expected * (1 - germination));
  const [lower, upper] = [
    binomialQuantile(0.025, seedsSown, germination),
    binomialQuantile(0.975, seedsSown, germination),
  ];
  const chance =
    wanted === undefined
      ? undefined
      : wanted === 0
        ? 1
        : wanted > seedsSown
          ? 0
          : // The upper tail by the seeds that fail, so that a small chance keeps its digits.
            binomialAtMost(seedsSown - wanted, seedsSown, 1 - germination);
  return {
    expected,
    sd,
    lower,
    upper,
    ...(chance === undefined ? {} : { probAtLeastWanted: chance }),
    steps: [
      { label: 'plants to expect', expression: `${seedsSown} × ${germination}`, result: expected.toFixed(1) },
      { label: 'in 95 of 100 such sowings', expression: 'binomial quantiles', result: `${lower} to ${upper}` },
      ...(chance === undefined
        ? []
        : [
            {
              label: `at least ${wanted ?? ''}`,
              expression: 'binomial, upper tail',
              result: (chance * 100).toFixed(1),
              unit: '%',
            },
          ]),
    ],
  };
}

/** The smallest count whose cumulative chance reaches `level`, by halving; fuzzed as R does, so that a level met exactly counts. */
function binomialQuantile(level: number, n: number, p: number): number {
  let low = 0;
  let high = n;
  while (low < high) {
    const middle = Math.floor((low + high) / 2);
    if (binomialAtMost(middle, n, p) >= level * (1 - 64 * Number.EPSILON)) high = middle;
    else low = middle + 1;
  }
  return low;
}

export interface StandFromTest {
  readonly expected: number;
  /** Sown × the exact limits of the share: where the average of such sowings lies. */
  readonly lower: number;
  readonly upper: number;
  /** Where this one sowing lies in 95 of 100 cases. */
  readonly predictiveLower: number;
  readonly predictiveUpper: number;
  readonly steps: readonly WorkingStep[];
}

/**
 * Plants to expect when all that is known is a small test: wider than from a known share, because the test itself
 * may have been lucky.
 *
 * @param germinated  integer 0..tested
 * @param tested      integer 1..1e6
 * @param seedsSown   integer 1..1e6
 * @throws {RangeError} if an argument leaves its range
 * Source: Clopper & Pearson (1934) for the share; beta-binomial quantiles with the Jeffreys prior for the sowing.
 */
export function standFromTest(germinated: number, tested: number, seedsSown: number): StandFromTest {
  wholeIn('tested', tested, 1, 1e6);
  wholeIn('germinated', germinated, 0, tested);
  wholeIn('seedsSown', seedsSown, 1, 1e6);
  const interval = clopperPearson(germinated, tested, 0.95);
  const chances = betaBinomialChances(seedsSown, germinated + 0.5, tested - germinated + 0.5);
  const [predictiveLower, predictiveUpper] = [quantileOf(chances, 0.025), quantileOf(chances, 0.975)];
  const expected = (seedsSown * germinated) / tested;
  return {
    expected,
    lower: seedsSown * interval.lower,
    upper: seedsSown * interval.upper,
    predictiveLower,
    predictiveUpper,
    steps: [
      {
        label: 'plants to expect',
        expression: `${seedsSown} × ${germinated} / ${tested}`,
        result: expected.toFixed(1),
      },
      {
        label: 'on average of such sowings',
        expression: `${seedsSown} × exact 95 % limits`,
        result: `${(seedsSown * interval.lower).toFixed(1)} to ${(seedsSown * interval.upper).toFixed(1)}`,
      },
      {
        label: 'this sowing, in 95 of 100 cases',
        expression: 'beta-binomial quantiles, Jeffreys prior',
        result: `${predictiveLower} to ${predictiveUpper}`,
      },
    ],
  };
}
