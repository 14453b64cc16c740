import { type Progress, standsOut } from './countSeeds.ts';
import { cutOf, measuredIn } from './cut.ts';
import { squaredDistance } from './flood.ts';
import type { Measured } from './measure.ts';
import type { Cut } from './part.ts';
import type { Picture } from './picture.ts';
import { middle } from './typical.ts';

/** A seed that lies on a towel, and what grows out of it; x and y are the middle of the seed itself. */
export interface Sprout extends Measured {
  /** How far something thin reaches out of it, pixels along its way. */
  readonly rootPx: number;
  /** How wide seeds of this picture are, pixels. */
  readonly seedPx: number;
  readonly sprouted: boolean;
  /** Whether it is to be looked at first: the root is short, or two seeds may lie together. */
  readonly odd: 'short-root' | 'two-together' | null;
}

export interface SproutCount {
  readonly width: number;
  readonly height: number;
  /** From the upper left, row by row. */
  readonly seeds: readonly Sprout[];
}

/** Deeper within than this share of the usual half width is the seed itself; what is thinner grows out of it. */
const BODY = 0.5;
/** Shallower ones are no seed: crumbs, and roots that came off. */
const LEAST_BODY = 0.55;
/** Sprouted with a root as long as half the seed's width; nearer to that than this is to be looked at. */
const SPROUTED = 0.5;
const UNSURE = [0.25, 0.85] as const;
/** A body of so much more than the usual area may be two. */
const TWO = 1.6;
/** Ends of seeds without a root reach out a little themselves: so much as the quarter that reaches least does. */
const PLAIN = 0.25;

/**
 * Proposes which seeds on a towel have sprouted: what is thin and reaches out of a seed is its root. It cannot tell a
 * root from a leaf, an awn or a thread: each one is for the eye.
 *
 * @throws {ArgumentFault} `picture`: nothing stands out from the ground, or too much
 * Common practice, no source; held against drawn pictures.
 */
export function sproutsOf(picture: Picture, progress: Progress = () => undefined): SproutCount {
  const { width, height } = picture;
  const { plane, threshold, all, large } = standsOut(picture, progress);
  const cuts = large.map((region) => {
    const cut = cutOf(all, width, region, () => false);
    const squared = squaredDistance(cut);
    return { cut, squared, deep: Math.sqrt(squared.reduce((most, one) => Math.max(most, one), 0)) };
  });
  const deepest = Math.max(...cuts.map(({ deep }) => deep));
  // Dust must not become what is usual.
  const usual = middle(cuts.flatMap(({ deep }) => (deep > deepest / 4 ? [deep] : [])));
  const found = cuts.flatMap(({ cut, squared }, i) => {
    if (i % 50 === 0) progress(0.6 + (0.4 * i) / cuts.length);
    const { bodies, found: each } = bodiesOf(cut, squared, usual);
    const { reach, whose } = reachOf(cut, bodies);
    const far = each.map(() => 0);
    whose.forEach((body, at) => {
      if (body > 0) far[body - 1] = Math.max(far[body - 1] ?? 0, reach[at] ?? 0);
    });
    return each.flatMap(({ area, x, y }, body) => {
      const seed = measuredIn(plane, width, cut, whose, body + 1, threshold);
      return seed ? [{ seed: { ...seed, x, y }, area, far: far[body] ?? 0 }] : [];
    });
  });
  progress(1);
  const plain = [...found.map(({ far }) => far)].sort((a, b) => a - b)[Math.floor(found.length * PLAIN)] ?? 0;
  // Where nearly all have sprouted, the end of a plain seed is known by its width alone.
  const end = Math.min(plain, usual * BODY * 1.5);
  const usualArea = middle(found.map(({ area }) => area));
  const seedPx = 2 * usual;
  return {
    width,
    height,
    seeds: found
      .map(({ seed, area, far }): Sprout => {
        const rootPx = Math.max(0, far - end);
        const share = rootPx / seedPx;
        return {
          ...seed,
          rootPx,
          seedPx,
          sprouted: share >= SPROUTED,
          odd: area > TWO * usualArea ? 'two-together' : share > UNSURE[0] && share < UNSURE[1] ? 'short-root' : null,
        };
      })
      .sort((a, b) => a.y - b.y || a.x - b.x),
  };
}

/** A seed without its root: how large, and where its middle is in the picture. */
interface Body {
  readonly area: number;
  readonly x: number;
  readonly y: number;
}

/** What of a cut is seed and no root: by pixel the seed, from 1. */
function bodiesOf(cut: Cut, squared: Float32Array, usual: number): { bodies: Int32Array; found: Body[] } {
  const bodies = new Int32Array(squared.length);
  const found: Body[] = [];
  const steps = [-1, 1, -cut.width, cut.width];
  const least = (BODY * usual) ** 2;
  for (let start = 0; start < squared.length; start += 1) {
    if (bodies[start] || (squared[start] ?? 0) < least) continue;
    const name = found.length + 1;
    const members = [start];
    bodies[start] = name;
    let deep = 0;
    for (let at = members[0], i = 0; at !== undefined; i += 1, at = members[i]) {
      deep = Math.max(deep, squared[at] ?? 0);
      for (const step of steps) {
        const next = at + step;
        if (bodies[next] || (squared[next] ?? 0) < least) continue;
        bodies[next] = name;
        members.push(next);
      }
    }
    if (Math.sqrt(deep) < LEAST_BODY * usual) {
      for (const at of members) bodies[at] = -1;
      continue;
    }
    const mean = (of: (at: number) => number) => members.reduce((sum, at) => sum + of(at), 0) / members.length + 0.5;
    found.push({
      area: members.length,
      x: cut.left + mean((at) => at % cut.width),
      y: cut.top + mean((at) => Math.floor(at / cut.width)),
    });
  }
  return { bodies, found };
}

/** How far each pixel of a cut lies from the seed it belongs to, along ways within the cut, and which seed that is. */
function reachOf({ width, mask }: Cut, bodies: Int32Array): { reach: Float32Array; whose: Int32Array } {
  const reach = new Float32Array(mask.length).fill(Infinity);
  const whose = new Int32Array(mask.length);
  for (let at = 0; at < mask.length; at += 1)
    if ((bodies[at] ?? 0) > 0) {
      reach[at] = 0;
      whose[at] = bodies[at] ?? 0;
    }
  const before = [
    [-1, 1],
    [-width, 1],
    [-width - 1, Math.SQRT2],
    [-width + 1, Math.SQRT2],
  ] as const;
  // There and back until nothing gets nearer: a root that winds takes a few.
  for (let changed = true; changed;) {
    changed = false;
    for (const back of [false, true])
      for (let i = 0; i < mask.length; i += 1) {
        const at = back ? mask.length - 1 - i : i;
        if (!mask[at]) continue;
        for (const [step, far] of before) {
          const from = back ? at - step : at + step;
          const next = (reach[from] ?? Infinity) + far;
          if (next < (reach[at] ?? Infinity) - 1e-4) {
            reach[at] = next;
            whose[at] = whose[from] ?? 0;
            changed = true;
          }
        }
      }
  }
  return { reach, whose };
}
