import type { Ground } from './ground.ts';
import type { Picture } from './picture.ts';

/** How far each pixel is from the ground that would lie there. */
export interface Contrast {
  /** 0..255, the root mean square of the three colours, smoothed over three pixels. */
  readonly plane: Uint8Array;
  /** What the ground itself shows, about its middle. */
  readonly noise: number;
  /** What is typical of the seed; 0 = nothing stands out. */
  readonly level: number;
  /** From here on a pixel is no ground. */
  readonly threshold: number;
}

/** So many times what ground shows is no ground any more. */
const NOISE_TIMES = 5;
/** Less than this stands out from nothing, of 255. */
const LEAST_LEVEL = 14;
/** Seeds are first parted from the ground below the half of what is typical: a pale one is not lost. */
const FIRST_SHARE = 0.38;

/** Sets each pixel against the ground beneath it. */
export function contrastOf(picture: Picture, ground: Ground): Contrast {
  const plane = smoothed(against(picture, ground), picture.width, picture.height);
  const counts = new Uint32Array(256);
  for (let at = 0; at < plane.length; at += 1) {
    const value = plane[at] ?? 0;
    counts[value] = (counts[value] ?? 0) + 1;
  }
  const quantile = (from: number, share: number) => {
    let all = 0;
    for (let value = from; value < 256; value += 1) all += counts[value] ?? 0;
    let passed = 0;
    for (let value = from; value < 256; value += 1) {
      passed += counts[value] ?? 0;
      if (all > 0 && passed >= all * share) return value;
    }
    return from;
  };
  // Where half of the picture or more is ground, this is near the middle of what ground shows.
  const noise = Math.max(0.6, quantile(0, 0.35));
  const least = Math.max(LEAST_LEVEL, Math.ceil(NOISE_TIMES * noise));
  const standing = quantile(least, 0.7);
  const level = standing > least ? standing : 0;
  return { plane, noise, level, threshold: Math.max(least, Math.round(FIRST_SHARE * level)) };
}

function against({ width, height, data }: Picture, { columns, step, channels }: Ground): Uint8Array {
  const plane = new Uint8Array(width * height);
  const [red, green, blue] = channels;
  for (let y = 0, at = 0; y < height; y += 1) {
    const row = Math.floor(y / step);
    const down = (y - row * step) / step;
    for (let column = 0, x = 0; x < width; column += 1) {
      const corner = row * columns + column;
      let r = edge(red, corner, columns, down);
      let g = edge(green, corner, columns, down);
      let b = edge(blue, corner, columns, down);
      const dr = (edge(red, corner + 1, columns, down) - r) / step;
      const dg = (edge(green, corner + 1, columns, down) - g) / step;
      const db = (edge(blue, corner + 1, columns, down) - b) / step;
      for (const end = Math.min(width, x + step); x < end; x += 1, at += 1) {
        const p = at * 4;
        const er = (data[p] ?? 0) - r;
        const eg = (data[p + 1] ?? 0) - g;
        const eb = (data[p + 2] ?? 0) - b;
        plane[at] = Math.min(255, Math.sqrt((er * er + eg * eg + eb * eb) / 3) + 0.5);
        r += dr;
        g += dg;
        b += db;
      }
    }
  }
  return plane;
}

const edge = (of: Float32Array, corner: number, columns: number, down: number) =>
  (of[corner] ?? 0) * (1 - down) + (of[corner + columns] ?? 0) * down;

/** 1 2 1 in both directions. */
function smoothed(plane: Uint8Array, width: number, height: number): Uint8Array {
  const across = new Uint16Array(plane.length);
  for (let y = 0; y < height; y += 1) {
    const row = y * width;
    for (let x = 0; x < width; x += 1) {
      const at = row + x;
      const here = plane[at] ?? 0;
      across[at] = (x > 0 ? (plane[at - 1] ?? 0) : here) + 2 * here + (x < width - 1 ? (plane[at + 1] ?? 0) : here);
    }
  }
  const out = new Uint8Array(plane.length);
  for (let y = 0; y < height; y += 1)
    for (let x = 0; x < width; x += 1) {
      const at = y * width + x;
      const here = across[at] ?? 0;
      const above = y > 0 ? (across[at - width] ?? 0) : here;
      const below = y < height - 1 ? (across[at + width] ?? 0) : here;
      out[at] = (above + 2 * here + below + 8) >> 4;
    }
  return out;
}
