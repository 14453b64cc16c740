import type { ExactNumber } from '../units/mass.ts';
import type { Edition } from './edition.ts';
import { rowUpTo } from './lookUp.ts';

/** Decimals of a gram to which so much seed and its parts are weighed (both books: four significant figures). */
export function weighingDecimals(edition: Edition, massG: ExactNumber): number {
  const row = rowUpTo(edition.purityDecimals, massG.toNumber());
  if (!row) throw new RangeError(`${edition.name} gives no decimals for ${massG.toString()} g`);
  return row.limit;
}
