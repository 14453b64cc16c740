import { between, numberIn, percentIn } from '../units/argument.ts';
import { type Outcome, outcomeUpTo, type WorkingStep } from '../verdict/verdict.ts';

export const toFahrenheit = (celsius: number) => (celsius * 9) / 5 + 32;

export interface HundredRule {
  readonly sum: number;
  readonly temperatureF: number;
  readonly outcome: Outcome;
  /** What is said of the temperature's part, which should be no more than about half. */
  readonly temperaturePart: 'no more than half' | 'more than half';
  readonly steps: readonly WorkingStep[];
}

/**
 * The rule of the hundred: degrees Fahrenheit and percent relative humidity together at most 100, of which the
 * temperature makes no more than about half.
 *
 * @param temperatureC     −50..80 °C
 * @param humidityPercent  0..100 %
 * @throws {RangeError} if an argument leaves its range
 * Source: common practice, no source (often ascribed to J.F. Harrington, from memory). Never in degrees Celsius.
 */
export function hundredRule(temperatureC: number, humidityPercent: number): HundredRule {
  checkAir(temperatureC, humidityPercent);
  const temperatureF = toFahrenheit(temperatureC);
  const sum = temperatureF + humidityPercent;
  const half = temperatureF <= 50;
  const bySum = outcomeUpTo(sum, 100);
  return {
    sum,
    temperatureF,
    outcome: bySum === 'within' && !half ? 'near' : bySum,
    temperaturePart: half ? 'no more than half' : 'more than half',
    steps: [
      { label: 'temperature', expression: `${temperatureC} × 9 / 5 + 32`, result: temperatureF.toFixed(1), unit: '°F' },
      { label: 'with humidity', expression: `${temperatureF.toFixed(1)} + ${humidityPercent}`, result: sum.toFixed(1) },
    ],
  };
}

export interface Lengthening {
  /** How many times longer seed keeps in the second place than in the first; below 1 = shorter. */
  readonly times: number;
  readonly byMoisture: number;
  readonly byTemperature: number;
  /** Why the rule does not hold here; null inside its range. */
  readonly outside: string | null;
  readonly steps: readonly WorkingStep[];
}

const TEN_FAHRENHEIT_C = 50 / 9;

/**
 * How much longer seed keeps: twice for each 1 % less moisture (5 to 14 %), twice for each 10 °F cooler (0 to 50 °C).
 *
 * @param from, to  moisture in percent wet basis, above 0 and below 100, and temperature, −50..100 °C
 * @throws {RangeError} if an argument leaves its range
 * Source: Harrington J.F. (1972) in Seed Biology III, rules of thumb; from memory. The two act independently.
 */
export function keepsLonger(
  from: { readonly moisturePercent: number; readonly temperatureC: number },
  to: { readonly moisturePercent: number; readonly temperatureC: number },
): Lengthening {
  for (const [name, place] of [
    ['from', from],
    ['to', to],
  ] as const) {
    between(`${name}.moisturePercent`, place.moisturePercent, 0, 100);
    numberIn(`${name}.temperatureC`, place.temperatureC, -50, 100);
  }
  const dry = from.moisturePercent - to.moisturePercent;
  const cool = (from.temperatureC - to.temperatureC) / TEN_FAHRENHEIT_C;
  const [byMoisture, byTemperature] = [2 ** dry, 2 ** cool];
  const moistures = [from.moisturePercent, to.moisturePercent];
  const temperatures = [from.temperatureC, to.temperatureC];
  const outside = moistures.some((one) => one < 5 || one > 14)
    ? 'the rule holds for seed of 5 to 14 % moisture'
    : temperatures.some((one) => one < 0 || one > 50)
      ? 'the rule holds between 0 and 50 °C'
      : null;
  return {
    times: byMoisture * byTemperature,
    byMoisture,
    byTemperature,
    outside,
    steps: [
      {
        label: 'drier',
        expression: `2^(${from.moisturePercent} − ${to.moisturePercent})`,
        result: byMoisture.toFixed(2),
        unit: '×',
      },
      {
        label: 'cooler',
        expression: `2^((${from.temperatureC} − ${to.temperatureC}) / 5.56)`,
        result: byTemperature.toFixed(2),
        unit: '×',
      },
    ],
  };
}

export function checkAir(temperatureC: number, humidityPercent: number): void {
  numberIn('temperatureC', temperatureC, -50, 80);
  percentIn('humidityPercent', humidityPercent);
}
