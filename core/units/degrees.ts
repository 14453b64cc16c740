import { type DecimalMark } from './writtenFigure.ts';
import { typedFigure } from './typed.ts';

export const TEMPERATURE_UNITS = ['C', 'F'] as const;
export type TemperatureUnit = (typeof TEMPERATURE_UNITS)[number];

/** Degrees Celsius of a figure in a unit. Definition: °C = (°F − 32) × 5/9. */
export const celsiusOf = (figure: number, unit: TemperatureUnit): number =>
  unit === 'C' ? figure : ((figure - 32) * 5) / 9;

/** A temperature, °C, in a unit. Definition: °F = °C × 9/5 + 32. */
export const degreesIn = (celsius: number, unit: TemperatureUnit): number =>
  unit === 'C' ? celsius : (celsius * 9) / 5 + 32;

/**
 * A temperature that was typed, °C to a hundredth: a bare figure in the reader's own degrees, or with its unit behind it
 * ("68 F", "20 °C"); null when it is none.
 */
export function typedDegrees(text: string, mark: DecimalMark | null, unit: TemperatureUnit): number | null {
  const found = /^(.*?)\s*°?\s*([CF])?$/i.exec(text.trim());
  const figure = typedFigure(found?.[1] ?? '', mark);
  if (figure === null) return null;
  const celsius = celsiusOf(Number(figure), (found?.[2]?.toUpperCase() ?? unit) as TemperatureUnit);
  return Number(celsius.toFixed(2));
}
