export const TEMPERATURE_UNITS = ['C', 'F'] as const;
export type TemperatureUnit = (typeof TEMPERATURE_UNITS)[number];

/** Degrees Celsius of a figure in a unit. Definition: °C = (°F − 32) × 5/9. */
export const celsiusOf = (figure: number, unit: TemperatureUnit): number =>
  unit === 'C' ? figure : ((figure - 32) * 5) / 9;

/** A temperature, °C, in a unit. Definition: °F = °C × 9/5 + 32. */
export const degreesIn = (celsius: number, unit: TemperatureUnit): number =>
  unit === 'C' ? celsius : (celsius * 9) / 5 + 32;
