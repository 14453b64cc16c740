import { aboveZero } from '../units/argument.ts';
import type { WorkingStep } from '../verdict/verdict.ts';

/** Minutes at the forceps after which eyes and back want a rest; common practice, no source. */
export const REST_AFTER_MINUTES = 30;
/** How long the rest is; common practice, no source. */
export const REST_MINUTES = 5;

export interface SortingRate {
  readonly gramsPerHour: number;
  /** Hours of one person for the whole lot, rests included. */
  readonly lotHours: number;
  readonly steps: readonly WorkingStep[];
}

/**
 * How fast seed is parted by hand, and how long one person would sit over the whole lot.
 *
 * @param massG    seed parted, g, > 0
 * @param seconds  time at work without rests, s, > 0
 * @param lotKg    mass of the lot, kg, > 0
 * @throws {RangeError} if an argument is not above 0 and finite
 *
 * Source: plain arithmetic; the rests are common practice, no source.
 */
export function sortingRate(massG: number, seconds: number, lotKg: number): SortingRate {
  for (const [name, value] of Object.entries({ massG, seconds, lotKg })) aboveZero(name, value);
  const gramsPerHour = (massG * 3600) / seconds;
  const workHours = (lotKg * 1000) / gramsPerHour;
  const lotHours = workHours * (1 + REST_MINUTES / REST_AFTER_MINUTES);
  return {
    gramsPerHour,
    lotHours,
    steps: [
      { label: 'parted', result: String(massG), unit: 'g' },
      { label: 'time at work', result: (seconds / 60).toFixed(1), unit: 'min' },
      { label: `${massG} × 3600 / ${Math.round(seconds)}`, result: gramsPerHour.toFixed(1), unit: 'g/h' },
      { label: 'the lot', result: String(lotKg), unit: 'kg' },
      { label: 'work for one person', result: workHours.toFixed(1), unit: 'h' },
      {
        label: `with ${REST_MINUTES} min of rest after ${REST_AFTER_MINUTES}`,
        result: lotHours.toFixed(1),
        unit: 'h',
      },
    ],
  };
}
