import { tUpperQuantile } from '../statistics/studentT.ts';
import { GRAMS_PER } from '../units/gramsPer.ts';
import { Exact, type ExactNumber } from '../units/mass.ts';

/** How many seeds go to a mass. */
export interface SeedsPer {
  readonly g: number;
  readonly kg: number;
  readonly lb: number;
  readonly oz: number;
}

/**
 * Seeds in a gram, kilogram, pound and ounce.
 * @param thousandSeedG  above 0
 * Source: the international pound and ounce, 453.59237 g and a sixteenth of it (exact by definition).
 */
export function seedsPer(thousandSeedG: ExactNumber): SeedsPer {
  const inMass = (grams: string) => new Exact(grams).times(1000).div(thousandSeedG).toNumber();
  return { g: inMass('1'), kg: inMass(GRAMS_PER.kg), lb: inMass(GRAMS_PER.lb), oz: inMass(GRAMS_PER.oz) };
}

/** What so many seeds weigh, g. */
export const massOfSeeds = (seeds: number, thousandSeedG: number): number => (seeds * thousandSeedG) / 1000;

/** Where the weight of a thousand seeds lies, g, and how many of them go to a mass then. */
export interface WeightInterval {
  readonly lowerG: number;
  readonly upperG: number;
  readonly fewest: SeedsPer;
  readonly most: SeedsPer;
}

/** Share of the tail on each side of the interval. */
const TAIL = 0.025;

/**
 * The interval for the weight of a thousand seeds from replicates, 95 %: mean ± t s / √n.
 *
 * @param of     replicates that stand, two at least, with their mean and standard deviation, g
 * @param seeds  of each replicate
 * @returns null where it would reach down to nothing
 * Source: confidence interval of a mean, as R 4.2.2 t.test(x)$conf.int (from memory).
 */
export function intervalOf(
  { n, meanG, sdG }: { readonly n: number; readonly meanG: ExactNumber; readonly sdG: ExactNumber },
  seeds: number,
): WeightInterval | null {
  const half = sdG.times(tUpperQuantile(TAIL, n - 1)).div(new Exact(n).sqrt());
  const ofThousand = (mass: ExactNumber) => mass.times(1000).div(seeds);
  const [lower, upper] = [ofThousand(meanG.minus(half)), ofThousand(meanG.plus(half))];
  if (!lower.gt(0)) return null;
  return { lowerG: lower.toNumber(), upperG: upper.toNumber(), fewest: seedsPer(upper), most: seedsPer(lower) };
}
