import { normalChance, normalQuantile } from '../statistics/normalDistribution.ts';
import { ArgumentFault, between, numberIn, zeroOrMore } from '../units/argument.ts';
import type { WorkingStep } from '../verdict/verdict.ts';

/** Constants of the viability equation for one kind. */
export interface ViabilityConstants {
  readonly KE: number;
  readonly CW: number;
  readonly CH: number;
  readonly CQ: number;
}

export interface StoreAir {
  /** Wet basis, above 0 and below 100. */
  readonly moisturePercent: number;
  /** −50 to 100 °C. */
  readonly temperatureC: number;
}

export interface ViabilityForecast {
  readonly log10Sigma: number;
  /** Days to lose one probit. */
  readonly sigmaDays: number;
  /** Probit (normal equivalent deviate) after the time. */
  readonly v: number;
  readonly germinationPercent: number;
  readonly initialPercent: number;
  readonly p50Days: number;
  readonly steps: readonly WorkingStep[];
}

const DAYS_A_YEAR = 365.25;

function spread({ moisturePercent: m, temperatureC: t }: StoreAir, { KE, CW, CH, CQ }: ViabilityConstants) {
  between('moisturePercent', m, 0, 100);
  numberIn('temperatureC', t, -50, 100);
  for (const [name, value] of Object.entries({ KE, CW, CH, CQ }))
    if (!Number.isFinite(value)) throw new ArgumentFault(name, { is: 'argument.finite', got: value });
  const log10Sigma = KE - CW * Math.log10(m) - CH * t - CQ * t * t;
  const step: WorkingStep = {
    label: 'days to lose one probit',
    expression: `10^(${KE} − ${CW} × log₁₀ ${m} − ${CH} × ${t} − ${CQ} × ${t}²)`,
    result: shownDays(10 ** log10Sigma),
    unit: 'd',
  };
  return { log10Sigma, sigmaDays: 10 ** log10Sigma, step };
}

const shownDays = (days: number) => (Math.abs(days) < 1e6 ? days.toFixed(1) : days.toExponential(3));

/**
 * Share of living seed after a time in constant store.
 *
 * @param air   moisture of the seed and temperature of the store
 * @param days  time, d, ≥ 0
 * @param Ki    probit of the living share at the start
 * @throws {RangeError} if an argument leaves its range
 *
 * Source: Ellis R.H. & Roberts E.H. (1980) Annals of Botany 45:13–30, v = Ki − p / 10^(KE − CW log m − CH t − CQ t²),
 * moisture wet basis; from memory. It holds above a low-moisture limit (2 to 6 % by kind) and not below.
 */
export function predictViability(
  air: StoreAir,
  days: number,
  Ki: number,
  constants: ViabilityConstants,
): ViabilityForecast {
  const { log10Sigma, sigmaDays, step } = spread(air, constants);
  zeroOrMore('days', days);
  if (!Number.isFinite(Ki)) throw new ArgumentFault('Ki', { is: 'argument.finite', got: Ki });
  const v = Ki - days / sigmaDays;
  const germinationPercent = 100 * normalChance(v);
  return {
    log10Sigma,
    sigmaDays,
    v,
    germinationPercent,
    initialPercent: 100 * normalChance(Ki),
    p50Days: Ki * sigmaDays,
    steps: [
      step,
      { label: 'probit after the time', expression: `${Ki} − ${days} / ${shownDays(sigmaDays)}`, result: v.toFixed(4) },
      { label: 'alive', expression: `Φ(${v.toFixed(4)})`, result: germinationPercent.toFixed(1), unit: '%' },
    ],
  };
}

/**
 * Time until the living share has fallen to a target; negative when it lies below it already.
 * Arguments, errors and source as for `predictViability`; targetPercent above 0 and below 100.
 */
export function timeToViability(
  air: StoreAir,
  Ki: number,
  targetPercent: number,
  constants: ViabilityConstants,
): {
  readonly sigmaDays: number;
  readonly days: number;
  readonly years: number;
  readonly steps: readonly WorkingStep[];
} {
  const { sigmaDays, step } = spread(air, constants);
  if (!Number.isFinite(Ki)) throw new ArgumentFault('Ki', { is: 'argument.finite', got: Ki });
  between('targetPercent', targetPercent, 0, 100);
  const target = normalQuantile(targetPercent / 100);
  const days = sigmaDays * (Ki - target);
  return {
    sigmaDays,
    days,
    years: days / DAYS_A_YEAR,
    steps: [
      step,
      { label: `probit of ${targetPercent} %`, result: target.toFixed(4) },
      {
        label: 'time',
        expression: `${shownDays(sigmaDays)} × (${Ki} − ${target.toFixed(4)})`,
        result: shownDays(days),
        unit: 'd',
      },
    ],
  };
}
