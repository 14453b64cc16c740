import { tUpperQuantile } from '../statistics/studentT.ts';
import { ArgumentFault, between, wholeIn } from '../units/argument.ts';

/** A reading of the meter, and what the oven said of the same seed, percent wet basis. */
export interface Pair {
  readonly meterPercent: number;
  readonly ovenPercent: number;
}
export type Degree = 1 | 2;

/** What a meter's readings are turned into moisture by. */
export interface Calibration {
  readonly degree: Degree;
  readonly pairs: readonly Pair[];
  /** From the constant upwards. */
  readonly coefficients: readonly number[];
  readonly residualSd: number;
  /** Degrees of freedom of the residuals. */
  readonly df: number;
  /** null where the oven never differed. */
  readonly rSquared: number | null;
  /** Oven less fit, in the order of the pairs. */
  readonly residuals: readonly number[];
  /** Readings that it was fitted on: outside them it says nothing. */
  readonly from: number;
  readonly to: number;
  /** Pairs that lie too far off to be chance, from 0: look at them before it is used. */
  readonly farOff: readonly number[];
}

/** Polynomials that do not overlap over the readings, so that rounding does no harm; the last may be absent. */
interface Basis {
  readonly mean: number;
  readonly a: number;
  readonly b: number;
  readonly norms: readonly number[];
}
const values = ({ mean, a, b, norms }: Basis, x: number): number[] => {
  const first = x - mean;
  return [1, first, (x - a) * first - b].slice(0, norms.length);
};

function basisOf(readings: readonly number[], degree: Degree): Basis {
  const n = readings.length;
  const mean = readings.reduce((sum, one) => sum + one, 0) / n;
  const centred = readings.map((one) => one - mean);
  const square = centred.reduce((sum, one) => sum + one * one, 0);
  const a = readings.reduce((sum, one, i) => sum + one * (centred[i] ?? 0) ** 2, 0) / square;
  const b = square / n;
  const norms = [n, square];
  if (degree === 2) norms.push(readings.reduce((sum, one, i) => sum + ((one - a) * (centred[i] ?? 0) - b) ** 2, 0));
  return { mean, a, b, norms };
}

const leverageAt = (basis: Basis, x: number): number =>
  values(basis, x).reduce((sum, one, j) => sum + (one * one) / (basis.norms[j] ?? 1), 0);

/** A pair so far off has a chance of 1 in 20, over all pairs together. */
const FAR_OFF = 0.05;

/**
 * Fits oven results to readings of a meter by least squares.
 *
 * @param pairs   at least two more than its degree, of at least one reading more than its degree; 0..100 each
 * @throws {RangeError} naming the pair or the number of them
 * Source: ordinary least squares, as R 4.2.2 lm(oven ~ meter) and lm(oven ~ meter + I(meter^2)); far-off pairs by their
 * externally studentized residual with Bonferroni's bound, as car::outlierTest (from memory).
 */
export function fitCalibration(pairs: readonly Pair[], degree: Degree): Calibration {
  wholeIn('degree', degree, 1, 2);
  pairs.forEach((one, i) => {
    for (const name of ['meterPercent', 'ovenPercent'] as const)
      if (!(one[name] >= 0 && one[name] <= 100))
        throw new ArgumentFault(`pairs.${i}.${name}`, { is: 'argument.percent', got: one[name] });
  });
  const least = degree + 2;
  if (pairs.length < least)
    throw new ArgumentFault('pairs', { is: 'argument.calibration-pairs', least, got: pairs.length });
  const readings = pairs.map((one) => one.meterPercent);
  const different = new Set(readings).size;
  if (different < degree + 1)
    throw new ArgumentFault('pairs', { is: 'argument.calibration-readings', least: degree + 1, got: different });
  const basis = basisOf(readings, degree);
  const columns = readings.map((one) => values(basis, one));
  const [c0 = 0, c1 = 0, c2 = 0] = basis.norms.map(
    (norm, j) => columns.reduce((sum, row, i) => sum + (row[j] ?? 0) * (pairs[i]?.ovenPercent ?? 0), 0) / norm,
  );
  const { mean, a, b } = basis;
  const fitted = columns.map(([one = 0, two = 0, three = 0]) => c0 * one + c1 * two + c2 * three);
  const residuals = pairs.map((one, i) => one.ovenPercent - (fitted[i] ?? 0));
  const df = pairs.length - degree - 1;
  const rss = residuals.reduce((sum, one) => sum + one * one, 0);
  const ovenMean = pairs.reduce((sum, one) => sum + one.ovenPercent, 0) / pairs.length;
  const tss = pairs.reduce((sum, one) => sum + (one.ovenPercent - ovenMean) ** 2, 0);
  return {
    degree,
    pairs,
    // c0 + c1 (x − mean) + c2 ((x − a)(x − mean) − b), multiplied out.
    coefficients:
      degree === 1 ? [c0 - c1 * mean, c1] : [c0 - c1 * mean + c2 * (a * mean - b), c1 - c2 * (a + mean), c2],
    residualSd: Math.sqrt(rss / df),
    df,
    rSquared: tss > 0 ? 1 - rss / tss : null,
    residuals,
    from: Math.min(...readings),
    to: Math.max(...readings),
    farOff: farOffOf(
      residuals,
      readings.map((one) => leverageAt(basis, one)),
      rss,
      df,
    ),
  };
}

function farOffOf(residuals: readonly number[], leverages: readonly number[], rss: number, df: number): number[] {
  // Without the pair one degree of freedom is gone.
  if (df < 2) return [];
  const limit = tUpperQuantile(FAR_OFF / (2 * residuals.length), df - 1);
  return residuals.flatMap((one, i) => {
    const room = 1 - (leverages[i] ?? 0);
    const without = (rss - (one * one) / room) / (df - 1);
    // A pair that alone decides its end of the curve cannot be judged by it.
    if (!(room > 1e-9) || !(without > 0)) return [];
    return Math.abs(one) / Math.sqrt(without * room) > limit ? [i] : [];
  });
}

/** What a reading means by a calibration. */
export interface Calibrated {
  readonly predictedPercent: number;
  /** Where one more oven result would lie. */
  readonly lowerPercent: number;
  readonly upperPercent: number;
  readonly leverage: number;
  /** Whether the reading lies within those that it was fitted on. */
  readonly inRange: boolean;
}

/**
 * Moisture by a calibrated meter, with the interval for one oven result.
 *
 * @param confidence  above 0, below 1
 * Source: as R 4.2.2 predict(lm, interval = "prediction").
 */
export function byCalibration(of: Calibration, readingPercent: number, confidence: number): Calibrated {
  if (!(readingPercent >= 0 && readingPercent <= 100))
    throw new ArgumentFault('readingPercent', { is: 'argument.percent', got: readingPercent });
  between('confidence', confidence, 0, 1);
  const leverage = leverageAt(
    basisOf(
      of.pairs.map((one) => one.meterPercent),
      of.degree,
    ),
    readingPercent,
  );
  const predictedPercent = of.coefficients.reduceRight((sum, one) => sum * readingPercent + one, 0);
  const half = tUpperQuantile((1 - confidence) / 2, of.df) * of.residualSd * Math.sqrt(1 + leverage);
  return {
    predictedPercent,
    lowerPercent: predictedPercent - half,
    upperPercent: predictedPercent + half,
    leverage,
    inRange: readingPercent >= of.from && readingPercent <= of.to,
  };
}
