import { aboveUpTo, aboveZero, ArgumentFault, between } from '../units/argument.ts';
import { dryFromWet, wetFromDry } from './equilibrium.ts';
import { airAt, dryAirKg, heatOf, humidityOf, type HumidAir, ratioAt, ratioOf } from './humidAir.ts';
import { crossing, type SeedWater } from './seedWater.ts';

/** Seed in a heap through which air is blown from below. */
export interface Bin {
  readonly massKg: number;
  /** Wet basis, percent, all over. */
  readonly moisturePercent: number;
  readonly targetPercent: number;
  /** Air that goes in: °C, relative humidity in percent, cubic metres an hour through all of it. */
  readonly airC: number;
  readonly airPercent: number;
  readonly airM3h: number;
  /** Share of what is still to go that leaves a thin layer in an hour. */
  readonly rate: number;
}

/** How it stands after some hours; moistures in percent, wet basis. */
export interface BinAt {
  readonly hours: number;
  readonly meanPercent: number;
  readonly bottomPercent: number;
  readonly topPercent: number;
}

export interface BinDrying {
  /** Hour by hour, as it goes. */
  readonly course: readonly BinAt[];
  /** When the mean, and when the top, has come to its target; null where they never do. */
  readonly hoursToMean: number | null;
  readonly hoursToTop: number | null;
  /** What all of it would come to in this air, percent, wet basis. */
  readonly restsAtPercent: number;
  /** The air that leaves it at the beginning. */
  readonly leavesC: number;
  readonly leavesPercent: number;
  /** Water that leaves until the mean has come to its target, kg; below 0 = that comes in. */
  readonly waterKg: number;
}

/** Air between seed is looked for from here to there, °C: the equations of balance reach no further. */
const COLDEST_C = -30;
const WARMEST_C = 75;
const LAYERS = 24;
/** The front is followed in so many steps, and given up after so many times as long. */
const STEPS = 300;
const LONGER = 8;

/**
 * Seed in a bin: dried (or dampened) layer by layer by air that gives its warmth and takes their water on its way up.
 * In each layer no more water passes than a thin layer would let go in that time, and no more than brings air and seed
 * into balance.
 *
 * @throws {RangeError} naming the figure that cannot be
 * Source: near-equilibrium simulation of deep beds (Thompson, Peart & Foster 1968, Trans. ASAE 11:582–586, from memory);
 * without the warmth of the seed itself, and with the heat of evaporation of free water. Checked against the same
 * solved in SciPy and against conservation of water.
 */
export function binDrying(seed: SeedWater, bin: Bin): BinDrying {
  checkBin(bin);
  const { massKg, moisturePercent, targetPercent, airC, airPercent, airM3h, rate } = bin;
  const dryKg = massKg * (1 - moisturePercent / 100);
  const [start, target] = [dryFromWet(moisturePercent), dryFromWet(targetPercent)];
  const down = target <= start;
  const entering: HumidAir = { airC, ratio: ratioOf(airC, airPercent / 100) };
  const airKgH = airM3h * dryAirKg(entering);
  const rests = seed.dryAt(airPercent / 100, airC);
  const leaving = leavingAir(seed, { airC, airPercent }, moisturePercent);
  // As long as the front lasts, all that air carries comes from seed at the beginning of its way.
  const carries = Math.abs(ratioOf(leaving.airC, leaving.airPercent / 100) - entering.ratio) * airKgH;
  const front = (Math.abs(start - rests) / 100) * (dryKg / Math.max(carries, 1e-9));
  const step = Math.max(front / STEPS, 1e-6);
  const layers = new Float64Array(LAYERS).fill(start);
  const airPerLayer = (airKgH * step) / (dryKg / LAYERS);
  const thin = -Math.expm1(-rate * step);
  const at = (hours: number): BinAt => ({
    hours,
    meanPercent: wetFromDry(layers.reduce((sum, one) => sum + one, 0) / LAYERS),
    bottomPercent: wetFromDry(layers[0] ?? start),
    topPercent: wetFromDry(layers[LAYERS - 1] ?? start),
  });
  const reached = (percent: number) => (down ? percent <= targetPercent : percent >= targetPercent);
  const course: BinAt[] = [at(0)];
  let hoursToMean: number | null = null;
  let hoursToTop: number | null = null;
  const hopeless = down ? rests >= target : rests <= target;
  for (let i = 1; i <= STEPS * (hopeless ? 1 : LONGER) && hoursToTop === null; i += 1) {
    let air = entering;
    for (let k = 0; k < LAYERS; k += 1) {
      const passed = afterLayer(seed, air, layers[k] ?? start, airPerLayer, thin);
      layers[k] = passed.dryPercent;
      air = passed.air;
    }
    const now = at(i * step);
    if (i % 3 === 0) course.push(now);
    if (hoursToMean === null && reached(now.meanPercent)) hoursToMean = now.hours;
    if (reached(now.meanPercent) && reached(now.topPercent)) {
      hoursToTop = now.hours;
      if (i % 3 !== 0) course.push(now);
    }
  }
  return {
    course,
    hoursToMean,
    hoursToTop,
    restsAtPercent: wetFromDry(rests),
    leavesC: leaving.airC,
    leavesPercent: leaving.airPercent,
    waterKg: (dryKg * (start - target)) / 100,
  };
}

/**
 * The air that leaves damp seed: it gave warmth and took water until it was in balance with it. Seed in it is as warm.
 * @throws {RangeError} naming the argument
 */
export function leavingAir(
  seed: SeedWater,
  { airC, airPercent }: { readonly airC: number; readonly airPercent: number },
  moisturePercent: number,
): { readonly airC: number; readonly airPercent: number } {
  aboveUpTo('airC', airC, -10, 60);
  between('airPercent', airPercent, 0, 100);
  between('moisturePercent', moisturePercent, 0, 60);
  const { air } = afterLayer(
    seed,
    { airC, ratio: ratioOf(airC, airPercent / 100) },
    dryFromWet(moisturePercent),
    Infinity,
  );
  return { airC: air.airC, airPercent: 100 * humidityOf(air) };
}

/**
 * Air and seed after they met in one layer.
 *
 * @param airKg  dry air that passes, kg for each kg of dry seed; Infinity = the air comes into balance with seed as it is
 * @param thin   share of what is still to go that a thin layer lets go meanwhile
 */
function afterLayer(
  seed: SeedWater,
  air: HumidAir,
  dryPercent: number,
  airKg: number,
  thin = 1,
): { readonly air: HumidAir; readonly dryPercent: number } {
  const heat = heatOf(air);
  // Lost by the seed, percent of its dry mass; `carried` is what that is for each kg of air.
  const carried = (lost: number) => lost / 100 / airKg;
  const after = (ratio: number): HumidAir => ({ ratio, airC: airAt(heat, ratio) });
  const still = seed.dryAt(humidityOf(air), air.airC);
  const [driest, dampest] = [Math.max(0, ratioAt(heat, WARMEST_C)), ratioAt(heat, COLDEST_C)];
  if (!Number.isFinite(airKg)) {
    const ratio = crossing(
      (one) => humidityOf(after(one)) - seed.humidityAt(dryPercent, after(one).airC),
      driest,
      dampest,
    );
    return { air: after(ratio), dryPercent };
  }
  const drying = dryPercent > still;
  const gap = (lost: number) => {
    const passed = after(air.ratio + carried(lost));
    return humidityOf(passed) - seed.humidityAt(dryPercent - lost, passed.airC);
  };
  // No more than the air can hold, give or take; no more than the seed has.
  const most = drying ? Math.min(dryPercent - still, (dampest - air.ratio) * 100 * airKg) : 0;
  const least = drying ? 0 : Math.max(dryPercent - still, (driest - air.ratio) * 100 * airKg);
  const balanced = crossing(gap, least, most);
  const slow = (dryPercent - still) * thin;
  const lost = drying ? Math.min(balanced, slow) : Math.max(balanced, slow);
  return { air: after(air.ratio + carried(lost)), dryPercent: dryPercent - lost };
}

function checkBin({ massKg, moisturePercent, targetPercent, airC, airPercent, airM3h, rate }: Bin): void {
  aboveZero('massKg', massKg);
  between('moisturePercent', moisturePercent, 0, 60);
  between('targetPercent', targetPercent, 0, 60);
  aboveUpTo('airC', airC, -10, 60);
  between('airPercent', airPercent, 0, 100);
  aboveZero('airM3h', airM3h);
  if (!(rate > 0 && rate <= 10))
    throw new ArgumentFault('rate', { is: 'argument.above-up-to', low: 0, most: 10, got: rate });
}
