import { type Measured, measureSeed } from './measure.ts';
import type { Cut } from './part.ts';
import type { Hole, Region, Regions } from './regions.ts';

/**
 * A cut-out around a region, with a border of ground: two pixels, where a seed's own edge may lie further out. Its holes
 * are part of it, but for those that are `open`.
 */
export function cutOf(
  { map }: Regions,
  width: number,
  { id, left, top, right, bottom, holes }: Region,
  open: (hole: Hole) => boolean,
): Cut {
  const filled = new Set(holes.filter((hole) => !open(hole)).map((hole) => hole.id));
  const cut = { left: left - 2, top: top - 2, width: right - left + 5, height: bottom - top + 5 };
  const mask = new Uint8Array(cut.width * cut.height);
  for (let y = top; y <= bottom; y += 1)
    for (let x = left; x <= right; x += 1)
      if (map[y * width + x] === id || filled.has(map[y * width + x] ?? 0))
        mask[(y - cut.top) * cut.width + x - cut.left] = 1;
  return { ...cut, mask };
}

/** Of the level of a clump: what is above is seed without doubt, unless that leaves too little of it. */
const SURE = [0.7, 0.6, 0.5];
const ENOUGH = 0.82;

/** Where a clump is seed without doubt. */
export function sureOf(plane: Uint8Array, width: number, cut: Cut): Uint8Array {
  const values = new Uint8Array(cut.mask.length);
  const counts = new Uint32Array(256);
  let many = 0;
  for (let y = 0, at = 0; y < cut.height; y += 1)
    for (let x = 0; x < cut.width; x += 1, at += 1) {
      if (cut.mask[at] === 0) continue;
      const here = plane[(y + cut.top) * width + x + cut.left] ?? 0;
      values[at] = here;
      counts[here] = (counts[here] ?? 0) + 1;
      many += 1;
    }
  const level = levelOf(counts, many);
  for (const share of SURE) {
    const least = share * level;
    let kept = 0;
    for (let value = Math.ceil(least); value < 256; value += 1) kept += counts[value] ?? 0;
    if (kept >= ENOUGH * many) return values.map((value) => (value >= least ? 1 : 0));
  }
  return cut.mask;
}

/** What seven in ten of its pixels do not go over. */
function levelOf(counts: Uint32Array, many: number): number {
  let level = 0;
  for (let passed = counts[0] ?? 0; passed < many * 0.7; passed += counts[level] ?? 0) level += 1;
  return level;
}

/** Measures one part of a cut, and the ground that lies next to it. */
export function measuredIn(
  plane: Uint8Array,
  width: number,
  cut: Cut,
  parts: ArrayLike<number>,
  part: number,
  threshold: number,
): Measured | null {
  const height = plane.length / width;
  // Only as much of the cut as the part needs.
  let [left, top, right, bottom] = [cut.width, cut.height, -1, -1];
  const counts = new Uint32Array(256);
  let many = 0;
  for (let y = 2, at = 2 * cut.width; y < cut.height - 2; y += 1)
    for (let x = 0; x < cut.width; x += 1, at += 1) {
      if (parts[at] !== part) continue;
      if (x < left) left = x;
      if (x > right) right = x;
      if (y < top) top = y;
      bottom = y;
      const here = plane[(y + cut.top) * width + x + cut.left] ?? 0;
      counts[here] = (counts[here] ?? 0) + 1;
      many += 1;
    }
  if (many === 0) return null;
  const edge = Math.max(1, levelOf(counts, many) / 2);
  // What is filled within it is seed too, however pale; the rim that only the first threshold took in is not lifted.
  const lowest = edge > threshold ? threshold : edge + 1;
  const wide = right - left + 5;
  const values = new Float32Array(wide * (bottom - top + 5));
  for (let y = top - 2, to = 0; y <= bottom + 2; y += 1)
    for (let x = left - 2; x <= right + 2; x += 1, to += 1) {
      const at = y * cut.width + x;
      const mine = parts[at] === part;
      // Ground beside it: its slope says where the edge is. Not that of another seed.
      if (!mine && cut.mask[at] !== 0) continue;
      const px = x + cut.left;
      const py = y + cut.top;
      const here = px < 0 || py < 0 || px >= width || py >= height ? 0 : (plane[py * width + px] ?? 0);
      values[to] = mine && here < lowest ? lowest : here;
    }
  return measureSeed(values, wide, bottom - top + 5, edge, [cut.left + left - 2, cut.top + top - 2]);
}
