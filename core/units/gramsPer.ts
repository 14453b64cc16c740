export const MASS_UNITS = ['g', 'kg', 'lb', 'oz'] as const;
export type MassUnit = (typeof MASS_UNITS)[number];

/** Grams in one unit; the international avoirdupois pound is exactly 453.59237 g (agreement of 1959). */
export const GRAMS_PER: Readonly<Record<MassUnit, string>> = {
  g: '1',
  kg: '1000',
  lb: '453.59237',
  oz: '28.349523125',
};
