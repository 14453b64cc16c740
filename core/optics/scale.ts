import { aboveZero } from '../units/argument.ts';

/** How long something is in the picture, and in truth. */
export type Scale =
  | { readonly by: 'mark'; readonly lengthPx: number; readonly lengthMm: number }
  | { readonly by: 'sheet'; readonly widthPx: number; readonly heightPx: number; readonly longSideMm: number }
  /** Of a scan: pixels per inch, and how many of its pixels were kept when it was made smaller. */
  | { readonly by: 'scan'; readonly perInch: number; readonly share: number };

const MM_PER_INCH = 25.4;

/**
 * Millimetres of one pixel.
 * @throws {ArgumentFault} naming what is not above 0
 */
export function mmPerPixel(scale: Scale): number {
  switch (scale.by) {
    case 'mark':
      aboveZero('lengthPx', scale.lengthPx);
      aboveZero('lengthMm', scale.lengthMm);
      return scale.lengthMm / scale.lengthPx;
    case 'sheet':
      aboveZero('longSideMm', scale.longSideMm);
      return scale.longSideMm / Math.max(scale.widthPx, scale.heightPx);
    case 'scan':
      aboveZero('perInch', scale.perInch);
      return MM_PER_INCH / (scale.perInch * scale.share);
  }
}

/** Share of seeds that a round hole lets through: those that are narrower than it, by number, 0..1. */
export const throughRound = (widthsMm: readonly number[], holeMm: number): number =>
  widthsMm.filter((one) => one < holeMm).length / Math.max(1, widthsMm.length);

/**
 * How thick lying seeds would be, mm, by what they weigh together: a picture from above does not show it.
 *
 * @param seeds    length and width of each, mm
 * @param massMg   of all of them
 * @param density  mg/mm³
 * @param shape    share that a seed fills of the ellipsoid of its three sizes
 * Source: T ≈ 6 m / (π ρ k L W) (from memory): an estimate, never a measure.
 */
export function thicknessEstimate(
  seeds: readonly { readonly lengthMm: number; readonly widthMm: number }[],
  massMg: number,
  density: number,
  shape: number,
): number {
  for (const [field, value] of Object.entries({ massMg, density, shape })) aboveZero(field, value);
  const faces = seeds.reduce((sum, one) => sum + one.lengthMm * one.widthMm, 0);
  return (6 * massMg) / (Math.PI * density * shape * faces);
}

export interface Spread {
  readonly mean: number;
  readonly sd: number;
  readonly low: number;
  readonly high: number;
}
/** Mean, standard deviation, and between what nine in ten lie; null of fewer than two. */
export function spreadOf(values: readonly number[]): Spread | null {
  if (values.length < 2) return null;
  const sorted = [...values].sort((a, b) => a - b);
  const at = (share: number) => {
    const place = share * (sorted.length - 1);
    const low = sorted[Math.floor(place)] ?? 0;
    return low + ((sorted[Math.ceil(place)] ?? low) - low) * (place - Math.floor(place));
  };
  const mean = values.reduce((sum, one) => sum + one, 0) / values.length;
  const sd = Math.sqrt(values.reduce((sum, one) => sum + (one - mean) ** 2, 0) / (values.length - 1));
  return { mean, sd, low: at(0.05), high: at(0.95) };
}
