import { betaBinomialChances } from '../statistics/betaBinomial.ts';
import { betaTails } from '../statistics/betaDistribution.ts';
import { ArgumentFault } from '../units/argument.ts';

/** What a school does with seed. */
export type Advice =
  | 'throw-away'
  | 'sow-twice'
  | 'sow-as-usual'
  | 'get-other-seed'
  | 'cells-only'
  | 'rows'
  | 'below-standard'
  | 'up-to-standard';

/** A band of one school: from (inside) a share of living seed, what people do. */
interface Band {
  readonly from: number;
  readonly advice: Advice;
}

export interface School {
  readonly id: 'quarters' | 'seventy' | 'standard';
  readonly source: string;
  /** Ordered from the lowest band up; the first begins at 0. */
  readonly bands: readonly [Band, ...Band[]];
}

/**
 * Rules of thumb. Source: common practice, no source. The borders of "about half" lie midway
 * between the quarters that people name; that reading is ours.
 */
const RULES_OF_THUMB: readonly School[] = [
  {
    id: 'quarters',
    source: 'common practice, no source; borders midway between the quarters are our reading',
    bands: [
      { from: 0, advice: 'throw-away' },
      { from: 0.375, advice: 'sow-twice' },
      { from: 0.625, advice: 'sow-as-usual' },
    ],
  },
  {
    id: 'seventy',
    source: 'common practice, no source',
    bands: [
      { from: 0, advice: 'get-other-seed' },
      { from: 0.5, advice: 'cells-only' },
      { from: 0.7, advice: 'rows' },
    ],
  },
];

/** The schools that answer for a kind: its own least germination (1..100 %) is the third where it is known. */
export function schoolsFor(standardPercent: number | undefined): readonly School[] {
  if (standardPercent === undefined) return RULES_OF_THUMB;
  return [
    ...RULES_OF_THUMB,
    {
      id: 'standard',
      source: '7 CFR 201.31, from memory',
      bands: [
        { from: 0, advice: 'below-standard' },
        { from: standardPercent / 100, advice: 'up-to-standard' },
      ],
    },
  ];
}

/** Seeds tested and sprouted; in packets whose seeds were counted, how many there were before the test. */
export interface SmallTest {
  readonly sprouted: number;
  readonly seeds: number;
  readonly packetSeeds?: number | undefined;
}

export interface SchoolAnswer {
  readonly id: School['id'];
  readonly source: string;
  readonly advice: Advice;
  /** Whether it is the best that this school says of any seed. */
  readonly best: boolean;
  /** Chance that the share of what is left (of a counted packet), or of all seed like it, lies in another band than the result. */
  readonly chanceWrong: number;
  /**
   * How many more seeds would bring that chance to one in twenty if they sprouted at the same share: 0 when it is
   * settled, null when no number would (the share lies on a border, or the packet holds too few).
   */
  readonly moreSeeds: number | null;
}

/** A decision counts as settled when it is wrong in no more than one of twenty cases. */
const SETTLED = 0.05;
const MOST_SEEDS = 10_000;

/** Whether a share of living seed lies in the highest band of a school. */
export const inBestBand = ({ bands }: School, share: number): boolean => share >= (bands.at(-1)?.from ?? 0);

/**
 * What a school says of a small test, and with what chance it errs: the probability outside the chosen band under a
 * beta distribution with the Jeffreys prior, Beta(k + ½, n − k + ½). Of a counted packet it is asked about the seeds
 * that are *left*, for only they are sown: of m of them k live with the beta-binomial chance, and the school errs where
 * k / m lies in another band.
 *
 * @param test  with seeds left: a packet that was tested whole is asked no school
 * @throws {RangeError} if nothing is left of the packet
 *
 * Source: Brown, Cai & DasGupta (2001) for the prior; the beta-binomial distribution for the seeds that are left.
 */
export function askSchool({ id, source, bands }: School, test: SmallTest): SchoolAnswer {
  const share = test.sprouted / test.seeds;
  const index = bands.findLastIndex((band) => share >= band.from);
  const band = bands[index] ?? bands[0];
  const [from, to] = [band.from, bands[index + 1]?.from ?? Infinity];
  if (test.packetSeeds !== undefined && test.packetSeeds <= test.seeds)
    throw new ArgumentFault('packetSeeds', { is: 'argument.seeds-left', tested: test.seeds, got: test.packetSeeds });
  const wrong = (seeds: number, countedOut = COUNTED_OUT) =>
    chanceOutside(
      share * seeds,
      seeds,
      from,
      to,
      test.packetSeeds === undefined ? Infinity : test.packetSeeds - seeds,
      countedOut,
    );
  const chanceWrong = wrong(test.seeds, Infinity);
  return {
    id,
    source,
    advice: band.advice,
    best: index === bands.length - 1,
    chanceWrong,
    moreSeeds: chanceWrong <= SETTLED ? 0 : moreNeeded(wrong, test.seeds, test.packetSeeds),
  };
}

/**
 * Looking for the number that settles it, up to so many seeds that are left each number of living ones is counted out.
 * Above, their share is taken as a beta distribution with the mean and variance of the beta-binomial: good to a tenth
 * of a percent, in a thousandth of the time. The chance itself is always counted out.
 */
const COUNTED_OUT = 5_000;

function chanceOutside(
  sprouted: number,
  seeds: number,
  from: number,
  to: number,
  left: number,
  countedOut: number,
): number {
  const [a, b] = [sprouted + 0.5, seeds - sprouted + 0.5];
  if (left === Infinity || left > countedOut) {
    // Var(alive / left) = m (1 − m) (a + b + left) / ((a + b + 1) left): so much more than that of the share itself.
    const c = left === Infinity ? a + b : ((a + b + 1) * left) / (a + b + left) - 1;
    const m = a / (a + b);
    // Half a seed less for their being whole.
    const below = (t: number) => {
      const p = left === Infinity ? t : t - 0.5 / left;
      return p <= 0 ? 0 : p >= 1 ? 1 : betaTails(p, m * c, (1 - m) * c).lower;
    };
    return Math.min(1, Math.max(0, (from <= 0 ? 0 : below(from)) + (to > 1 ? 0 : 1 - below(to))));
  }
  let outside = 0;
  // A border that is met but for rounding is met.
  const close = 1e-9;
  const chances = betaBinomialChances(left, a, b);
  for (let alive = 0; alive <= left; alive += 1) {
    const share = alive / left;
    if (share < from - close || share >= to - close) outside += chances[alive] ?? 0;
  }
  return Math.min(1, outside);
}

/** A packet of so many seeds is gone through seed by seed: with few left the chance does not fall evenly. */
const GONE_THROUGH = 2_000;

/**
 * The first number of further seeds that settles it, found by doubling and halving where the chance falls with the
 * seeds; null where none does while a seed is left.
 */
function moreNeeded(wrong: (seeds: number) => number, seeds: number, packetSeeds: number | undefined): number | null {
  if (packetSeeds !== undefined && packetSeeds <= GONE_THROUGH) {
    for (let all = seeds + 1; all < packetSeeds; all += 1) if (wrong(all) <= SETTLED) return all - seeds;
    return null;
  }
  const most = Math.min(MOST_SEEDS, packetSeeds === undefined ? MOST_SEEDS : packetSeeds - 1);
  let [low, high] = [seeds, seeds];
  while (high === seeds || wrong(high) > SETTLED) {
    if (high >= most) return null;
    low = high;
    high = Math.min(most, high * 2);
  }
  while (high - low > 1) {
    const middle = Math.floor((low + high) / 2);
    if (wrong(middle) > SETTLED) low = middle;
    else high = middle;
  }
  return high - seeds;
}
