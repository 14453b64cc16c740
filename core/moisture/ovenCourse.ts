import type { Edition, MoistureMethod } from '../rule-books/edition.ts';
import { Exact, type ExactNumber } from '../units/mass.ts';
import { duplicateLimit, type Repeated, type SeedSize } from './duplicates.ts';
import { type Container, judgeOvenDuplicate, type MoistureResult } from './ovenMoisture.ts';

/** How the oven was worked, as far as somebody wrote it down; what nobody wrote is null and is not held against it. */
export interface OvenCourse {
  readonly diameterCm: number | null;
  /** Whether the sample came sealed. */
  readonly sealed: boolean | null;
  readonly groundMinutes: number | null;
  /** In the air of the room, from the sealed sample to the container. */
  readonly exposedSeconds: number | null;
  readonly ovenC: number | null;
  /** Back at its temperature, and taken out; ms. */
  readonly backAt: number | null;
  readonly outAt: number | null;
  readonly cooledMinutes: number | null;
  /** By the oven's own log while the seed stood in it: coldest, warmest, and minutes outside what is permitted. */
  readonly coldestC?: number | null;
  readonly warmestC?: number | null;
  readonly outsideMinutes?: number | null;
}

/** What was made otherwise than the book asks: code and figures. */
export type OvenDeviation =
  | { readonly is: 'not-sealed' }
  | { readonly is: 'diameter'; readonly got: number; readonly least: number; readonly most: number }
  | {
      readonly is: 'charge';
      readonly which: 'first' | 'second';
      readonly got: number;
      readonly least: number;
      readonly most: number;
    }
  | { readonly is: 'ground-long' | 'exposed-long'; readonly got: number; readonly most: number }
  | {
      readonly is: 'oven-temperature' | 'taken-out-early' | 'taken-out-late' | 'cooled';
      readonly got: number;
      readonly least: number;
      readonly most: number;
    }
  | {
      readonly is: 'oven-wandered';
      readonly coldest: number;
      readonly warmest: number;
      readonly minutes: number;
      readonly least: number;
      readonly most: number;
    }
  | { readonly is: 'needs-pre-drying'; readonly got: number; readonly most: number };

export interface OvenTime {
  /** Minutes in the oven, from when it was back at its temperature. */
  readonly minutes: number;
  readonly least: number;
  readonly most: number;
}

/** The oven as the book codes it: "low 103" or "high 130"; whatever else stands there is no oven that can be judged. */
const temperatureOf = ({ temperatureC }: MoistureMethod): { kind: string; degreesC: number } | null => {
  const [, kind, degrees] = /^(low|high) (\d+(?:\.\d+)?)$/.exec(temperatureC) ?? [];
  return kind === undefined || degrees === undefined ? null : { kind, degreesC: Number(degrees) };
};
const MINUTE = 60_000;

/**
 * How long a kind stands in the oven, with the minutes that the book permits around it.
 * @returns null where the book gives no hours, or an edition of before no such minutes
 * Source: ISTA, moisture, as the edition has it (from memory).
 */
export function ovenTime(edition: Edition, method: MoistureMethod): OvenTime | null {
  const oven = temperatureOf(method);
  if (method.hours === null || oven === null) return null;
  const minutes = method.hours * 60;
  const band =
    oven.kind === 'low'
      ? edition.parameterIfAny('moisture_low_band_minutes')?.value
      : edition.parameterIfAny('moisture_high_band_minutes_per_hour')?.value;
  if (band === undefined) return null;
  const most = oven.kind === 'low' ? band : band * method.hours;
  return { minutes, least: minutes - most, most: minutes + most };
}

/** Temperatures that the oven may have, °C; null where the book says nothing. */
export function ovenBand(edition: Edition, method: MoistureMethod): { least: number; most: number } | null {
  const oven = temperatureOf(method);
  if (oven === null) return null;
  const { kind, degreesC } = oven;
  if (kind === 'low') {
    const band = edition.parameterIfAny('moisture_low_band_c')?.value;
    return band === undefined ? null : { least: degreesC - band, most: degreesC + band };
  }
  const most = edition.parameterIfAny('moisture_high_most_c')?.value;
  return most === undefined ? null : { least: degreesC, most };
}

/** Minutes that containers cool in the desiccator; null where the edition says nothing. */
export function coolingTime(edition: Edition): { least: number; most: number } | null {
  const [least, most] = ['moisture_cooling_from_minutes', 'moisture_cooling_to_minutes'].map(
    (name) => edition.parameterIfAny(name)?.value,
  );
  return least === undefined || most === undefined ? null : { least, most };
}

/**
 * What was made otherwise than the book asks. Borders belong to what is permitted.
 *
 * @param charges  what went into each container, g; null = not weighed yet
 * @param predried  whether it was dried whole first
 * @param percent  moisture that was found; null while there is none
 * Source: ISTA, moisture, as the edition has it (from memory).
 */
export function ovenDeviations(
  edition: Edition,
  method: MoistureMethod | null,
  course: OvenCourse,
  charges: { readonly first: ExactNumber | null; readonly second: ExactNumber | null },
  { predried, percent }: { readonly predried: boolean; readonly percent: number | null },
): readonly OvenDeviation[] {
  const found: OvenDeviation[] = [];
  if (course.sealed === false) found.push({ is: 'not-sealed' });
  found.push(...chargeDeviations(edition, course, charges));
  const over = (is: 'ground-long' | 'exposed-long', got: number | null, name: string) => {
    const most = edition.parameterIfAny(name)?.value;
    if (got !== null && most !== undefined && got > most) found.push({ is, got, most });
  };
  over('ground-long', course.groundMinutes, 'moisture_grinding_minutes');
  over('exposed-long', course.exposedSeconds, 'moisture_exposure_seconds');
  const band = method && ovenBand(edition, method);
  if (band && course.ovenC !== null && (course.ovenC < band.least || course.ovenC > band.most))
    found.push({ is: 'oven-temperature', got: course.ovenC, ...band });
  const { coldestC, warmestC, outsideMinutes } = course;
  if (band && coldestC != null && warmestC != null && (coldestC < band.least || warmestC > band.most))
    found.push({
      is: 'oven-wandered',
      coldest: coldestC,
      warmest: warmestC,
      minutes: outsideMinutes ?? 0,
      ...band,
    });
  const time = method && ovenTime(edition, method);
  if (time && course.backAt !== null && course.outAt !== null) {
    const got = (course.outAt - course.backAt) / MINUTE;
    const { least, most } = time;
    if (got < least) found.push({ is: 'taken-out-early', got, least, most });
    if (got > most) found.push({ is: 'taken-out-late', got, least, most });
  }
  const cooling = coolingTime(edition);
  if (cooling && course.cooledMinutes !== null) {
    const got = course.cooledMinutes;
    if (got < cooling.least || got > cooling.most) found.push({ is: 'cooled', got, ...cooling });
  }
  const above = method?.predryAbovePercent ?? null;
  if (above !== null && !predried && percent !== null && percent > above)
    found.push({ is: 'needs-pre-drying', got: percent, most: above });
  return found;
}

function chargeDeviations(
  { moistureCharges: rows }: Edition,
  { diameterCm }: OvenCourse,
  charges: { readonly first: ExactNumber | null; readonly second: ExactNumber | null },
): OvenDeviation[] {
  if (rows.length === 0 || diameterCm === null) return [];
  const row = rows.find((one) => diameterCm >= one.fromCm && diameterCm < one.belowCm);
  if (!row) {
    const [least, most] = [Math.min(...rows.map((one) => one.fromCm)), Math.max(...rows.map((one) => one.belowCm))];
    return [{ is: 'diameter', got: diameterCm, least, most }];
  }
  const { leastG: least, mostG: most } = row;
  return (['first', 'second'] as const).flatMap((which): OvenDeviation[] => {
    const charge = charges[which];
    if (charge === null || (charge.gte(new Exact(least)) && charge.lte(new Exact(most)))) return [];
    return [{ is: 'charge', which, got: charge.toNumber(), least, most }];
  });
}

/** Two containers judged, with what was made otherwise than the book asks. */
export interface OvenResult extends MoistureResult {
  readonly predried: boolean;
  readonly deviations: readonly OvenDeviation[];
  /** The test before, where it was out of tolerance as well; null = it stands alone. */
  readonly repeat: Repeated | null;
}

/**
 * Judges both containers, and how the oven was worked: what was made otherwise asks for a decision even where the
 * containers agree.
 */
export function judgeOven(
  edition: Edition,
  method: MoistureMethod | null,
  first: Container,
  second: Container,
  course: OvenCourse,
  size: SeedSize,
): OvenResult {
  const result = judgeOvenDuplicate(first, second, (mean) => duplicateLimit(edition, method, size, mean));
  const predried = first.predried != null && second.predried != null;
  const charge = ({ withSeedG, containerG }: Container) => withSeedG.minus(containerG);
  const deviations = ovenDeviations(
    edition,
    method,
    course,
    { first: charge(first), second: charge(second) },
    { predried, percent: result.meanPercent },
  );
  const { verdict } = result;
  if (deviations.length === 0 || verdict.outcome === 'outside')
    return { ...result, predried, deviations, repeat: null };
  return {
    ...result,
    predried,
    deviations,
    repeat: null,
    verdict: { ...verdict, outcome: 'outside', next: 'made-otherwise' },
  };
}
