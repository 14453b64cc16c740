import { airFault, type Air } from './air.ts';

/**
 * What a line of a logger says: `AIR <°C> C <% or -> % <instant>`, the instant as ISO with its zone; null when it
 * says nothing that can be.
 */
export function loggerLine(line: string): Air | null {
  const parts =
    /^AIR (-?\d{1,3}(?:\.\d{1,3})?) C (-|\d{1,3}(?:\.\d{1,3})?) % (\d{4}-\d\d-\d\dT\d\d:\d\d:\d\d(?:\.\d+)?Z)$/.exec(
      line.trim(),
    );
  if (!parts) return null;
  const air = {
    at: Date.parse(parts[3] ?? ''),
    temperatureC: Number(parts[1]),
    humidityPercent: parts[2] === '-' ? null : Number(parts[2]),
  };
  return Number.isNaN(air.at) || airFault(air) ? null : air;
}
