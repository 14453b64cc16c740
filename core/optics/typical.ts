import type { Typical } from './part.ts';

/** Smaller than so many pixels nothing is told from noise. */
export const LEAST_AREA = 12;

/** The middle one of them; 0 of none. */
export const middle = (values: readonly number[]): number => [...values].sort((a, b) => a - b)[values.length >> 1] ?? 0;

/** A region as a whole, and what it falls into where it has necks. */
export interface Whole {
  readonly areaPx: number;
  readonly area: number;
  readonly solidity: number;
  readonly atNecks: () => readonly { readonly area: number; readonly solidity: number }[];
}

/** So many regions tell what is typical. */
const LOOKED_AT = 120;
/** Fewer single ones than this share of all, and what falls off at the necks tells more. */
const ENOUGH_SINGLES = 0.15;

/**
 * What single seeds of this picture are like: the middle of the regions without a neck; where nearly all seeds touch, of
 * the parts that regions fall into at their necks.
 */
export function typicalOf(wholes: readonly Whole[]): Typical {
  const most = Math.max(0, ...wholes.map((one) => one.areaPx));
  // Dust must not become what is typical.
  const grown = wholes.filter((one) => one.areaPx >= Math.max(LEAST_AREA, most / 100));
  const step = Math.max(1, Math.ceil(grown.length / LOOKED_AT));
  const singles: Sized[] = [];
  const parts: Sized[] = [];
  for (let i = 0; i < grown.length; i += step) {
    const whole = grown[i];
    if (!whole) continue;
    const pieces = whole.atNecks().filter((piece) => piece.area > 0.08 * whole.area);
    if (pieces.length <= 1) singles.push(whole);
    else parts.push(...pieces);
  }
  return middleOf(singles.length >= ENOUGH_SINGLES * (singles.length + parts.length) ? singles : parts);
}

type Sized = Pick<Whole, 'area' | 'solidity'>;

function middleOf(all: readonly Sized[]): Typical {
  const sorted = [...all].sort((a, b) => a.area - b.area);
  const total = sorted.reduce((sum, one) => sum + one.area, 0);
  let passed = 0;
  // By area, so that many crumbs weigh less than few seeds.
  const half = sorted.find((one) => (passed += one.area) >= total * 0.4)?.area ?? 1;
  const near = sorted.filter((one) => one.area > half * 0.4 && one.area < half * 1.8);
  const full = middle(near.map((one) => one.solidity));
  const solid = near.filter((one) => one.solidity >= full - 0.03);
  const areaPx = middle((solid.length >= 3 ? solid : near).map((one) => one.area)) || half;
  const apart = middle(solid.map((one) => Math.abs(Math.log(one.area / areaPx)))) * 1.4826;
  return { areaPx, spread: Math.min(0.45, Math.max(0.14, apart)), solidity: full };
}
