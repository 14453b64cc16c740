import { type EnteredMass, toGrams } from '@mercato/core/units/mass';
import { heavyNow } from './reader.ts';

const HEAVY: readonly string[] = ['kg', 'lb'];
/** Converted, a mass has as many figures as it was written with, and four at least. */
const FIGURES = 4;

/** A mass that is carried, in the reader's unit; one of a bench balance as it was written. */
export function carried(mass: EnteredMass): EnteredMass {
  const unit = heavyNow();
  if (!HEAVY.includes(mass.unit) || mass.unit === unit) return mass;
  const grams = toGrams({ text: '1', unit });
  const figures = Math.max(FIGURES, mass.text.replace('.', '').replace(/^0+/, '').length);
  return { text: toGrams(mass).div(grams).toSignificantDigits(figures).toString(), unit };
}
