import type { Reading } from '@mercato/contract/register/people';
import { degreesRange, degreesText } from '@mercato/contract/words/degrees';
import { degreesIn, type TemperatureUnit } from '@mercato/core/units/degrees';
import type { Reader } from '@mercato/core/units/typed';

export const NEVER_SAID: Reading = { mark: null, order: null, degrees: null, heavy: null };
/** Until version 0026 people said on their machine how they write; it holds until they say it here. */
const BEFORE: Readonly<Record<string, Reading>> = {
  'point-day': { ...NEVER_SAID, mark: '.', order: 'day first' },
  'point-month': { ...NEVER_SAID, mark: '.', order: 'month first' },
  'comma-day': { ...NEVER_SAID, mark: ',', order: 'day first' },
};
/** What was said on this machine; a browser that keeps nothing knows nothing. */
function onThisMachine(place: string): string {
  try {
    return localStorage.getItem(place) ?? '';
  } catch {
    return '';
  }
}

/** What somebody without an account said of degrees, on this machine. */
const DEGREES = 'mercato.degrees';
let said: Reading | null = null;

/** Whoever is signed in reads and writes so. */
export function takeReading(reading: Reading | null): void {
  said = reading;
}
export const readingNow = (): Reading => said ?? BEFORE[onThisMachine('mercato.figures')] ?? NEVER_SAID;

/** Where degrees Fahrenheit and pounds are usual, by the region of the browser's language. */
const FAHRENHEIT = ['US', 'LR', 'BS', 'BZ', 'KY', 'PW', 'FM', 'MH'];
const POUNDS = ['US', 'LR'];
function isUsual(regions: readonly string[]): boolean {
  const [, region] = /^[a-z]{2,3}(?:-[A-Z][a-z]{3})?-([A-Z]{2})\b/.exec(navigator.language) ?? [];
  return region !== undefined && regions.includes(region);
}

export function chooseDegrees(unit: TemperatureUnit): void {
  localStorage.setItem(DEGREES, unit);
}
function degreesHere(): TemperatureUnit {
  const here = onThisMachine(DEGREES);
  return here === 'C' || here === 'F' ? here : isUsual(FAHRENHEIT) ? 'F' : 'C';
}

/** The unit of masses that are carried, not weighed on a bench. */
export const heavyNow = (): 'kg' | 'lb' => readingNow().heavy ?? (isUsual(POUNDS) ? 'lb' : 'kg');

/** Whoever types here: by what they said of their figures and dates, on the laboratory's day. */
export function readerNow(today: string = new Date().toISOString().slice(0, 10)): Reader {
  const { mark, order, degrees } = readingNow();
  return { mark, order, degrees: degrees ?? degreesHere(), today };
}

/** A temperature, °C, in the reader's degrees, and two of them. */
export const degrees = (celsius: number, decimals?: number): string =>
  degreesText(celsius, readerNow().degrees, decimals);
export const degreesBetween = (low: number, high: number): string => degreesRange(low, high, readerNow().degrees);
/** A temperature, °C, as a figure that the reader would type: to a tenth. */
export const degreesTyped = (celsius: number): number => Number(degreesIn(celsius, readerNow().degrees).toFixed(1));
export const degreesUnit = (): string => `°${readerNow().degrees}`;
