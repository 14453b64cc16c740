import mersenneTwister from '@stdlib/random-base-mt19937';
import type { Picture } from '../optics/picture.ts';
import { type Root, rootOf } from './seedRoot.ts';

/** A drawn seed: an ellipse, bent where it is a kidney; pixels and radians. */
export interface DrawnSeed {
  readonly x: number;
  readonly y: number;
  /** Half its length and half its width before it was bent. */
  readonly a: number;
  readonly b: number;
  readonly turn: number;
  /** How far its ends are bent over, per pixel of length squared. */
  readonly bend: number;
  readonly areaPx: number;
  /** Largest and smallest distance of two parallel lines that hold it. */
  readonly lengthPx: number;
  readonly widthPx: number;
  /** The way of its root from the end of the seed on; null = it has none. */
  readonly root: Root | null;
}

export interface PictureOf {
  readonly seed: number;
  readonly width: number;
  readonly height: number;
  readonly seeds: number;
  /** Half the usual length, pixels, and how many times longer than wide. */
  readonly halfLength: number;
  readonly aspect: number;
  /** How far the sizes vary: relative standard deviation. */
  readonly vary: number;
  readonly kidneys: boolean;
  /** Share of the seeds that lie in clumps, 0..1; the others are apart. */
  readonly touching: number;
  readonly ground: Colour;
  readonly grain: Colour;
  /** Standard deviation of each pixel, and of spots of the paper, of 255. */
  readonly noise: number;
  readonly texture: number;
  /** How much darker the ground is at its darkest corner, 0..1. */
  readonly uneven: number;
  /** How dark a shadow is at its deepest, 0..1. */
  readonly shadow: number;
  /** Pixels over which an edge is blurred. */
  readonly blur: number;
  /** Share of the seeds that have a root, 0..1, and how many times as long as the seed is wide: from, to. */
  readonly sprouted: number;
  readonly roots: readonly [shortest: number, longest: number];
  /** A dark bar of so many pixels along the lower edge; 0 = none. */
  readonly scaleBar: number;
}
type Colour = readonly [number, number, number];

export interface DrawnPicture {
  readonly picture: Picture;
  readonly seeds: readonly DrawnSeed[];
  /** By pixel: which seed covers it, from 1; 0 = none. */
  readonly truth: Int32Array;
}

/** What pictures are drawn of when nothing else is said. */
export const LOOSE: PictureOf = {
  seed: 1,
  width: 1600,
  height: 1200,
  seeds: 200,
  halfLength: 26,
  aspect: 1.7,
  vary: 0.08,
  kidneys: false,
  touching: 0,
  ground: [236, 238, 240],
  grain: [122, 84, 48],
  noise: 4,
  texture: 2,
  uneven: 0.15,
  shadow: 0,
  blur: 0.8,
  sprouted: 0,
  roots: [0.8, 3],
  scaleBar: 0,
};

/** How far outside its outline a point lies, about, in pixels; negative inside. */
function outside(
  { x, y, a, b, turn, bend }: Pick<DrawnSeed, 'x' | 'y' | 'a' | 'b' | 'turn' | 'bend'>,
  px: number,
  py: number,
) {
  const c = Math.cos(turn);
  const s = Math.sin(turn);
  const u = (px - x) * c + (py - y) * s;
  const v = (py - y) * c - (px - x) * s - bend * (u * u - (a * a) / 3);
  const r = Math.sqrt((u * u) / (a * a) + (v * v) / (b * b));
  if (r < 1e-9) return -b;
  // Value over gradient: the distance to first order.
  const gu = u / (a * a) - (2 * bend * u * v) / (b * b);
  const gv = v / (b * b);
  return ((r - 1) * r) / Math.max(1e-9, Math.sqrt(gu * gu + gv * gv));
}

/** The outline walked round in small steps. */
function outlineOf({
  x,
  y,
  a,
  b,
  turn,
  bend,
}: Pick<DrawnSeed, 'x' | 'y' | 'a' | 'b' | 'turn' | 'bend'>): [number, number][] {
  const [c, s] = [Math.cos(turn), Math.sin(turn)];
  return Array.from({ length: 360 }, (_, i) => {
    const t = (i * Math.PI) / 180;
    const u = a * Math.cos(t);
    const v = b * Math.sin(t) + bend * (u * u - (a * a) / 3);
    return [x + u * c - v * s, y + u * s + v * c];
  });
}

function sized(seed: Pick<DrawnSeed, 'x' | 'y' | 'a' | 'b' | 'turn' | 'bend'>): Omit<DrawnSeed, 'root'> {
  const points = outlineOf(seed);
  let [lengthPx, widthPx] = [0, Infinity];
  for (let i = 0; i < 360; i += 1) {
    const [c, s] = [Math.cos((i * Math.PI) / 360), Math.sin((i * Math.PI) / 360)];
    let [low, high] = [Infinity, -Infinity];
    for (const [x, y] of points) {
      const along = x * c + y * s;
      if (along < low) low = along;
      if (along > high) high = along;
    }
    const span = high - low;
    lengthPx = Math.max(lengthPx, span);
    widthPx = Math.min(widthPx, span);
  }
  // Bending moves every slice along itself: the area stays.
  return { ...seed, areaPx: Math.PI * seed.a * seed.b, lengthPx, widthPx };
}

/**
 * Draws loose seed on a ground, with what it is known to be: the truth that counting is held against.
 * @throws {RangeError} where so many seeds find no room
 */
export function drawSeeds(of: PictureOf): DrawnPicture {
  const whole32 = mersenneTwister.factory({ seed: [of.seed] });
  const random = () => whole32() / 2 ** 32;
  const normal = () => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
  const { width, height } = of;
  const truth = new Int32Array(width * height);
  const seeds = placed(of, random, normal, truth);
  const gauss = Float32Array.from({ length: 1 << 16 }, normal);
  const data = new Uint8ClampedArray(width * height * 4);
  const spot = 6;
  const across = Math.ceil(width / spot) + 2;
  const spots = Float32Array.from({ length: across * (Math.ceil(height / spot) + 2) }, normal);
  const [gx, gy] = [random() < 0.5 ? 0 : 1, random() < 0.5 ? 0 : 1];
  const cover = new Float32Array(width * height);
  const shade = new Float32Array(width * height);
  const tint = Float32Array.from(seeds, () => 1 + 0.12 * normal());
  const whose = new Int32Array(width * height);
  seeds.forEach((seed, i) => {
    const away = { ...seed, x: seed.x + of.halfLength * 0.22, y: seed.y + of.halfLength * 0.26 };
    around(seed, width, height, of.shadow > 0 ? of.halfLength : 3 + 5 * of.blur, (at, px, py) => {
      const edge = 1 / (1 + Math.exp(outside(seed, px, py) / Math.max(0.05, of.blur * 0.6)));
      if (edge > (cover[at] ?? 0)) {
        cover[at] = edge;
        whose[at] = i;
      }
      if (of.shadow === 0) return;
      const deep = 1 / (1 + Math.exp(outside(away, px, py) / (of.halfLength * 0.12)));
      shade[at] = Math.max(shade[at] ?? 0, deep);
    });
  });
  seeds.forEach((seed, i) => {
    const thick = seed.b * ROOT;
    for (const [x, y] of seed.root?.points ?? [])
      around({ x, y, a: thick, b: thick, bend: 0 }, width, height, 3 + 3 * of.blur, (at, px, py) => {
        const edge = 1 / (1 + Math.exp((Math.hypot(px - x, py - y) - thick) / Math.max(0.05, of.blur * 0.6)));
        if (edge <= (cover[at] ?? 0)) return;
        cover[at] = edge;
        whose[at] = i;
      });
  });
  let state = (of.seed * 2_654_435_761) >>> 0 || 1;
  for (let y = 0, at = 0; y < height; y += 1) {
    const iy = Math.floor(y / spot);
    const fy = y / spot - iy;
    const v = Math.abs(y / height - gy);
    const barRow = of.scaleBar > 0 && y >= height - 60 && y < height - 40;
    for (let x = 0; x < width; x += 1, at += 1) {
      const lit = 1 - of.uneven * (0.5 * Math.abs(x / width - gx) + 0.5 * v * v);
      const light = lit * (1 - of.shadow * (shade[at] ?? 0));
      const ix = Math.floor(x / spot);
      const fx = x / spot - ix;
      const corner = iy * across + ix;
      const above = (spots[corner] ?? 0) * (1 - fx) + (spots[corner + 1] ?? 0) * fx;
      const below = (spots[corner + across] ?? 0) * (1 - fx) + (spots[corner + across + 1] ?? 0) * fx;
      const paper = of.texture * (above * (1 - fy) + below * fy);
      const covered = cover[at] ?? 0;
      const grainLit = (tint[whose[at] ?? 0] ?? 1) * lit * covered;
      const bar = barRow && x >= 60 && x < 60 + of.scaleBar;
      for (let channel = 0; channel < 3; channel += 1) {
        state = (Math.imul(state, 1_664_525) + 1_013_904_223) >>> 0;
        const bare = bar ? 20 : (of.ground[channel] ?? 0) * light + paper;
        data[at * 4 + channel] =
          bare * (1 - covered) + (of.grain[channel] ?? 0) * grainLit + of.noise * (gauss[state >>> 16] ?? 0);
      }
      data[at * 4 + 3] = 255;
    }
  }
  return { picture: { width, height, data }, seeds, truth };
}

function around(
  { x, y, a, b, bend }: Pick<DrawnSeed, 'x' | 'y' | 'a' | 'b' | 'bend'>,
  width: number,
  height: number,
  margin: number,
  each: (at: number, px: number, py: number) => void,
) {
  const reach = Math.max(a, b) + Math.abs(bend) * a * a + margin;
  for (let py = Math.max(0, Math.floor(y - reach)); py <= Math.min(height - 1, y + reach); py += 1)
    for (let px = Math.max(0, Math.floor(x - reach)); px <= Math.min(width - 1, x + reach); px += 1)
      each(py * width + px, px, py);
}

/** How thick a root is, of the seed's half width. */
const ROOT = 0.3;

/** Puts the seeds down one after the other: into clumps, where the next one touches the one before, or apart. */
function placed(of: PictureOf, random: () => number, normal: () => number, truth: Int32Array): DrawnSeed[] {
  const { width, height } = of;
  const seeds: DrawnSeed[] = [];
  // Roots lie apart from other seeds.
  const gap = of.sprouted > 0 ? ((2 * of.halfLength) / of.aspect) * of.roots[1] + 8 : 5;
  const shape = (): DrawnSeed => {
    const size = Math.max(0.6, 1 + of.vary * normal());
    const a = of.halfLength * size;
    const b = (a / of.aspect) * Math.max(0.8, 1 + 0.05 * normal());
    const bend = of.kidneys ? (0.45 * b) / (a * a) : 0;
    return { ...sized({ x: 0, y: 0, a, b, turn: random() * Math.PI, bend }), root: null };
  };
  const lower = of.scaleBar > 0 ? 90 : 0;
  /** Pixels that it shares with others, and whether one lies nearer than `gap`. */
  const clash = (seed: DrawnSeed, gap: number) => {
    let [shared, near] = [0, false];
    around(seed, width, height, gap + 2, (at, px, py) => {
      if (!truth[at]) return;
      const away = outside(seed, px, py);
      if (away <= 0) shared += 1;
      if (away <= gap) near = true;
    });
    return { shared, near };
  };
  const keep = (bare: DrawnSeed) => {
    const many = seeds.length + 1;
    // So many of each hundred, however many there are.
    const grows = Math.floor(many * of.sprouted) > Math.floor((many - 1) * of.sprouted);
    const [shortest, longest] = of.roots;
    const root = grows ? rootOf(bare, shortest + random() * (longest - shortest), 2 * (random() - 0.5)) : null;
    const seed = { ...bare, root };
    seeds.push(seed);
    around(seed, width, height, 2, (at, px, py) => {
      if (!truth[at] && outside(seed, px, py) <= 0) truth[at] = seeds.length;
    });
  };
  const margin = of.halfLength * 1.6 + (of.sprouted > 0 ? gap : 0);
  const inside = (x: number, y: number) =>
    x > margin && x < width - margin && y > margin && y < height - margin - lower;
  const alone = (): DrawnSeed => {
    for (let attempt = 0; attempt < 4000; attempt += 1) {
      const seed = {
        ...shape(),
        x: margin + random() * (width - 2 * margin),
        y: margin + random() * (height - 2 * margin - lower),
      };
      if (!clash(seed, gap).near) return seed;
    }
    throw new RangeError(`seeds: no room for ${of.seeds} in ${width} × ${height}`);
  };
  /** Moved towards another until they touch. */
  const against = (other: DrawnSeed): DrawnSeed | null => {
    const one = shape();
    const way = random() * 2 * Math.PI;
    for (let far = one.b * 0.8; far < (one.a + other.a) * 1.3; far += 0.5) {
      const seed = { ...one, x: other.x + Math.cos(way) * far, y: other.y + Math.sin(way) * far };
      if (!inside(seed.x, seed.y)) return null;
      if (clash(seed, 0).shared <= seed.areaPx * 0.004) return seed;
    }
    return null;
  };
  const inClumps = Math.round(of.seeds * of.touching);
  while (seeds.length < inClumps) {
    keep(alone());
    const many = 1 + Math.floor(random() * 4);
    for (let i = 0, attempt = 0; i < many && seeds.length < inClumps && attempt < 40; attempt += 1) {
      const other = seeds.at(-1 - Math.floor(random() * (i + 1)));
      const next = other ? against(other) : null;
      if (!next) continue;
      keep(next);
      i += 1;
    }
  }
  while (seeds.length < of.seeds) keep(alone());
  return seeds;
}
