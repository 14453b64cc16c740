import { argumentWords } from '@mercato/contract/words/arguments';
import { ArgumentFault } from '@mercato/core/units/argument';
import { degreesTyped } from '../api/reader.ts';
import { celsiusTyped, plainFigure } from '../ui/typedBody.ts';

/** What is typed into the drying plan. */
export const START = {
  kind: '',
  oil: '',
  temperature: String(degreesTyped(20)),
  humidity: '50',
  mass: '',
  unit: 'g' as string,
  use: 'sow' as string,
  moisture: '',
  target: '',
  way: 'gel' as string,
  desiccant: 'silica gel',
  holds: '1',
  gel: '',
  airM3h: '',
  weighings: '',
};
export type PlanLines = typeof START;
export type PlanKey = keyof PlanLines;

/** A line as a figure; undefined while it is empty. */
export function figureAt(values: PlanLines, key: PlanKey): number | undefined {
  const text = values[key].trim();
  if (text === '') return undefined;
  if (key === 'temperature') return Number(celsiusTyped(text));
  const plain = plainFigure(text);
  return /^-?\d+(\.\d+)?$/.test(plain) ? Number(plain) : NaN;
}

/** Where the core names an argument, the line that it was typed into. */
const LINE_OF: Readonly<Record<string, PlanKey>> = {
  massG: 'mass',
  massKg: 'mass',
  moisturePercent: 'moisture',
  startPercent: 'moisture',
  fromPercent: 'moisture',
  targetPercent: 'target',
  toPercent: 'target',
  airC: 'temperature',
  temperatureC: 'temperature',
  airPercent: 'humidity',
  humidity: 'humidity',
  holdsPercent: 'holds',
  gelG: 'gel',
  airM3h: 'airM3h',
  oilFraction: 'oil',
  weighings: 'weighings',
  nowG: 'weighings',
};

export interface Worked<T> {
  readonly out: T | null;
  readonly fault: PlanFault | null;
}
export interface PlanFault {
  readonly key: PlanKey;
  readonly message: string;
}

/** Works something out of figures; null while one of them is missing, a fault at its line where one cannot be. */
export function worked<T>(work: () => T | null): Worked<T> {
  try {
    return { out: work(), fault: null };
  } catch (error) {
    if (!(error instanceof ArgumentFault)) throw error;
    const key = LINE_OF[error.field.split('.')[0] ?? ''] ?? 'moisture';
    return { out: null, fault: { key, message: argumentWords(error) } };
  }
}

/** Weighings as they are written, one a line: hours, grams. */
export function weighingsOf(
  text: string,
): { readonly hours: number; readonly massG: number }[] | { readonly line: number } {
  const found: { hours: number; massG: number }[] = [];
  for (const [i, line] of text.split('\n').entries()) {
    if (line.trim() === '') continue;
    const [hours, massG, ...more] = line
      .trim()
      .split(/[\s;]+/)
      .map((one) => Number(plainFigure(one)));
    if (hours === undefined || massG === undefined || more.length > 0 || !Number.isFinite(hours + massG))
      return { line: i + 1 };
    found.push({ hours, massG });
  }
  return found;
}
