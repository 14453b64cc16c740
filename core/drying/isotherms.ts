import { type Isotherm, isothermHumidity, isothermMoisture, ISOTHERMS, dryFromWet, wetFromDry } from './equilibrium.ts';

/** One published set of constants of a kind. */
export interface KindIsotherm extends Isotherm {
  readonly kind: string;
  readonly source: string;
  /** How well it is remembered: high, medium or low. */
  readonly confidence: string;
}

/**
 * Reads constants as they are shipped.
 * @throws {RangeError} for an equation that is none, or a constant that is no number
 */
export const readIsotherms = (rows: readonly Readonly<Record<string, string>>[]): readonly KindIsotherm[] =>
  rows.map((row, i) => {
    const equation = ISOTHERMS.find((one) => one === row.equation);
    const [A, B, C] = [Number(row.A), Number(row.B), Number(row.C)];
    if (!equation || ![A, B, C].every(Number.isFinite)) throw new RangeError(`isotherms, row ${i + 1}: not readable`);
    return { kind: row.kind ?? '', equation, A, B, C, source: row.source ?? '', confidence: row.confidence ?? '' };
  });

/** What one set of constants says. */
export interface OneBalance {
  readonly equation: string;
  readonly source: string;
  readonly confidence: string;
  readonly wetBasisPercent: number;
}
export interface KindBalance {
  /** Of the set that is remembered best, the first of them. */
  readonly best: OneBalance;
  /** Of all sets. */
  readonly lowestPercent: number;
  readonly highestPercent: number;
  readonly sets: readonly OneBalance[];
}
const RANK = ['high', 'medium', 'low'];
const rank = (confidence: string) => (RANK.includes(confidence) ? RANK.indexOf(confidence) : RANK.length);
const setsOf = (all: readonly KindIsotherm[], kind: string) =>
  all.filter((one) => one.kind === kind).sort((a, b) => rank(a.confidence) - rank(b.confidence));

/** The set of constants of a kind that is remembered best; null for a kind without any. */
export const bestOf = (all: readonly KindIsotherm[], kind: string): KindIsotherm | null => setsOf(all, kind)[0] ?? null;

/**
 * What seed that was wetted lies below seed that was dried to the same air, percent wet basis, about: published curves
 * are of seed that was dried. Source: 1 to 2 points between 20 and 80 % humidity for cereals, from memory.
 */
export const HYSTERESIS_POINTS = 1.2;

/**
 * Moisture of a kind in balance with air, by every set of constants that is published for it.
 *
 * @param humidity  fraction, above 0 and below 1; trust it from about 0.2 to 0.9, at 5 to 50 °C
 * @returns         null for a kind without constants
 * Source: as in `isothermMoisture`; drying down leaves seed about a point damper than wetting up, and no set says which.
 */
export function moistureOfKind(
  all: readonly KindIsotherm[],
  kind: string,
  humidity: number,
  temperatureC: number,
): KindBalance | null {
  const sets = setsOf(all, kind).map(({ equation, source, confidence, ...of }) => ({
    equation,
    source,
    confidence,
    wetBasisPercent: wetFromDry(isothermMoisture({ equation, ...of }, humidity, temperatureC)),
  }));
  const [best] = sets;
  if (!best) return null;
  const percents = sets.map((one) => one.wetBasisPercent);
  return { best, lowestPercent: Math.min(...percents), highestPercent: Math.max(...percents), sets };
}

/** Humidity, as a fraction, that a kind of this moisture is in balance with, by the best set and by all. */
export function airOfKind(
  all: readonly KindIsotherm[],
  kind: string,
  wetBasisPercent: number,
  temperatureC: number,
): { readonly best: number; readonly lowest: number; readonly highest: number } | null {
  const found = setsOf(all, kind).map((one) => isothermHumidity(one, dryFromWet(wetBasisPercent), temperatureC));
  const [best] = found;
  return best === undefined ? null : { best, lowest: Math.min(...found), highest: Math.max(...found) };
}

/** Kinds that have constants, each once, in their order. */
export const isothermKinds = (all: readonly KindIsotherm[]): readonly string[] => [
  ...new Set(all.map((one) => one.kind)),
];
