import { polygonArea, polygonHull, polygonLength } from 'd3-polygon';
import { flooded, type Masked, squaredDistance } from './flood.ts';

/** A cut-out of the picture around one region, with a border of one pixel that is ground. */
export interface Cut extends Masked {
  readonly left: number;
  readonly top: number;
}

/** What a single seed of the picture is like, as far as the picture tells. */
export interface Typical {
  readonly areaPx: number;
  /** Deviation of the logarithm of the areas. */
  readonly spread: number;
  /** Share of its hull that it fills. */
  readonly solidity: number;
}

type Point = [number, number];

/** A piece that flooding made, before pieces are put together. */
interface Piece {
  area: number;
  hull: Point[];
}

/** Two heights whose saddle is lower than this share of the lower one have a neck between them: two seeds, most likely. */
const NECK = 0.72;

/** What a region falls into at its necks alone, before anything is known of single seeds: their areas and solidities. */
export function atNecks(cut: Cut): readonly { readonly area: number; readonly solidity: number }[] {
  const { width } = cut;
  const { labels } = flooded(squaredDistance(cut), width, NECK);
  return [...piecesOf(labels, width).values()].map((piece) => ({
    area: piece.area,
    solidity: Math.min(1, solidityOf(piece) + stepsOf(piece)),
  }));
}

/**
 * Parts a region where seeds touch: its distances to the ground are flooded from their summits, and the pieces are put
 * together again as long as that makes them more like single seeds.
 *
 * @param sure  1 where there is seed without doubt, within the region: between seeds that nearly touch there is less
 * @returns by pixel of the cut: the part, from 1; and how many there are
 */
export function partRegion(
  cut: Cut,
  sure: Uint8Array,
  typical: Typical,
): { readonly parts: Int32Array; readonly count: number } {
  const { width, height, mask } = cut;
  const { labels, saddles } = flooded(squaredDistance({ width, height, mask: sure }), width);
  const pieces = piecesOf(labels, width);
  const names = merged(pieces, saddles, typical);
  const numbers = new Map<number, number>();
  const parts = new Int32Array(mask.length);
  for (let at = 0; at < parts.length; at += 1) {
    const label = labels[at] ?? 0;
    if (label === 0) continue;
    const name = names[label] ?? label;
    let number = numbers.get(name);
    if (number === undefined) {
      number = numbers.size + 1;
      numbers.set(name, number);
    }
    parts[at] = number;
  }
  grow(parts, mask, width);
  return { parts, count: numbers.size };
}

/** What no part has yet goes to the nearest one, step by step. */
function grow(parts: Int32Array, mask: Uint8Array, width: number): void {
  let rim: number[] = [];
  for (let at = 0; at < parts.length; at += 1) if (parts[at]) rim.push(at);
  const steps = [-1, 1, -width, width];
  while (rim.length > 0) {
    const next: number[] = [];
    for (const at of rim)
      for (const step of steps)
        if (mask[at + step] && !parts[at + step]) {
          parts[at + step] = parts[at] ?? 0;
          next.push(at + step);
        }
    rim = next;
  }
}

/** Area and hull of each piece; the hull goes through the middles of the sides of its pixels. */
function piecesOf(labels: Int32Array, width: number): Map<number, Piece> {
  const areas = new Map<number, number>();
  const corners = new Map<number, Point[]>();
  for (let y = 0, at = 0; at < labels.length; y += 1) {
    for (let x = 0; x < width; x += 1, at += 1) {
      const label = labels[at] ?? 0;
      if (label === 0) continue;
      areas.set(label, (areas.get(label) ?? 0) + 1);
      const edges: Point[] = [];
      if (labels[at - 1] !== label) edges.push([x, y + 0.5]);
      if (labels[at + 1] !== label) edges.push([x + 1, y + 0.5]);
      if (labels[at - width] !== label) edges.push([x + 0.5, y]);
      if (labels[at + width] !== label) edges.push([x + 0.5, y + 1]);
      if (edges.length === 0) continue;
      const of = corners.get(label);
      if (of) of.push(...edges);
      else corners.set(label, edges);
    }
  }
  return new Map([...corners].map(([label, of]) => [label, { area: areas.get(label) ?? 0, hull: hullOf(of) }]));
}

export const hullOf = (points: Point[]): Point[] => polygonHull(points) ?? points;
const solidityOf = ({ area, hull }: Pick<Piece, 'area' | 'hull'>) => area / Math.max(area, Math.abs(polygonArea(hull)));

/** What the steps of the pixels alone take from a round piece. */
const stepsOf = (piece: Pick<Piece, 'area' | 'hull'>) => (0.15 * polygonLength(piece.hull)) / piece.area;

/** How little like one seed a piece is: by its size, and by the bays that it has more than others. */
function strangeness(piece: Pick<Piece, 'area' | 'hull'>, { areaPx, spread, solidity }: Typical): number {
  const size = Math.log(piece.area / areaPx) / spread;
  const bays = Math.max(0, solidity - solidityOf(piece) - stepsOf(piece)) / 0.022;
  return Math.min(40, 0.5 * size * size) + bays;
}
/** What one cut costs: without a reason nothing is cut. */
const ONE_CUT = 1.5;

/** Which pieces are one, by the name of one of them. */
function merged(
  pieces: Map<number, Piece>,
  saddles: Map<number, Map<number, number>>,
  typical: Typical,
): Record<number, number> {
  const names: Record<number, number> = {};
  const meets = new Map<number, Set<number>>();
  const meet = (a: number, b: number) => {
    (meets.get(a) ?? meets.set(a, new Set()).get(a))?.add(b);
  };
  for (const [low, row] of saddles)
    for (const high of row.keys()) {
      meet(low, high);
      meet(high, low);
    }
  const cost = new Map([...pieces].map(([label, piece]) => [label, strangeness(piece, typical)]));
  const together = (a: number, b: number): Piece | null => {
    const [one, two] = [pieces.get(a), pieces.get(b)];
    if (!one || !two) return null;
    return { area: one.area + two.area, hull: hullOf([...one.hull, ...two.hull]) };
  };
  for (;;) {
    let best: { a: number; b: number; piece: Piece; gain: number; cost: number } | null = null;
    for (const [a, near] of meets)
      for (const b of near) {
        if (b < a) continue;
        const piece = together(a, b);
        if (!piece) continue;
        const next = strangeness(piece, typical);
        const gain = (cost.get(a) ?? 0) + (cost.get(b) ?? 0) + ONE_CUT - next;
        if (gain > 0 && (best === null || gain > best.gain)) best = { a, b, piece, gain, cost: next };
      }
    if (!best) return names;
    const { a, b, piece } = best;
    pieces.set(a, piece);
    pieces.delete(b);
    cost.set(a, best.cost);
    for (const label of Object.keys(names)) if (names[Number(label)] === b) names[Number(label)] = a;
    names[b] = a;
    for (const other of meets.get(b) ?? []) {
      meets.get(other)?.delete(b);
      if (other !== a) {
        meet(a, other);
        meet(other, a);
      }
    }
    meets.delete(b);
  }
}
