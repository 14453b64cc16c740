import { contours } from 'd3-contour';
import { polygonArea, polygonCentroid, polygonLength } from 'd3-polygon';
import { hullOf } from './part.ts';

type Point = [number, number];

/** What a seed that lies there measures, pixels of the picture. */
export interface Measured {
  readonly x: number;
  readonly y: number;
  readonly areaPx: number;
  /** Largest and smallest distance of two parallel lines that hold it. */
  readonly lengthPx: number;
  readonly widthPx: number;
  /** Share of its hull that it fills, 0..1. */
  readonly solidity: number;
  /** 1 for a circle, less the longer or the more jagged. */
  readonly roundness: number;
  readonly outline: readonly (readonly [number, number])[];
}

/**
 * Measures one seed along its edge: the line where the contrast is half of the seed's own.
 *
 * @param values  contrast of a cut-out, ground and other seeds 0, with a border of at least one pixel
 * @param at      where the cut-out begins in the picture
 * @returns null where no edge is found
 * Source of the line: d3-contour (marching squares). A pixel's value stands at its middle.
 */
export function measureSeed(
  values: Float32Array,
  width: number,
  height: number,
  threshold: number,
  at: readonly [left: number, top: number],
): Measured | null {
  const [found] = contours().size([width, height]).thresholds([threshold])(values as unknown as number[]);
  const rings = (found?.coordinates ?? []).map(([ring]) => (ring ?? []) as Point[]);
  const ring = rings.reduce<Point[]>((best, one) => (sizeOf(one) > sizeOf(best) ? one : best), []);
  if (ring.length < 4) return null;
  const outline = ring.slice(0, -1).map(([x, y]): Point => [x + at[0], y + at[1]]);
  const areaPx = sizeOf(outline);
  if (areaPx < 1) return null;
  const hull = hullOf(outline);
  const round = polygonLength(outline);
  const [x, y] = polygonCentroid(outline);
  return {
    x,
    y,
    areaPx,
    ...spans(hull),
    solidity: Math.min(1, areaPx / Math.max(1e-9, sizeOf(hull))),
    roundness: Math.min(1, (4 * Math.PI * areaPx) / (round * round)),
    outline,
  };
}

const sizeOf = (points: readonly Point[]) => (points.length < 3 ? 0 : Math.abs(polygonArea(points as Point[])));

/** Largest distance of two corners of a hull, and the smallest of two parallels that hold it: one lies along a side. */
export function spans(hull: readonly Point[]): { lengthPx: number; widthPx: number } {
  const many = hull.length;
  const xs = Float64Array.from(hull, ([x]) => x);
  const ys = Float64Array.from(hull, ([, y]) => y);
  const at = (of: Float64Array, i: number) => of[i] ?? 0;
  let longest = 0;
  let widthPx = Infinity;
  // Once round: while the side turns, the corner that is farthest from it moves on and never back.
  for (let i = 0, far = 1; i < many; i += 1) {
    const next = (i + 1) % many;
    const dx = at(xs, next) - at(xs, i);
    const dy = at(ys, next) - at(ys, i);
    const side = Math.hypot(dx, dy);
    if (side < 1e-9) continue;
    const away = (k: number) => Math.abs((at(xs, k) - at(xs, i)) * dy - (at(ys, k) - at(ys, i)) * dx);
    while (away((far + 1) % many) > away(far)) far = (far + 1) % many;
    widthPx = Math.min(widthPx, away(far) / side);
  }
  for (let i = 0; i < many; i += 1)
    for (let k = i + 1; k < many; k += 1) {
      const dx = at(xs, k) - at(xs, i);
      const dy = at(ys, k) - at(ys, i);
      longest = Math.max(longest, dx * dx + dy * dy);
    }
  const lengthPx = Math.sqrt(longest);
  return { lengthPx, widthPx: Math.min(widthPx, lengthPx) };
}
