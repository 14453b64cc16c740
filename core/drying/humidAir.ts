/** Air of the pressure at sea level, with what it holds of water. */
export interface HumidAir {
  /** °C */
  readonly airC: number;
  /** kg of water for each kg of dry air. */
  readonly ratio: number;
}

/** Pressure at sea level, Pa. */
const PRESSURE_PA = 101_325;

/**
 * Pressure of water vapour over water at saturation, Pa, from −20 to 80 °C.
 * Source: Magnus formula with the constants of WMO-No. 8 (from memory); worked values in the test.
 */
export const saturationPa = (airC: number): number => 611.2 * Math.exp((17.62 * airC) / (243.12 + airC));

/** Water held, kg for each kg of dry air, by its relative humidity as a fraction; source: ideal gases, 18.015/28.966. */
export function ratioOf(airC: number, humidity: number): number {
  const vapour = humidity * saturationPa(airC);
  return (0.62194 * vapour) / (PRESSURE_PA - vapour);
}

/** Relative humidity as a fraction; above 1 it would rain. */
export const humidityOf = ({ airC, ratio }: HumidAir): number =>
  (PRESSURE_PA * ratio) / (0.62194 + ratio) / saturationPa(airC);

/** Heat of the air and its vapour, kJ for each kg of dry air. Source: ASHRAE Fundamentals, psychrometrics (from memory). */
export const heatOf = ({ airC, ratio }: HumidAir): number => 1.006 * airC + ratio * (2501 + 1.86 * airC);

/** The temperature at which air of this heat holds so much water, °C. */
export const airAt = (heat: number, ratio: number): number => (heat - 2501 * ratio) / (1.006 + 1.86 * ratio);

/** What air of this heat holds at a temperature, kg for each kg of dry air; `airAt` turned round. */
export const ratioAt = (heat: number, airC: number): number => (heat - 1.006 * airC) / (2501 + 1.86 * airC);

/** Dry air in a cubic metre, kg. */
export const dryAirKg = (air: HumidAir): number =>
  (PRESSURE_PA - humidityOf(air) * saturationPa(air.airC)) / (287.055 * (air.airC + 273.15));
