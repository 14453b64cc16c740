import { normalChance, normalQuantile } from '../statistics/normalDistribution.ts';
import { checkCourse, type Course } from './indices.ts';

export type { Course };

export const COURSES = ['loglogistic', 'lognormal', 'weibull'] as const;
export type CourseKind = (typeof COURSES)[number];

/** A fitted course: share F(t) = d · G((log t − m) / s); times in the days of the counts. */
export interface FittedCourse {
  /** Share that ever germinates. */
  readonly d: number;
  /** null at the boundary d = 1, and where d was held there. */
  readonly seD: number | null;
  readonly dAtBoundary: boolean;
  readonly m: number;
  readonly s: number;
  readonly seM: number;
  readonly seS: number;
  /** When half of those that ever germinate have. */
  readonly t50: number;
  readonly seT50: number;
  /** When half of all seeds have; null where no half ever does. */
  readonly t50AllSeeds: number | null;
  readonly logLikelihood: number;
}

/** A distribution of the logarithm of time: cumulative, density, its slope, and the place of a chance. */
interface Shape {
  readonly G: (z: number) => number;
  /** 1 − G with all its digits. */
  readonly above: (z: number) => number;
  readonly g: (z: number) => number;
  readonly dg: (z: number) => number;
  readonly inverse: (p: number) => number;
  /** Distance of its quartiles, from which the first spread is guessed. */
  readonly quartiles: number;
}

const logistic = (z: number) => (z >= 0 ? 1 / (1 + Math.exp(-z)) : Math.exp(z) / (1 + Math.exp(z)));
const density = (z: number) => Math.exp((-z * z) / 2) / Math.sqrt(2 * Math.PI);
const SHAPES: Readonly<Record<CourseKind, Shape>> = {
  loglogistic: {
    G: logistic,
    above: (z) => logistic(-z),
    g: (z) => logistic(z) * logistic(-z),
    dg: (z) => logistic(z) * logistic(-z) * (logistic(-z) - logistic(z)),
    inverse: (p) => Math.log(p / (1 - p)),
    quartiles: 2 * Math.log(3),
  },
  lognormal: {
    G: normalChance,
    above: (z) => normalChance(-z),
    g: density,
    dg: (z) => -z * density(z),
    inverse: normalQuantile,
    quartiles: 1.349,
  },
  weibull: {
    G: (z) => -Math.expm1(-Math.exp(z)),
    above: (z) => Math.exp(-Math.exp(z)),
    g: (z) => Math.exp(z - Math.exp(z)),
    dg: (z) => Math.exp(z - Math.exp(z)) * (1 - Math.exp(z)),
    inverse: (p) => Math.log(-Math.log1p(-p)),
    quartiles: 1.5725,
  },
};

/** Share that has germinated at a time, by a fitted course. */
export const courseAt = ({ d, m, s }: Pick<FittedCourse, 'd' | 'm' | 's'>, kind: CourseKind, time: number): number =>
  time <= 0 ? 0 : d * SHAPES[kind].G((Math.log(time) - m) / s);

/** The ends of one interval on the scale of z, with what was found in it. */
interface Interval {
  readonly from: number;
  readonly to: number;
  readonly found: number;
}

/** Logarithm of likelihood, its slopes and its bows in (d, m, s). */
interface At {
  readonly value: number;
  readonly slope: readonly [d: number, m: number, s: number];
  readonly bow: readonly [dd: number, dm: number, ds: number, mm: number, ms: number, ss: number];
}

/** G with its derivatives in m and s at one end; nothing has happened at the beginning. */
function endOf({ G, above, g, dg }: Shape, logTime: number, m: number, s: number) {
  if (logTime === -Infinity) return { G: 0, above: 1, m: 0, s: 0, mm: 0, ms: 0, ss: 0 };
  const z = (logTime - m) / s;
  const [p, dp] = [g(z), dg(z)];
  return {
    G: G(z),
    above: above(z),
    m: -p / s,
    s: (-p * z) / s,
    mm: dp / (s * s),
    ms: (dp * z + p) / (s * s),
    ss: (dp * z * z + 2 * p * z) / (s * s),
  };
}

/** No interval has less chance than that: a logarithm is to be had of it. */
const LEAST = 1e-300;

function likelihood(shape: Shape, intervals: readonly Interval[], left: number, d: number, m: number, s: number): At {
  let [value, dm, ds, mm, ms, ss] = [0, 0, 0, 0, 0, 0];
  let found = 0;
  for (const one of intervals) {
    if (one.found === 0) continue;
    const [a, b] = [endOf(shape, one.from, m, s), endOf(shape, one.to, m, s)];
    const chance = Math.max(LEAST, b.G - a.G);
    const [hm, hs] = [(b.m - a.m) / chance, (b.s - a.s) / chance];
    found += one.found;
    value += one.found * Math.log(chance);
    dm += one.found * hm;
    ds += one.found * hs;
    mm += one.found * ((b.mm - a.mm) / chance - hm * hm);
    ms += one.found * ((b.ms - a.ms) / chance - hm * hs);
    ss += one.found * ((b.ss - a.ss) / chance - hs * hs);
  }
  value += found * Math.log(d);
  let dd = -found / (d * d);
  let slopeD = found / d;
  let [bowDm, bowDs] = [0, 0];
  if (left > 0) {
    const end = endOf(shape, intervals.at(-1)?.to ?? 0, m, s);
    const rest = Math.max(LEAST, 1 - d + d * end.above);
    value += left * Math.log(rest);
    const [rm, rs, rd] = [(-d * end.m) / rest, (-d * end.s) / rest, -end.G / rest];
    dm += left * rm;
    ds += left * rs;
    slopeD += left * rd;
    mm += left * ((-d * end.mm) / rest - rm * rm);
    ms += left * ((-d * end.ms) / rest - rm * rs);
    ss += left * ((-d * end.ss) / rest - rs * rs);
    dd -= left * rd * rd;
    bowDm = left * (-end.m / rest - rd * rm);
    bowDs = left * (-end.s / rest - rd * rs);
  }
  return { value, slope: [slopeD, dm, ds], bow: [dd, bowDm, bowDs, mm, ms, ss] };
}

const MOST_STEPS = 100;
/** Steps smaller than that are none. */
const STILL = 1e-10;
/** Narrower than that all germinate at one moment, and nothing is told of when. */
const NARROWEST = 1e-3;
const WIDER = [1, 2, 4];
const PLACE_AND_SPREAD = 2;

/**
 * Fits a course of germination to counts: what was found on a day germinated at some time since the count before.
 *
 * @param held  whether every seed is taken to germinate in the end (d = 1)
 * @returns null where the counts do not tell: none germinated, all within one interval, or fewer intervals than figures
 * @throws {RangeError} as `checkCourse`
 * Source: interval-censored maximum likelihood with the observed information, Σ nᵢ log (F(tᵢ) − F(tᵢ₋₁)) + (S − N)
 * log (1 − F(t_last)); held against R 4.2.2 (survival::survreg with interval2, and Newton's steps with deriv3).
 */
export function fitCourse(course: Course, kind: CourseKind, held: boolean): FittedCourse | null {
  checkCourse(course);
  const shape = SHAPES[kind];
  const { times, newlyGerminated, seedsSown } = course;
  const intervals = times.map((time, i): Interval => ({
    from: Math.log(times[i - 1] ?? 0),
    to: Math.log(time),
    found: newlyGerminated[i] ?? 0,
  }));
  const found = newlyGerminated.reduce((a, b) => a + b, 0);
  const left = seedsSown - found;
  if (intervals.filter((one) => one.found > 0).length < 2) return null;
  // As many shares have to be free as figures are sought; all shares together are one.
  const free = intervals.length + (left > 0 ? 1 : 0) - 1;
  if (free < (held || left === 0 ? PLACE_AND_SPREAD : PLACE_AND_SPREAD + 1)) return null;
  /** The best share for a place and a spread: those found, over those that would have been found of all. */
  const shareAt = (m: number, s: number): number =>
    held ? 1 : Math.min(1, found / seedsSown / Math.max(LEAST, endOf(shape, intervals.at(-1)?.to ?? 0, m, s).G));
  const at = (m: number, s: number) => {
    const d = shareAt(m, s);
    return { d, m, s, ...likelihood(shape, intervals, left, d, m, s) };
  };
  const [place, spread] = firstGuess(course, shape, found);
  // Where some never germinate although all are to, the spread is far wider than that of those that did.
  let now = WIDER.map((wider) => at(place, spread * wider)).reduce((a, b) => (b.value > a.value ? b : a));
  for (let i = 0; i < MOST_STEPS; i += 1) {
    const inside = !held && now.d < 1;
    const [dd, dm, ds, mm, ms, ss] = now.bow;
    // What d takes along is folded into m and s.
    const folded = inside
      ? { mm: mm - (dm * dm) / dd, ms: ms - (dm * ds) / dd, ss: ss - (ds * ds) / dd }
      : { mm, ms, ss };
    const [, slopeM, slopeS] = now.slope;
    const det = folded.mm * folded.ss - folded.ms ** 2;
    const bowed = folded.mm < 0 && det > 0;
    const step = bowed
      ? [(folded.ms * slopeS - folded.ss * slopeM) / det, (folded.ms * slopeM - folded.mm * slopeS) / det]
      : [slopeM / (Math.abs(folded.mm) + 1e-9), slopeS / (Math.abs(folded.ss) + 1e-9)];
    let next: typeof now | null = null;
    for (let part = 1; part > 1e-12; part /= 2) {
      const [m, s] = [now.m + part * (step[0] ?? 0), now.s + part * (step[1] ?? 0)];
      if (!(s > NARROWEST) || !Number.isFinite(m)) continue;
      const there = at(m, s);
      if (there.value >= now.value) {
        next = there;
        break;
      }
    }
    if (!next) break;
    const moved = Math.abs(next.m - now.m) + Math.abs(next.s - now.s);
    now = next;
    if (moved < STILL) break;
  }
  return fitted(now, held, shape);
}

/** Place and spread by the quartiles of what germinated. */
function firstGuess(
  { times, newlyGerminated }: Course,
  { inverse, quartiles }: Shape,
  found: number,
): [number, number] {
  const logAt = (share: number) => {
    let [time, count] = [0, 0];
    for (const [i, now] of times.entries()) {
      const next = count + (newlyGerminated[i] ?? 0);
      if (next >= share * found) {
        const at = time + ((share * found - count) * (now - time)) / (next - count);
        return Math.log(Math.max(at, now / 1000));
      }
      [time, count] = [now, next];
    }
    return Math.log(times.at(-1) ?? 1);
  };
  const s = Math.max(0.05, (logAt(0.75) - logAt(0.25)) / quartiles);
  return [logAt(0.5) - s * inverse(0.5), s];
}

function fitted(
  { d, m, s, value, bow }: { d: number; m: number; s: number } & At,
  held: boolean,
  { inverse }: Shape,
): FittedCourse | null {
  const inside = !held && d < 1;
  const [dd, dm, ds, mm, ms, ss] = bow;
  const folded = inside
    ? { mm: mm - (dm * dm) / dd, ms: ms - (dm * ds) / dd, ss: ss - (ds * ds) / dd }
    : { mm, ms, ss };
  const det = folded.mm * folded.ss - folded.ms ** 2;
  if (!(folded.mm < 0 && det > 0) || s <= NARROWEST * 1.01) return null;
  const [varM, varS, cov] = [-folded.ss / det, -folded.mm / det, folded.ms / det];
  // Of d, by the same matrix: its own bow, and what m and s leave open.
  const varD = inside ? -1 / dd + (dm * dm * varM + 2 * dm * ds * cov + ds * ds * varS) / (dd * dd) : null;
  const half = inverse(0.5);
  const t50 = Math.exp(m + s * half);
  return {
    d,
    seD: varD === null ? null : Math.sqrt(varD),
    dAtBoundary: !held && !inside,
    m,
    s,
    seM: Math.sqrt(varM),
    seS: Math.sqrt(varS),
    t50,
    seT50: t50 * Math.sqrt(varM + 2 * half * cov + half * half * varS),
    t50AllSeeds: d > 0.5 ? Math.exp(m + s * inverse(0.5 / d)) : null,
    logLikelihood: value,
  };
}
