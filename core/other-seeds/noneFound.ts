import { GRAMS_PER } from '../units/gramsPer.ts';

/** Three figures that mean something; whole numbers from 100 up. */
export const threeFigures = (value: number): string =>
  value >= 100 ? value.toFixed(0) : value >= 10 ? value.toFixed(1) : value.toFixed(2);

/** The one-sided 95 % limit of a count of zero: "three in the mass". Exact Poisson: e^−μ = 0.05. */
const THREE = -Math.log(0.05);

/**
 * How many may still be there where none was found in a mass, per kg and per lb; the same as the one-sided limits of
 * `ratePerMass` at 95 %, without what it takes for other counts.
 *
 * @param massG  mass examined, g, > 0
 */
export const atMostOf = (massG: number): { readonly perKg: number; readonly perLb: number } => ({
  perKg: (THREE * Number(GRAMS_PER.kg)) / massG,
  perLb: (THREE * Number(GRAMS_PER.lb)) / massG,
});
