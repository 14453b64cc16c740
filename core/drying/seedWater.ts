import {
  dryFromWet,
  type Isotherm,
  isothermHumidity,
  isothermMoisture,
  humidityInBalance,
  moistureInBalance,
  wetFromDry,
} from './equilibrium.ts';

/** How seed and air stand to each other; all shares of humidity are fractions, moistures percent dry basis. */
export interface SeedWater {
  readonly dryAt: (humidity: number, airC: number) => number;
  readonly humidityAt: (dryPercent: number, airC: number) => number;
}

/** Where the equations bend off to nowhere: driest and dampest air that is asked for. */
const DRIEST = 0.001;
const DAMPEST = 0.995;
const inAir = (humidity: number) => Math.min(DAMPEST, Math.max(DRIEST, humidity));

/** By one published set of constants. */
export const waterOfKind = (set: Isotherm): SeedWater => ({
  dryAt: (humidity, airC) => isothermMoisture(set, inAir(humidity), airC),
  humidityAt: (dryPercent, airC) => isothermHumidity(set, dryPercent, airC),
});

/** By its oil, a fraction; for kinds without constants. */
export const waterOfOil = (oilFraction: number): SeedWater => ({
  dryAt: (humidity, airC) => dryFromWet(moistureInBalance(inAir(humidity), airC, oilFraction)),
  humidityAt: (dryPercent, airC) => humidityInBalance(wetFromDry(dryPercent), airC, oilFraction),
});

/** How near a zero is looked for, and after how many tries it is let be. */
const NEAR = 1e-10;
const TRIES = 150;

/**
 * Where a rising function passes nought between two ends; the end that is nearer to it where it does not.
 * Source: regula falsi by the Illinois rule (Dowell & Jarratt 1971, from memory), with halving in between; checked against SciPy's brentq.
 */
export function crossing(rises: (at: number) => number, low: number, high: number): number {
  let [from, to] = [low, high];
  let [below, above] = [rises(from), rises(to)];
  if (!(below < 0)) return from;
  if (!(above > 0)) return to;
  const near = NEAR * Math.max(Math.abs(low), Math.abs(high));
  let side = 0;
  for (let i = 0; i < TRIES && to - from > near; i += 1) {
    // Where it is flat, or without end at an end, halving gets on.
    const cut = i % 3 === 2 ? Number.NaN : (from * above - to * below) / (above - below);
    const at = cut > from && cut < to ? cut : (from + to) / 2;
    const value = rises(at);
    if (value === 0) return at;
    if (value > 0) {
      [to, above] = [at, value];
      if (side === 1) below /= 2;
      side = 1;
    } else {
      [from, below] = [at, value];
      if (side === -1) above /= 2;
      side = -1;
    }
  }
  return (from + to) / 2;
}
