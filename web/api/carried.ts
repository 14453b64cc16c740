import type { EnteredMass } from '@mercato/core/units/mass';
import { heavyNow } from './reader.ts';

/** The avoirdupois pound, by its definition of 1959. */
const KG_PER_LB = 0.45359237;
/** Converted, a mass has as many figures as it was written with, and four at least. */
const FIGURES = 4;

/** A mass that is carried, in the reader's unit; one of a bench balance as it was written. */
export function carried(mass: EnteredMass): EnteredMass {
  const unit = heavyNow();
  if (mass.unit === unit || (mass.unit !== 'kg' && mass.unit !== 'lb')) return mass;
  const value = unit === 'kg' ? Number(mass.text) * KG_PER_LB : Number(mass.text) / KG_PER_LB;
  const figures = Math.max(FIGURES, mass.text.replace('.', '').replace(/^0+/, '').length);
  return { text: String(Number(value.toPrecision(Math.min(15, figures)))), unit };
}
