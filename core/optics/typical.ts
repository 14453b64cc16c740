import type { Typical } from './part.ts';

/** Smaller than so many pixels nothing is told from noise. */
export const LEAST_AREA = 12;

/** The middle one of them; 0 of none. */
export const middle = (values: readonly number[]): number => [...values].sort((a, b) => a - b)[values.length >> 1] ?? 0;

/** What single seeds of this picture are like: the middle of those that are full and not much larger than most. */
export function typicalOf(wholes: readonly { areaPx: number; area: number; solidity: number }[]): Typical {
  const most = Math.max(0, ...wholes.map((one) => one.areaPx));
  // Dust must not become what is typical: what is below a hundredth of the largest counts little.
  const grown = wholes.filter((one) => one.areaPx >= Math.max(LEAST_AREA, most / 100));
  // By area: half of all that is covered lies in regions below this size.
  const sorted = [...grown].sort((a, b) => a.areaPx - b.areaPx);
  const total = sorted.reduce((sum, one) => sum + one.areaPx, 0);
  let passed = 0;
  const half = sorted.find((one) => (passed += one.areaPx) >= total * 0.3)?.areaPx ?? most;
  const near = grown.filter((one) => one.areaPx > half * 0.4 && one.areaPx < half * 1.6);
  const full = middle(near.map((one) => one.solidity));
  const singles = near.filter((one) => one.solidity >= full - 0.03);
  const areaPx = middle((singles.length >= 3 ? singles : near).map((one) => one.area)) || half;
  const apart = middle(singles.map((one) => Math.abs(Math.log(one.area / areaPx)))) * 1.4826;
  return { areaPx, spread: Math.min(0.45, Math.max(0.14, apart)), solidity: full };
}
