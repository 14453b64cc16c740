import { fromMask, Mask } from 'image-js';

/** What hangs together in a picture. */
export interface Regions {
  /** By pixel: the region it belongs to, from 1; ground and holes are below 0. */
  readonly map: Int32Array;
  readonly regions: readonly Region[];
}

export interface Region {
  readonly id: number;
  readonly area: number;
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
  readonly holes: readonly Hole[];
}

export interface Hole {
  /** As the map has it: below 0. */
  readonly id: number;
  readonly area: number;
  /** Mean contrast of what is seen through it. */
  readonly contrast: number;
}

/** A hole is one up to this share of what surrounds it: within the rim of a dish lies a picture of its own. */
const LARGEST_HOLE = 0.5;

/**
 * Regions of pixels that are at least the threshold, joined over their edges, with their holes.
 * Source of the labelling: image-js `fromMask`.
 */
export function regionsOf(plane: Uint8Array, width: number, height: number, threshold: number): Regions {
  const data = new Uint8Array(plane.length);
  for (let at = 0; at < plane.length; at += 1) data[at] = (plane[at] ?? 0) >= threshold ? 1 : 0;
  const { data: labels, nbPositive, nbNegative } = fromMask(new Mask(width, height, { data })).getMap();
  const seen = { seed: tally(nbPositive), hole: tally(nbNegative) };
  /** By hole: the region to its left, where it begins; 0 where it touches the border. */
  const within = new Int32Array(nbNegative + 1).fill(-1);
  const contrast = new Float64Array(nbNegative + 1);
  for (let y = 0, at = 0; y < height; y += 1)
    for (let x = 0; x < width; x += 1, at += 1) {
      const label = labels[at] ?? 0;
      if (label > 0) {
        count(seen.seed, label, x, y);
        continue;
      }
      count(seen.hole, -label, x, y);
      contrast[-label] = (contrast[-label] ?? 0) + (plane[at] ?? 0);
      if (x === 0 || y === 0 || x === width - 1 || y === height - 1) within[-label] = 0;
      else if (within[-label] === -1) within[-label] = Math.max(0, labels[at - 1] ?? 0);
    }
  const holes = new Map<number, Hole[]>();
  for (let hole = 1; hole <= nbNegative; hole += 1) {
    const by = within[hole] ?? 0;
    const area = seen.hole.area[hole] ?? 0;
    if (by <= 0 || area > LARGEST_HOLE * (seen.seed.area[by] ?? 0)) continue;
    const of = holes.get(by) ?? [];
    holes.set(by, of);
    of.push({ id: -hole, area, contrast: (contrast[hole] ?? 0) / area });
  }
  const { area, left, top, right, bottom } = seen.seed;
  return {
    map: labels,
    regions: Array.from({ length: nbPositive }, (_, i) => ({
      id: i + 1,
      area: area[i + 1] ?? 0,
      left: left[i + 1] ?? 0,
      top: top[i + 1] ?? 0,
      right: right[i + 1] ?? 0,
      bottom: bottom[i + 1] ?? 0,
      holes: holes.get(i + 1) ?? [],
    })),
  };
}

const tally = (many: number) => ({
  area: new Uint32Array(many + 1),
  left: new Int32Array(many + 1).fill(1 << 30),
  top: new Int32Array(many + 1).fill(1 << 30),
  right: new Int32Array(many + 1),
  bottom: new Int32Array(many + 1),
});

function count({ area, left, top, right, bottom }: ReturnType<typeof tally>, i: number, x: number, y: number): void {
  area[i] = (area[i] ?? 0) + 1;
  if (x < (left[i] ?? 0)) left[i] = x;
  if (x > (right[i] ?? 0)) right[i] = x;
  if (y < (top[i] ?? 0)) top[i] = y;
  if (y > (bottom[i] ?? 0)) bottom[i] = y;
}
