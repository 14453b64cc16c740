import { celsiusOf, type TemperatureUnit } from '../units/degrees.ts';

/** Degrees Celsius of a figure as it stands on a dial. */
export const toCelsius = ({ text, unit }: { readonly text: string; readonly unit: TemperatureUnit }): number =>
  celsiusOf(Number(text), unit);

/**
 * Between which temperatures the air of such a place is, °C, door open and power cut counted in: outside of them a
 * dial was more likely misread, or its unit mistaken. Our own reading, no source.
 */
const LIKELY: Readonly<Record<string, readonly [low: number, high: number]>> = {
  refrigerator: [-5, 20],
  freezer: [-40, 10],
  chamber: [-40, 45],
};
const ANYWHERE: readonly [number, number] = [-25, 50];

/** A temperature that can hardly be in a place of this kind, and the unit in which it could. */
export interface Unlikely {
  readonly text: string;
  readonly unit: TemperatureUnit;
  readonly place: string;
  readonly perhaps: TemperatureUnit | null;
}

/**
 * What can hardly be in such a place; null where it can.
 *
 * @param kind  of the place, such as refrigerator
 * @param kindsAround  of the places in which it lies: a box in a freezer is as cold as the freezer
 */
export function unlikely(
  kind: string,
  kindsAround: readonly string[],
  { text, unit }: { readonly text: string; readonly unit: TemperatureUnit },
): Unlikely | null {
  const cold = [kind, ...kindsAround].find((one) => one in LIKELY);
  const [low, high] = (cold === undefined ? undefined : LIKELY[cold]) ?? ANYWHERE;
  const celsius = toCelsius({ text, unit });
  if (celsius >= low && celsius <= high) return null;
  const other = unit === 'C' ? ('F' as const) : ('C' as const);
  const otherwise = toCelsius({ text, unit: other });
  return { text, unit, place: cold ?? kind, perhaps: otherwise >= low && otherwise <= high ? other : null };
}
