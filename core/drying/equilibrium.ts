import { aboveUpTo, ArgumentFault, between } from '../units/argument.ts';
/** The four equations in which moisture in balance with air is tabulated; A, B and C mean other things in each. */
export const ISOTHERMS = ['modified Henderson', 'modified Chung-Pfost', 'modified Oswin', 'modified Halsey'] as const;
export interface Isotherm {
  readonly equation: (typeof ISOTHERMS)[number];
  readonly A: number;
  readonly B: number;
  readonly C: number;
}

export const wetFromDry = (dryPercent: number) => (100 * dryPercent) / (100 + dryPercent);
export const dryFromWet = (wetPercent: number) => (100 * wetPercent) / (100 - wetPercent);

const checkShare = (name: string, value: number) => between(name, value, 0, 1);
const checkTemperature = (t: number) => aboveUpTo('temperatureC', t, -50, 80);

/**
 * Moisture of seed in balance with air, from its oil.
 *
 * @param humidity      relative humidity as a fraction, above 0 and below 1
 * @param temperatureC  above −50, up to 80
 * @param oilFraction   oil in the dry seed, 0 up to (not with) 1
 * @returns percent wet basis
 * @throws {RangeError} if an argument leaves its range
 *
 * Source: Cromarty A.S., Ellis R.H. & Roberts E.H. (1982) The design of seed storage facilities for genetic
 * conservation: Me = (1 − D₀) √(−440 ln(1 − RH)) / (1.1 + T/90), dry basis; from memory, form sure, publication
 * less so. Trust it between about 20 and 90 % RH.
 */
export function moistureInBalance(humidity: number, temperatureC: number, oilFraction: number): number {
  checkShare('humidity', humidity);
  checkTemperature(temperatureC);
  checkOil(oilFraction);
  return wetFromDry(((1 - oilFraction) * Math.sqrt(-440 * Math.log1p(-humidity))) / (1.1 + temperatureC / 90));
}

/** The air that seed of this moisture (percent wet basis, above 0, below 100) is in balance with, as a fraction. Source as above, turned round. */
export function humidityInBalance(moisturePercent: number, temperatureC: number, oilFraction: number): number {
  between('moisturePercent', moisturePercent, 0, 100);
  checkTemperature(temperatureC);
  checkOil(oilFraction);
  const root = (dryFromWet(moisturePercent) * (1.1 + temperatureC / 90)) / (1 - oilFraction);
  return -Math.expm1(-(root * root) / 440);
}

function checkOil(oilFraction: number): void {
  if (!(oilFraction >= 0 && oilFraction < 1))
    throw new ArgumentFault('oilFraction', { is: 'argument.between', low: 0, high: 1, got: oilFraction });
}

/**
 * Moisture in balance with air by a tabulated isotherm of the kind itself.
 *
 * @returns percent dry basis
 * @throws {RangeError} if an argument leaves its range
 * Source: ASAE/ASABE D245, moisture relationships of plant-based products (from memory); worked values in
 * the test, each put back through its inverse.
 */
export function isothermMoisture({ equation, A, B, C }: Isotherm, humidity: number, temperatureC: number): number {
  checkShare('humidity', humidity);
  checkTemperature(temperatureC);
  switch (equation) {
    case 'modified Henderson':
      return (-Math.log1p(-humidity) / (A * (temperatureC + C))) ** (1 / B);
    case 'modified Chung-Pfost':
      return -Math.log((-(temperatureC + C) * Math.log(humidity)) / A) / B;
    case 'modified Oswin':
      return (A + B * temperatureC) * (humidity / (1 - humidity)) ** (1 / C);
    case 'modified Halsey':
      return (-Math.exp(A + B * temperatureC) / Math.log(humidity)) ** (1 / C);
  }
}

/** The humidity (fraction) in balance with a moisture in percent dry basis, above 0; source as above. */
export function isothermHumidity({ equation, A, B, C }: Isotherm, dryPercent: number, temperatureC: number): number {
  between('dryPercent', dryPercent, 0, 1e4);
  checkTemperature(temperatureC);
  switch (equation) {
    case 'modified Henderson':
      return -Math.expm1(-A * (temperatureC + C) * dryPercent ** B);
    case 'modified Chung-Pfost':
      return Math.exp((-A / (temperatureC + C)) * Math.exp(-B * dryPercent));
    case 'modified Oswin':
      return 1 / (((A + B * temperatureC) / dryPercent) ** C + 1);
    case 'modified Halsey':
      return Math.exp(-Math.exp(A + B * temperatureC) * dryPercent ** -C);
  }
}
