import type { Figure } from '../rule-books/edition.ts';
import { Exact } from '../units/mass.ts';
import { outcomeUpTo, type Verdict, type WorkingStep } from '../verdict/verdict.ts';
import { byCalibration, type Degree, fitCalibration, type Pair } from './calibration.ts';
import type { MoistureNext } from './next.ts';

/** A calibration of one meter for one kind, as it was made. */
export interface MeterCalibration {
  readonly degree: Degree;
  readonly pairs: readonly Pair[];
  /** The last day on which it holds, yyyy-mm-dd. */
  readonly validUntil: string;
  readonly struck: boolean;
}

/** Why a meter only guides: what it shows is no value for a label. */
export type MeterGuide =
  | { readonly is: 'no-calibration' | 'struck' }
  | { readonly is: 'expired'; readonly validUntil: string }
  | { readonly is: 'outside-range'; readonly got: number; readonly from: number; readonly to: number };

export interface MeterResult {
  readonly firstPercent: number;
  readonly secondPercent: number;
  readonly differencePercent: number;
  /** Moisture by the calibration, as reported, to one decimal; without one the mean of what the meter showed. */
  readonly reportedPercent: number;
  /** Where one more oven result would lie, 95 %; null without a calibration. */
  readonly interval: { readonly lowerPercent: number; readonly upperPercent: number } | null;
  /** null = it may stand on a label. */
  readonly guide: MeterGuide | null;
  readonly verdict: Verdict<MoistureNext>;
}

const CONFIDENCE = 0.95;

/**
 * Two readings of a meter, judged: how far they lie apart, and what their mean means by the calibration.
 *
 * @param readings     as the meter showed them, percent
 * @param limit        how far two readings may lie apart; null = the book says nothing
 * @param calibration  the one that was used; null = none
 * @param on           the day of the readings, yyyy-mm-dd
 * Source: as `byCalibration`; the limit as the edition has it.
 */
export function judgeMeter(
  readings: readonly [string, string],
  limit: Figure<number> | null,
  calibration: MeterCalibration | null,
  on: string,
): MeterResult {
  const [first, second] = [new Exact(readings[0]), new Exact(readings[1])];
  const mean = first.plus(second).div(2);
  const apart = first.minus(second).abs();
  const meaning = calibration
    ? byCalibration(fitCalibration(calibration.pairs, calibration.degree), mean.toNumber(), CONFIDENCE)
    : null;
  const reported = new Exact(meaning?.predictedPercent ?? mean).toDecimalPlaces(1);
  const outside = limit !== null && apart.gt(limit.value);
  const steps: WorkingStep[] = [
    { label: 'mean of both readings', result: mean.toDecimalPlaces(4).toString(), unit: '%' },
    { label: 'readings apart', result: apart.toDecimalPlaces(4).toString(), unit: '%' },
    ...(limit ? [{ label: 'largest allowed', result: String(limit.value), unit: '%' }] : []),
    ...(meaning
      ? [
          { label: 'moisture by the calibration', result: meaning.predictedPercent.toFixed(4), unit: '%' },
          {
            label: 'one oven result would lie, 95 %',
            result: `${meaning.lowerPercent.toFixed(2)} to ${meaning.upperPercent.toFixed(2)}`,
            unit: '%',
          },
        ]
      : []),
    { label: 'to one decimal', result: reported.toFixed(1), unit: '%' },
  ];
  return {
    firstPercent: first.toNumber(),
    secondPercent: second.toNumber(),
    differencePercent: apart.toNumber(),
    reportedPercent: reported.toNumber(),
    interval: meaning && { lowerPercent: meaning.lowerPercent, upperPercent: meaning.upperPercent },
    guide: guideOf(calibration, mean.toNumber(), on),
    verdict: {
      measured: apart.toNumber(),
      limit: limit?.value ?? null,
      unit: '%',
      rule: limit?.rule ?? null,
      steps,
      outcome: outside ? 'outside' : limit ? outcomeUpTo(apart.toNumber(), limit.value) : 'not-judged',
      next: outside ? 'repeat-both-readings' : 'readings-agree',
    },
  };
}

function guideOf(calibration: MeterCalibration | null, reading: number, on: string): MeterGuide | null {
  if (!calibration) return { is: 'no-calibration' };
  if (calibration.struck) return { is: 'struck' };
  if (on > calibration.validUntil) return { is: 'expired', validUntil: calibration.validUntil };
  const shown = calibration.pairs.map((one) => one.meterPercent);
  const [from, to] = [Math.min(...shown), Math.max(...shown)];
  return reading < from || reading > to ? { is: 'outside-range', got: reading, from, to } : null;
}
