import { degreesIn, type TemperatureUnit } from '@mercato/core/units/degrees';

const figure = (celsius: number, unit: TemperatureUnit, decimals?: number): string => {
  const value = degreesIn(celsius, unit);
  return (decimals === undefined ? String(Number(value.toFixed(1))) : value.toFixed(decimals)).replace('-', '−');
};

/** A temperature, °C, in a reader's unit: "9.5 °C", "49.1 °F"; with fixed decimals where it is one of many. */
export const degreesText = (celsius: number, unit: TemperatureUnit, decimals?: number): string =>
  `${figure(celsius, unit, decimals)} °${unit}`;

/** "15 to 20 °C", "59 to 68 °F". */
export const degreesRange = (low: number, high: number, unit: TemperatureUnit): string =>
  `${figure(low, unit)} to ${degreesText(high, unit)}`;
