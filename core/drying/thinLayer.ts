import { aboveUpTo, ArgumentFault, between } from '../units/argument.ts';
import { dryFromWet, wetFromDry } from './equilibrium.ts';
import type { SeedWater } from './seedWater.ts';

/**
 * Share of what is still to go that leaves a thin layer of small grain in an hour, at the least and at the most: barley
 * and wheat in air that moves. Other kinds differ several times over; weighings of one's own say more after a few hours.
 *
 * @param airC  above 0, up to 60
 * Source: O'Callaghan, Menzies & Bailey (1971) J. agric. Engng Res. 16:223–244, k = 139.3·e^(−4426/T) for barley and
 * 2000·e^(−5094/T) for wheat, 1/s, T in kelvin; from memory, confidence low.
 */
export function thinLayerRate(airC: number): { readonly low: number; readonly high: number } {
  aboveUpTo('airC', airC, 0, 60);
  const kelvin = airC + 273.15;
  const rates = [139.3 * Math.exp(-4426 / kelvin), 2000 * Math.exp(-5094 / kelvin)].map((one) => one * 3600);
  return { low: Math.min(...rates), high: Math.max(...rates) };
}

/** When a thin layer will have come to its target; null where this air never brings it there. */
export interface ThinLayer {
  readonly restsAtPercent: number;
  readonly hours: number | null;
}

/**
 * How long a thin layer takes in steady air: what is still to go falls by the same share each hour, down or up.
 *
 * @param rate  1/h, above 0
 * @returns moisture in balance with the air, percent wet basis, and hours
 * @throws {RangeError} naming the argument
 * Source: Lewis (1921), (M − Mₑ) / (M₀ − Mₑ) = e^(−kt), dry basis.
 */
export function thinLayer(
  seed: SeedWater,
  fromPercent: number,
  toPercent: number,
  { airC, airPercent }: { readonly airC: number; readonly airPercent: number },
  rate: number,
): ThinLayer {
  between('fromPercent', fromPercent, 0, 100);
  between('toPercent', toPercent, 0, 100);
  between('airPercent', airPercent, 0, 100);
  if (!(rate > 0)) throw new ArgumentFault('rate', { is: 'argument.above-zero', got: rate });
  const [from, to] = [dryFromWet(fromPercent), dryFromWet(toPercent)];
  const rests = seed.dryAt(airPercent / 100, airC);
  const left = (from - rests) / (to - rests);
  const there = from === to;
  return {
    restsAtPercent: wetFromDry(rests),
    hours: there ? 0 : left > 1 && Number.isFinite(left) ? Math.log(left) / rate : null,
  };
}
