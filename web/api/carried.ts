import { GRAMS_PER } from '@mercato/core/units/gramsPer';
import type { EnteredMass } from '@mercato/core/units/mass';
import { heavyNow } from './reader.ts';

/** Converted, a mass has as many figures as it was written with, and four at least. */
const FIGURES = 4;

/** A mass that is carried, in the reader's unit; one of a bench balance as it was written. */
export function carried(mass: EnteredMass): EnteredMass {
  const unit = heavyNow();
  if (mass.unit === unit || (mass.unit !== 'kg' && mass.unit !== 'lb')) return mass;
  const value = (Number(mass.text) * Number(GRAMS_PER[mass.unit])) / Number(GRAMS_PER[unit]);
  const figures = Math.max(FIGURES, mass.text.replace('.', '').replace(/^0+/, '').length);
  return { text: String(Number(value.toPrecision(Math.min(15, figures)))), unit };
}
