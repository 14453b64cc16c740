import { clopperPearson } from '../statistics/binomialInterval.ts';
import { tUpperQuantile } from '../statistics/studentT.ts';
import { aboveUpTo, aboveZero, numberIn, zeroOrMore } from '../units/argument.ts';

export interface Defects {
  /** As they are said at the bench: in 400 seeds. */
  readonly per400: number;
  /** What the number of seeds leaves open, at 95 %. */
  readonly low: number;
  readonly high: number;
}

/**
 * Defects in 400 seeds, from any number that was looked at.
 * @throws {RangeError} if a figure leaves its range
 * Source: exact limits as in `clopperPearson`.
 */
export function defectsPer400(defects: number, of: number): Defects {
  const { lower, upper } = clopperPearson(defects, of, 0.95);
  return { per400: (400 * defects) / of, low: 400 * lower, high: 400 * upper };
}

export interface SortingPlan {
  /** What one person sorts in an hour of work, g; null while nobody's clock has run. */
  readonly gramsPerHour: number | null;
  /** Of work, for all that is left. */
  readonly hoursLeft: number | null;
  /** Whole days, with so many people for so many minutes a day. */
  readonly daysLeft: number | null;
  /** Of each person's minutes a day, what is work: the rest is rest for eyes and back. */
  readonly minutesOfWork: number;
}

/**
 * How long sorting by hand will take, by the clock of what was sorted so far.
 *
 * @param sorted       each sitting: who, minutes of work, g that were sorted
 * @param leftG        to be sorted yet, 0 or more
 * @param people       > 0
 * @param minutesADay  of each of them, with rests, > 0
 * @param rest         after so many minutes so many of rest
 * @throws {RangeError} if a figure leaves its range
 * Source: arithmetic; rests are common practice, no source.
 */
export function sortingPlan(
  sorted: readonly { readonly minutes: number; readonly massG: number }[],
  leftG: number,
  people: number,
  minutesADay: number,
  rest: { readonly afterMinutes: number; readonly minutes: number },
): SortingPlan {
  zeroOrMore('leftG', leftG);
  aboveZero('people', people);
  aboveZero('minutesADay', minutesADay);
  aboveZero('rest.afterMinutes', rest.afterMinutes);
  zeroOrMore('rest.minutes', rest.minutes);
  const sum = (of: (one: { readonly minutes: number; readonly massG: number }) => number) =>
    sorted.reduce((total, one) => total + of(one), 0);
  const minutes = sum((one) => one.minutes);
  const gramsPerHour = minutes > 0 ? (60 * sum((one) => one.massG)) / minutes : null;
  // A rest follows every full stretch of work but the last of the day.
  const turn = rest.afterMinutes + rest.minutes;
  const turns = Math.floor(minutesADay / turn);
  const minutesOfWork = turns * rest.afterMinutes + Math.min(rest.afterMinutes, minutesADay - turns * turn);
  const hoursLeft = gramsPerHour !== null && gramsPerHour > 0 ? leftG / gramsPerHour : null;
  return {
    gramsPerHour,
    hoursLeft,
    daysLeft: hoursLeft === null ? null : Math.ceil((hoursLeft * 60) / (people * minutesOfWork)),
    minutesOfWork,
  };
}

export interface PlotPair {
  /** Yield of the plot with sorted seed, and of the one beside it. */
  readonly sorted: number;
  readonly unsorted: number;
}
export interface PlotGain {
  readonly pairs: number;
  /** Mean of the differences, in the unit of the yields; null where there is no pair. */
  readonly mean: number | null;
  /** 95 %; null below three pairs: one pair or two say nothing of how far plots differ by themselves. */
  readonly interval: readonly [low: number, high: number] | null;
}
const LEAST_PAIRS = 3;

/**
 * What sorted seed yields more than unsorted, plot beside plot.
 * Source: paired t, Student (1908); as R 4.2.2 t.test(paired = TRUE).
 */
export function plotGain(pairs: readonly PlotPair[]): PlotGain {
  const differences = pairs.map((one) => one.sorted - one.unsorted);
  const n = differences.length;
  if (n === 0) return { pairs: 0, mean: null, interval: null };
  const mean = differences.reduce((sum, one) => sum + one, 0) / n;
  if (n < LEAST_PAIRS) return { pairs: n, mean, interval: null };
  const variance = differences.reduce((sum, one) => sum + (one - mean) ** 2, 0) / (n - 1);
  const half = tUpperQuantile(0.025, n - 1) * Math.sqrt(variance / n);
  return { pairs: n, mean, interval: [mean - half, mean + half] };
}

export interface SortingWorth {
  /** Money for what is sorted less what it would bring unsorted. */
  readonly priceGain: number;
  readonly wages: number;
  /** What is left of the gain after wages. */
  readonly gain: number;
  readonly perHour: number | null;
}

/** What sorting brings: price of sorted against unsorted, less what is thrown out and the hours. */
export function sortingWorth(
  unsortedKg: number,
  sortedKg: number,
  priceUnsorted: number,
  priceSorted: number,
  hours: number,
  wagePerHour: number,
): SortingWorth {
  aboveZero('unsortedKg', unsortedKg);
  numberIn('sortedKg', sortedKg, 0, unsortedKg);
  for (const [name, value] of Object.entries({ priceUnsorted, priceSorted, hours, wagePerHour }))
    zeroOrMore(name, value);
  const priceGain = sortedKg * priceSorted - unsortedKg * priceUnsorted;
  const wages = hours * wagePerHour;
  return { priceGain, wages, gain: priceGain - wages, perHour: hours > 0 ? priceGain / hours : null };
}

/**
 * Seed to sow after sorting for the same stand, against unsorted seed, by mass: what was thrown out would not have grown.
 *
 * @param goodBefore, goodAfter  share without defects, 0..1, above 0
 * @param hundredBeforeG, hundredAfterG  weight of a hundred seeds, > 0
 * @returns       1 = as much as before
 * Source: arithmetic; that no defective seed grows is the most that sorting can save.
 */
export function rateAfterSorting(
  goodBefore: number,
  goodAfter: number,
  hundredBeforeG: number,
  hundredAfterG: number,
): number {
  for (const [name, value] of Object.entries({ goodBefore, goodAfter })) aboveUpTo(name, value, 0, 1);
  aboveZero('hundredBeforeG', hundredBeforeG);
  aboveZero('hundredAfterG', hundredAfterG);
  return (goodBefore / goodAfter) * (hundredAfterG / hundredBeforeG);
}

/** What a defect speaks of, and what to do: spots come from disease in the field, holes from insects in the store. */
export type DefectAdvice = 'spots-from-field' | 'holes-from-store';
export const defectAdvice = ({
  spotted,
  bored,
}: {
  readonly spotted: number;
  readonly bored: number;
}): DefectAdvice[] => [
  ...(spotted > 0 ? (['spots-from-field'] as const) : []),
  ...(bored > 0 ? (['holes-from-store'] as const) : []),
];
