import { ArgumentFault } from '../units/argument.ts';
import { contrastOf } from './contrast.ts';
import { groundOf } from './ground.ts';
import { cutOf, measuredIn, sureOf } from './cut.ts';
import type { Measured } from './measure.ts';
import { atNecks, type Cut, partRegion, type Typical } from './part.ts';
import type { Picture } from './picture.ts';
import { type Hole, type Region, regionsOf } from './regions.ts';
import { LEAST_AREA, middle, typicalOf } from './typical.ts';

/** Why something is to be looked at before it is believed. */
export type Odd = 'small' | 'large' | 'shape' | 'at-the-edge';

export interface FoundSeed extends Measured {
  /** It touched another one, and was parted from it. */
  readonly touched: boolean;
  readonly odd: Odd | null;
  /** Whether it is counted when nobody says otherwise: crumbs and what the edge cuts off are not. */
  readonly counted: boolean;
}

/** A straight dark or pale bar: a scale mark, if it is one. */
export interface Bar {
  readonly lengthPx: number;
  readonly widthPx: number;
  readonly outline: Measured['outline'];
}

export interface SeedCount {
  readonly width: number;
  readonly height: number;
  /** From the upper left, row by row: the same picture gives the same order. */
  readonly seeds: readonly FoundSeed[];
  /** Longest first. */
  readonly bars: readonly Bar[];
  /** Share of the picture that is no ground. */
  readonly covered: number;
}

/** What counting is at: a share of the whole. */
export type Progress = (share: number) => void;

/** Of the usual area: less is a crumb, unless it has the shape of the others; then small; more is large. */
const CRUMB = 0.35;
const LITTLE = 0.2;
const SMALL = 0.5;
const LARGE = 1.75;
/** Dust is not even shown. */
const DUST = 0.06;
/** More than this covered is no loose seed on a ground. */
const TOO_FULL = 0.6;
const MOST_REGIONS = 40_000;
/** Seeds fill more of their hull than that, but for long ones with awns. */
const GAPS = 0.78;

/**
 * What stands out from the ground, and hangs together.
 * @throws {ArgumentFault} `picture`: nothing stands out, or too much
 */
export function standsOut(picture: Picture, progress: Progress) {
  const { width, height } = picture;
  const ground = groundOf(picture);
  progress(0.15);
  const { plane, level, threshold } = contrastOf(picture, ground);
  if (level === 0) throw new ArgumentFault('picture', { is: 'argument.picture-empty' });
  progress(0.35);
  const all = regionsOf(plane, width, height, threshold);
  const covered = all.regions.reduce((sum, one) => sum + one.area, 0) / (width * height);
  const large = all.regions.filter((one) => one.area >= LEAST_AREA);
  if (covered > TOO_FULL || large.length > MOST_REGIONS)
    throw new ArgumentFault('picture', { is: 'argument.picture-full', percent: Math.round(covered * 100) });
  progress(0.6);
  return { plane, threshold, all, large, covered };
}

/**
 * Counts loose seed on a contrasting ground and measures each one.
 *
 * @throws {ArgumentFault} `picture`: nothing stands out from the ground, or seed covers too much of it
 * Common practice, no source: smooth ground, half-height edges, distance flooding; held against drawn pictures.
 */
export function countSeeds(picture: Picture, progress: Progress = () => undefined): SeedCount {
  const { width, height } = picture;
  const { plane, threshold, all, large, covered } = standsOut(picture, progress);
  const measure = (cut: Cut, parts: ArrayLike<number>, part: number) =>
    measuredIn(plane, width, cut, parts, part, threshold);
  const cuts = large.map((region) => ({ region, cut: cutOf(all, width, region, () => false) }));
  const first = cuts.map(({ region, cut }) => ({ region, cut, whole: measure(cut, cut.mask, 1) }));
  const bars: Bar[] = [];
  const seeds: { seed: Measured; touched: boolean; edge: boolean }[] = [];
  const rest = first.filter(({ region, whole }) => {
    if (!whole || !isBar(whole, region)) return true;
    bars.push({ lengthPx: whole.lengthPx, widthPx: whole.widthPx, outline: whole.outline });
    return false;
  });
  const typical = typicalOf(
    rest.flatMap(({ whole, region, cut }) =>
      whole ? [{ areaPx: whole.areaPx, area: region.area, solidity: whole.solidity, atNecks: () => atNecks(cut) }] : [],
    ),
  );
  // Where seed lies over seed the ground is taken for what it is not, and what stands out are gaps that curve inwards.
  const long = middle(rest.map(({ whole }) => (whole ? whole.lengthPx / whole.widthPx : 1)));
  if (rest.length >= 20 && typical.solidity < GAPS && long < 2.2)
    throw new ArgumentFault('picture', { is: 'argument.picture-full', percent: Math.round((1 - covered) * 100) });
  progress(0.75);
  rest.forEach(({ region, cut, whole }, i) => {
    if (i % 50 === 0) progress(0.75 + (0.25 * i) / rest.length);
    const edge = region.left === 0 || region.top === 0 || region.right === width - 1 || region.bottom === height - 1;
    if (region.area < DUST * typical.areaPx) return;
    const single = whole !== null && region.area < 1.35 * typical.areaPx && whole.solidity >= typical.solidity - 0.015;
    if (single || region.area > 400 * typical.areaPx) {
      if (whole) seeds.push({ seed: whole, touched: false, edge });
      return;
    }
    // Between seeds that touch in a ring the ground is seen: that is no part of them.
    const seenThrough = (hole: Hole) => hole.contrast < threshold * 0.6 && hole.area > 0.01 * typical.areaPx;
    const clump = region.holes.some(seenThrough) ? cutOf(all, width, region, seenThrough) : cut;
    const { parts, count } = partRegion(clump, sureOf(plane, width, clump), typical);
    for (let part = 1; part <= count; part += 1) {
      const seed = measure(clump, parts, part);
      if (seed && seed.areaPx >= LEAST_AREA) seeds.push({ seed, touched: count > 1, edge });
    }
  });
  progress(1);
  return {
    width,
    height,
    seeds: judged(seeds, typical),
    bars: bars.sort((a, b) => b.lengthPx - a.lengthPx),
    covered,
  };
}

/** Long, straight, full: drawn, not grown. */
const isBar = ({ areaPx, lengthPx, widthPx, solidity }: Measured, region: Region) =>
  lengthPx >= 6 * widthPx && solidity >= 0.97 && areaPx >= 0.93 * lengthPx * widthPx * 0.98 && region.area >= 200;

function judged(found: readonly { seed: Measured; touched: boolean; edge: boolean }[], typical: Typical): FoundSeed[] {
  const sizes = found.map(({ seed }) => seed.areaPx);
  const usual = middle(sizes.filter((one) => one > CRUMB * typical.areaPx)) || typical.areaPx;
  const long = middle(found.map(({ seed }) => seed.lengthPx / seed.widthPx));
  return found
    .map(({ seed, touched, edge }): FoundSeed => {
      const share = seed.areaPx / usual;
      const stretched = seed.lengthPx / seed.widthPx / long;
      const odd: Odd | null = edge
        ? 'at-the-edge'
        : share < SMALL
          ? 'small'
          : share > LARGE
            ? 'large'
            : seed.solidity < typical.solidity - 0.06 || stretched > 1.6 || stretched < 1 / 1.6
              ? 'shape'
              : null;
      const alike = seed.solidity >= typical.solidity - 0.03 && stretched < 1.35 && stretched > 1 / 1.35;
      return { ...seed, touched, odd, counted: share >= (alike ? LITTLE : CRUMB) };
    })
    .sort((a, b) => a.y - b.y || a.x - b.x);
}
