import type { Edition, Figure, MoistureMethod } from '../rule-books/edition.ts';
import type { ExactNumber } from '../units/mass.ts';

/** Thousand-seed weight of a kind, g, from the lightest to the heaviest of its lots; null = not known. */
export type SeedSize = { readonly low: number; readonly high: number } | null;

const GRAMS_OF_A_THOUSAND_KG = 1_000_000;
/** The borders of the table's columns, percent of moisture; both belong to the middle one. */
const DAMP = { middle: 12, high: 25 };

/**
 * How far two containers may lie apart, points of percent: trees and shrubs further than the others, by the size of
 * their seed and its moisture. Where the size is not known, or goes over the border, the narrower row holds.
 *
 * @param mean  of both containers, percent, not rounded
 * Source: ISTA, moisture, tolerances between duplicates, as the edition has them (from memory).
 */
export function duplicateLimit(
  edition: Edition,
  method: MoistureMethod | null,
  size: SeedSize,
  mean: ExactNumber,
): Figure<number> {
  const general = edition.parameter('moisture_duplicate_limit_percent');
  const border = edition.parameterIfAny('moisture_large_seeds_per_kg')?.value;
  if (!method?.tree || border === undefined) return general;
  const large = size !== null && GRAMS_OF_A_THOUSAND_KG / size.low < border;
  const row = edition.treeDuplicates.find((one) => one.seeds === (large ? 'large' : 'small'));
  if (!row) return general;
  const value = mean.lt(DAMP.middle) ? row.below12 : mean.gt(DAMP.high) ? row.above25 : row.from12To25;
  return { value, rule: row.rule };
}

/** Both tests of a sample whose containers lay too far apart each time. */
export interface Repeated {
  readonly earlierPercent: number;
  readonly thisPercent: number;
  readonly apart: number;
}
