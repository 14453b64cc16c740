import { aboveUpTo } from '../units/argument.ts';
import type { Size } from './screen.ts';

const GRAVITY = 9.80665;
/** Air at 20 °C near the sea, kg/m³ and Pa·s. */
export const AIR_KG_M3 = 1.2;
const AIR_PA_S = 1.81e-5;
/** Of the surface of an ellipsoid, within 1.1 %. */
const THOMSEN = 1.6075;

export interface TerminalVelocity {
  /** Speed of air that just carries it, m/s. */
  readonly terminalVelocityMS: number;
  /** Surface of the ball of its volume over its own, at most 1. */
  readonly sphericity: number;
}

/** Diameter of the ball of the same volume as the ellipsoid, mm. */
export const ballMm = ({ lengthMm, widthMm, thicknessMm }: Size): number => Math.cbrt(lengthMm * widthMm * thicknessMm);

/** Surface of the ball of the same volume over that of the ellipsoid, 0..1. Source: Thomsen's formula, from memory. */
export function sphericityOf({ lengthMm: l, widthMm: w, thicknessMm: t }: Size): number {
  const mean = ((l * w) ** THOMSEN + (l * t) ** THOMSEN + (w * t) ** THOMSEN) / 3;
  return Math.min(1, Math.cbrt(l * w * t) ** 2 / mean ** (1 / THOMSEN));
}

/**
 * How fast air must rise to carry a seed, from its size and density.
 *
 * @param size         mm, each above 0 and at most 100
 * @param densityGCm3  of the seed itself, above 0 and at most 3
 * @param shapeFactor  share of its ellipsoid that the seed fills, above 0 and at most 2
 * @throws {RangeError} if a figure leaves its range
 *
 * Source: drag of a shape by its sphericity, Haider & Levenspiel (1989) Powder Technology 58:63–70, constants from
 * memory; checked against bisection in Python.
 */
export function terminalVelocity(size: Size, densityGCm3: number, shapeFactor: number): TerminalVelocity {
  for (const [name, value] of Object.entries(size) as [string, number][]) aboveUpTo(name, value, 0, 100);
  aboveUpTo('densityGCm3', densityGCm3, 0, 3);
  aboveUpTo('shapeFactor', shapeFactor, 0, 2);
  const psi = sphericityOf(size);
  const a = Math.exp(2.3288 - 6.4581 * psi + 2.4486 * psi ** 2);
  const b = 0.0964 + 0.5565 * psi;
  const c = Math.exp(4.905 - 13.8944 * psi + 18.4222 * psi ** 2 - 10.2599 * psi ** 3);
  const e = Math.exp(1.4681 + 12.2584 * psi - 20.7322 * psi ** 2 + 15.8855 * psi ** 3);
  const diameterM = ballMm(size) / 1000;
  // What hangs in air fills only its share of the ellipsoid.
  const lift = (4 * GRAVITY * diameterM * (1000 * shapeFactor * densityGCm3 - AIR_KG_M3)) / (3 * AIR_KG_M3);
  if (!(lift > 0)) return { terminalVelocityMS: 0, sphericity: psi };
  // Drag grows with speed, so that it holds the weight at one speed alone.
  const tooSlow = (v: number) => {
    const re = (AIR_KG_M3 * v * diameterM) / AIR_PA_S;
    return v ** 2 * ((24 / re) * (1 + a * re ** b) + c / (1 + e / re)) < lift;
  };
  let [low, high] = [1e-9, 200];
  for (let i = 0; i < 200 && high - low > 1e-13 * high; i += 1) {
    const middle = (low + high) / 2;
    if (tooSlow(middle)) low = middle;
    else high = middle;
  }
  return { terminalVelocityMS: (low + high) / 2, sphericity: psi };
}
