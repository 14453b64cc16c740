import type { Edition, Figure } from '../rule-books/edition.ts';
import { ArgumentFault } from '../units/argument.ts';
import { Exact, type ExactNumber } from '../units/mass.ts';
import { outcomeUpTo, type Verdict, type WorkingStep } from '../verdict/verdict.ts';
import type { WeightNext } from './next.ts';
import { intervalOf, type SeedsPer, seedsPer, type WeightInterval } from './seedsPer.ts';

/** How the masses of replicates spread. */
export interface Spread {
  readonly meanG: ExactNumber;
  /** Of the sample: by n − 1. g². */
  readonly varianceG2: ExactNumber;
  readonly sdG: ExactNumber;
  /** Standard deviation of the mean, percent of it. */
  readonly cvPercent: ExactNumber;
}

interface Sums {
  readonly n: number;
  /** Sum of the masses, g. */
  readonly sum: ExactNumber;
  /** n Σx² − (Σx)², g²: what the variance is made of, without a root or a division. */
  readonly squares: ExactNumber;
}

function sumsOf(massesG: readonly ExactNumber[]): Sums {
  if (massesG.length < 2)
    throw new ArgumentFault('massesG', { is: 'argument.so-many', least: 2, most: null, got: massesG.length });
  for (const mass of massesG)
    if (!mass.gt(0)) throw new ArgumentFault('massesG', { is: 'argument.above-zero', got: mass.toNumber() });
  const n = massesG.length;
  const sum = massesG.reduce((all, one) => all.plus(one), new Exact(0));
  const squared = massesG.reduce((all, one) => all.plus(one.times(one)), new Exact(0));
  return { n, sum, squares: squared.times(n).minus(sum.times(sum)) };
}

/**
 * Mean, variance, standard deviation and coefficient of variation of replicates.
 * @param massesG  two masses at least, each above 0, g
 * @throws {RangeError} for fewer, or one that is not above 0
 *
 * Source: ISTA, determination of thousand-seed weight: variance (n Σx² − (Σx)²) / (n (n − 1)), coefficient of
 * variation s / x̄ × 100 (from memory).
 */
export function spreadOf(massesG: readonly ExactNumber[]): Spread {
  const { n, sum, squares } = sumsOf(massesG);
  const meanG = sum.div(n);
  const varianceG2 = squares.div(n * (n - 1));
  const sdG = varianceG2.sqrt();
  return { meanG, varianceG2, sdG, cvPercent: sdG.times(100).div(meanG) };
}

/** Whether the coefficient of variation is at most a limit; exact, so that a set that stands on the border is within. */
function within({ n, sum, squares }: Sums, limitPercent: number): boolean {
  // (s / x̄ × 100)² = 10⁴ n Q / ((n − 1) (Σx)²)
  return squares
    .times(n)
    .times(10_000)
    .lte(
      new Exact(limitPercent)
        .pow(2)
        .times(n - 1)
        .times(sum.pow(2)),
    );
}

/** Whether replicates spread by a coefficient of variation of at most a limit; what stands on the border does. */
export const agreeWithin = (massesG: readonly ExactNumber[], limitPercent: number): boolean =>
  within(sumsOf(massesG), limitPercent);

/** Whether a mass stands more than so many standard deviations away from the mean; exact. */
function beyond(massG: ExactNumber, { n, sum, squares }: Sums, deviations: number): boolean {
  // (x − x̄)² > k² s², times n² (n − 1)
  return massG
    .times(n)
    .minus(sum)
    .pow(2)
    .times(n - 1)
    .gt(new Exact(deviations).pow(2).times(squares).times(n));
}

/** The rows of a rule book that thousand-seed weight is judged by. */
export interface WeightRules {
  /** Replicates that are weighed first, and again where they part too far. */
  readonly replicates: number;
  readonly seeds: number;
  /** Largest coefficient of variation, percent: of chaffy seed, or of any other. */
  readonly limit: Figure<number>;
  /** A replicate further from the mean of all than so many standard deviations is left out. */
  readonly dropOver: Figure<number>;
}

/** Whether an edition speaks of thousand-seed weight; those of before do not. */
export const knowsWeight = (edition: Edition): boolean => edition.parameterIfAny('weight_replicates') !== undefined;

export const weightRules = (edition: Edition, chaffy: boolean): WeightRules => ({
  replicates: edition.parameter('weight_replicates').value,
  seeds: edition.parameter('weight_seeds_per_replicate').value,
  limit: edition.parameter(chaffy ? 'weight_cv_limit_chaffy_percent' : 'weight_cv_limit_percent'),
  dropOver: edition.parameter('weight_drop_over_sd'),
});

export interface WeightResult {
  /** Seeds that it rests on. */
  readonly seeds: number;
  /** The masses of the replicates in their order; none where the whole fraction was counted. */
  readonly replicates: readonly { readonly massG: number; readonly dropped: boolean }[];
  /** Of the replicates that stand, g and percent; null where the whole fraction was counted. */
  readonly meanG: number | null;
  readonly sdG: number | null;
  readonly cvPercent: number | null;
  readonly thousandSeedG: number;
  /** As it is reported: with the decimals that so much seed is weighed to. */
  readonly reportedG: string;
  readonly seedsPer: SeedsPer;
  /** Where the weight of a thousand lies with 95 % confidence, g; null where all seed was counted, or it spreads too far. */
  readonly interval: WeightInterval | null;
  readonly verdict: Verdict<WeightNext>;
}

/** How many more replicates are asked for before there is a result. */
export function replicatesLeft(massesG: readonly ExactNumber[], { replicates, limit }: WeightRules): number {
  const n = massesG.length;
  if (n <= replicates) {
    if (n < replicates) return replicates - n;
    return within(sumsOf(massesG), limit.value) ? 0 : replicates;
  }
  return Math.max(0, 2 * replicates - n);
}

/**
 * Thousand-seed weight from replicates: the first eight where they agree; where they part too far, sixteen without those
 * that stand too far from the mean of all.
 *
 * @param massesG  masses of the replicates in the order in which they were weighed, each above 0, g
 * @returns null until as many are weighed as the rules ask
 *
 * Source: ISTA, determination of thousand-seed weight, counting replicates (from memory).
 */
export function weighReplicates(
  edition: Edition,
  rules: WeightRules,
  massesG: readonly ExactNumber[],
): WeightResult | null {
  const { replicates, seeds, limit, dropOver } = rules;
  const n = massesG.length;
  if (n < replicates || (n > replicates && n < 2 * replicates)) return null;
  const all = sumsOf(massesG);
  const many = n > replicates;
  const dropped = massesG.map((mass) => many && beyond(mass, all, dropOver.value));
  const stands = massesG.filter((_, i) => !dropped[i]);
  const { meanG, sdG, cvPercent } = spreadOf(stands);
  const outside = !many && !within(all, limit.value);
  const thousandG = meanG.times(1000).div(seeds);
  const cv = cvPercent.toNumber();
  const left = n - stands.length;
  return {
    seeds: stands.length * seeds,
    replicates: massesG.map((mass, i) => ({ massG: mass.toNumber(), dropped: dropped[i] ?? false })),
    meanG: meanG.toNumber(),
    sdG: sdG.toNumber(),
    cvPercent: cv,
    ...weightIs(edition, thousandG),
    interval: intervalOf({ n: stands.length, meanG, sdG }, seeds),
    verdict: {
      measured: cv,
      limit: many ? null : limit.value,
      unit: '%',
      rule: many ? dropOver.rule : limit.rule,
      outcome: many ? 'within' : outside ? 'outside' : outcomeUpTo(Math.min(cv, limit.value), limit.value),
      next: many ? 'rest-agrees' : outside ? 'weigh-eight-more' : 'hundreds-agree',
      steps: [
        ...(many ? dropSteps(massesG, dropOver, left) : []),
        { label: `mean of ${stands.length} × ${seeds} seeds`, result: shown(meanG), unit: 'g' },
        { label: 'standard deviation', result: shown(sdG), unit: 'g' },
        {
          label: 'coefficient of variation',
          expression: `${shown(sdG)} / ${shown(meanG)} × 100`,
          result: shown(cvPercent),
          unit: '%',
        },
        ...(many ? [] : [{ label: 'largest allowed', result: String(limit.value), unit: '%' }]),
        ...weightSteps(edition, thousandG, `${shown(meanG)} × 1000 / ${seeds}`),
      ],
    },
  };
}

function dropSteps(massesG: readonly ExactNumber[], dropOver: Figure<number>, left: number): WorkingStep[] {
  const { meanG, sdG } = spreadOf(massesG);
  const far = sdG.times(dropOver.value);
  return [
    { label: `mean of all ${massesG.length}`, result: shown(meanG), unit: 'g' },
    {
      label: `${dropOver.value} standard deviations`,
      expression: `${dropOver.value} × ${shown(sdG)}`,
      result: shown(far),
      unit: 'g',
    },
    { label: 'further away, left out', result: String(left) },
  ];
}

/**
 * Thousand-seed weight of a fraction that was counted and weighed whole.
 * @param massG  above 0, g
 * @param seeds  1 at least
 * Source: ISTA, determination of thousand-seed weight, counting the entire working sample (from memory).
 */
export function weighFraction(edition: Edition, massG: ExactNumber, seeds: number): WeightResult {
  if (!massG.gt(0)) throw new ArgumentFault('massG', { is: 'argument.above-zero', got: massG.toNumber() });
  if (!Number.isInteger(seeds) || seeds < 1)
    throw new ArgumentFault('seeds', { is: 'argument.whole', least: 1, most: 10_000_000, got: seeds });
  const thousandG = massG.times(1000).div(seeds);
  return {
    seeds,
    replicates: [],
    meanG: null,
    sdG: null,
    cvPercent: null,
    ...weightIs(edition, thousandG),
    interval: null,
    verdict: {
      measured: null,
      limit: null,
      unit: 'g',
      rule: null,
      outcome: 'within',
      next: 'fraction-counted',
      steps: weightSteps(edition, thousandG, `${massG.toString()} × 1000 / ${seeds}`),
    },
  };
}

function weightIs(edition: Edition, thousandG: ExactNumber) {
  return {
    thousandSeedG: thousandG.toNumber(),
    reportedG: reportedWeight(edition, thousandG),
    seedsPer: seedsPer(thousandG),
  };
}

/** With the decimals to which so much seed is weighed, half up; what rounds up into the next class has that one's. */
export function reportedWeight({ purityDecimals, name }: Edition, thousandG: ExactNumber): string {
  for (const { limit, to } of purityDecimals) {
    const rounded = thousandG.toDecimalPlaces(limit, Exact.ROUND_HALF_UP);
    if (to === null || rounded.lte(to)) return rounded.toFixed(limit);
  }
  throw new RangeError(`${name} gives no decimals for ${thousandG.toString()} g`);
}

const weightSteps = (edition: Edition, thousandG: ExactNumber, expression: string): WorkingStep[] => [
  { label: 'of 1000 seeds', expression, result: shown(thousandG), unit: 'g' },
  {
    label: 'as it is reported',
    result: reportedWeight(edition, thousandG),
    unit: 'g',
  },
];

/** Six figures are more than any balance here gives. */
const shown = (value: ExactNumber): string => value.toSignificantDigits(6).toString();

/** Whether a weight is one that a kind has. */
export interface Plausible {
  readonly is: 'usual' | 'light' | 'heavy' | 'unknown';
  /** What the kind usually weighs, g for 1000 seeds; null where nobody knows. */
  readonly range: { readonly low: number; readonly high: number } | null;
}

/** Both ends of the kind's range are usual. */
export function plausible(thousandSeedG: number, range: Plausible['range']): Plausible {
  if (!range) return { is: 'unknown', range };
  return { is: thousandSeedG < range.low ? 'light' : thousandSeedG > range.high ? 'heavy' : 'usual', range };
}
