/**
 * Families of which some seed is hard: its coat lets no water in. In all others a seed that seems hard at the end of a
 * test is more often dead, or lay dry.
 *
 * Source: families with a water-impermeable coat, Baskin C.C. & Baskin J.M. (2014) Seeds, 2nd ed., chapter 3 (from
 * memory, medium).
 */
const HARD_SEEDED: ReadonlySet<string> = new Set([
  'Anacardiaceae',
  'Bixaceae',
  'Cannaceae',
  'Cistaceae',
  'Cochlospermaceae',
  'Convolvulaceae',
  'Cucurbitaceae',
  'Dipterocarpaceae',
  'Fabaceae',
  'Geraniaceae',
  'Lauraceae',
  'Malvaceae',
  'Nelumbonaceae',
  'Rhamnaceae',
  'Sapindaceae',
  'Sarcolaenaceae',
  'Surianaceae',
]);

/** Whether a family has hard seed; null where the family is not known. */
export const hardKnown = (family: string): boolean | null => (family === '' ? null : HARD_SEEDED.has(family));
