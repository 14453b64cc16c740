import type { Figure } from '../rule-books/edition.ts';
import { ArgumentFault } from '../units/argument.ts';
import type { ExactNumber } from '../units/mass.ts';
import { outcomeUpTo, type Verdict, type WorkingStep } from '../verdict/verdict.ts';
import type { MoistureNext } from './next.ts';

/** Three weighings of one container, g: empty, with seed, with dried seed. */
export interface OvenWeighing {
  readonly containerG: ExactNumber;
  readonly withSeedG: ExactNumber;
  readonly driedG: ExactNumber;
  /** Decimals that were written, so that 20.000 g is not shown as 20 g. */
  readonly decimals?: number;
}

/** A container of the oven, with the weighings of the same seed as it was dried whole first; null = it was not. */
export interface Container extends OvenWeighing {
  readonly predried?: OvenWeighing | null;
}

export interface OvenMoisture {
  /** Water lost, percent of the wet mass, exact. */
  readonly wetBasis: ExactNumber;
  /** Water lost, percent of the dry mass, exact; null when nothing dry is left. */
  readonly dryBasis: ExactNumber | null;
}

/**
 * Moisture of one container from the oven: (M2 − M3) / (M2 − M1) × 100.
 * @throws {RangeError} naming the weighing that cannot be: container ≥ 0 < with seed, container ≤ dried ≤ with seed
 *
 * Source: ISTA, moisture, calculation of results, constant-temperature oven (from memory).
 */
export function ovenMoisture({ containerG, withSeedG, driedG }: OvenWeighing): OvenMoisture {
  if (containerG.isNegative())
    throw new ArgumentFault('containerG', { is: 'argument.zero-or-more', got: containerG.toNumber() });
  if (!withSeedG.gt(containerG))
    throw new ArgumentFault('withSeedG', {
      is: 'argument.above-container',
      containerG: containerG.toNumber(),
      got: withSeedG.toNumber(),
    });
  if (driedG.gt(withSeedG))
    throw new ArgumentFault('driedG', {
      is: 'argument.not-above-weighed-in',
      withSeedG: withSeedG.toNumber(),
      got: driedG.toNumber(),
    });
  if (driedG.lt(containerG))
    throw new ArgumentFault('driedG', {
      is: 'argument.not-below-container',
      containerG: containerG.toNumber(),
      got: driedG.toNumber(),
    });
  const water = withSeedG.minus(driedG);
  const dry = driedG.minus(containerG);
  return {
    wetBasis: water.times(100).div(withSeedG.minus(containerG)),
    dryBasis: dry.isZero() ? null : water.times(100).div(dry),
  };
}

export interface MoistureResult {
  readonly firstPercent: number;
  readonly secondPercent: number;
  readonly meanPercent: number;
  readonly differencePercent: number;
  /** The mean as reported, to one decimal, half up. */
  readonly reportedPercent: number;
  readonly verdict: Verdict<MoistureNext>;
}

/**
 * Two containers of one sample: mean and whether they part by more than the duplicate limit.
 * @param limitAt  largest difference at their mean, percentage points of moisture
 */
export function judgeOvenDuplicate(
  first: Container,
  second: Container,
  limitAt: (mean: ExactNumber) => Figure<number>,
): MoistureResult {
  const one = moistureOfBoth(first);
  const two = moistureOfBoth(second);
  const mean = one.plus(two).div(2);
  const limit = limitAt(mean);
  const difference = one.minus(two).abs();
  const outside = difference.gt(limit.value);
  const steps: WorkingStep[] = [
    ...containerSteps('first container', first, one),
    ...containerSteps('second container', second, two),
    { label: 'difference', result: difference.toDecimalPlaces(4).toString(), unit: '%' },
    { label: 'largest allowed', result: String(limit.value), unit: '%' },
    { label: 'mean, to one decimal', result: mean.toDecimalPlaces(1).toFixed(1), unit: '%' },
  ];
  return {
    firstPercent: one.toNumber(),
    secondPercent: two.toNumber(),
    meanPercent: mean.toNumber(),
    differencePercent: difference.toNumber(),
    reportedPercent: mean.toDecimalPlaces(1).toNumber(),
    verdict: {
      measured: difference.toNumber(),
      limit: limit.value,
      unit: '%',
      rule: limit.rule,
      steps,
      outcome: outside ? 'outside' : outcomeUpTo(difference.toNumber(), limit.value),
      next: outside ? 'repeat-both-containers' : 'containers-agree',
    },
  };
}

/** Moisture of one container; dried in two steps it is the same water, however it left. Source: as in `preDriedMoisture`. */
function moistureOfBoth({ predried, ...oven }: Container): ExactNumber {
  const second = ovenMoisture(oven).wetBasis;
  if (!predried) return second;
  const first = ovenMoisture(predried).wetBasis;
  return first.plus(second).minus(first.times(second).div(100));
}

function containerSteps(label: string, { predried, ...oven }: Container, moisture: ExactNumber): WorkingStep[] {
  const shown = (percent: ExactNumber) => percent.toDecimalPlaces(4).toString();
  if (!predried) return [{ ...lossStep(label, oven), result: shown(moisture), unit: '%' }];
  const [s1, s2] = [ovenMoisture(predried).wetBasis, ovenMoisture(oven).wetBasis];
  return [
    { ...lossStep(`${label}, dried whole`, predried), result: shown(s1), unit: '%' },
    { ...lossStep(`${label}, in the oven`, oven), result: shown(s2), unit: '%' },
    {
      label,
      expression: `${shown(s1)} + ${shown(s2)} − ${shown(s1)} × ${shown(s2)} / 100`,
      result: shown(moisture),
      unit: '%',
    },
  ];
}

/** The arithmetic of one container. */
export function lossStep(
  label: string,
  { containerG, withSeedG, driedG, decimals = 0 }: OvenWeighing,
): { label: string; expression: string } {
  const places = Math.max(decimals, containerG.decimalPlaces(), withSeedG.decimalPlaces(), driedG.decimalPlaces());
  const [m1, m2, m3] = [containerG, withSeedG, driedG].map((mass) => mass.toFixed(places));
  return { label, expression: `(${m2} − ${m3}) / (${m2} − ${m1}) × 100` };
}
