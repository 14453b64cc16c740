import binomial from '@stdlib/random-base-binomial';
import { wholeIn } from '../units/argument.ts';
import { checkCourse, type Course, germinationIndices, type Indices } from './indices.ts';
import { type CourseKind, type FittedCourse, fitCourse } from './timeCourse.ts';

/** Figures of a course that are told with an interval. */
export const MEASURES = [
  'finalPercent',
  'meanGerminationTime',
  't50Coolbear',
  't50Farooq',
  'maguireCounts',
  'kotowski',
  'synchronyZ',
  'uncertaintyU',
  't50',
  'd',
] as const;
export type Measure = (typeof MEASURES)[number];
export interface Bounds {
  readonly low: number;
  readonly high: number;
}
/** A measure is null where it is not defined in more than a tenth of the draws. */
export type CourseIntervals = Readonly<Record<Measure, Bounds | null>>;

const MOST_DRAWS = 20_000;
/** So many draws between two words about how far it is. */
const AT_ONCE = 20;
const TAIL = 0.025;
/** Of so many draws at least a measure must be defined. */
const DEFINED = 0.9;

/**
 * 95 % intervals of a course by the bootstrap: seeds are drawn anew, with replacement, from what became of them (the
 * interval in which each was found, or that it was not), and every figure is worked out again. What differs between
 * dishes beyond chance is not in them: see the spread of the dishes.
 *
 * @param kind   the curve that is fitted to each draw; null = none
 * @param draws  whole number 100..20000
 * @param seed   whole number 1..4294967295: the same seed draws the same
 * @returns steps yield the share that is done, 0..1
 * @throws {RangeError} as `checkCourse`, or for draws and seed outside their range
 * Source: Efron B. & Tibshirani R.J. (1993) An Introduction to the Bootstrap, percentile intervals, chapter 13.
 */
export function* bootstrapCourse(
  course: Course,
  kind: CourseKind | null,
  draws: number,
  seed: number,
): Generator<number, CourseIntervals> {
  checkCourse(course);
  wholeIn('draws', draws, 100, MOST_DRAWS);
  wholeIn('seed', seed, 1, 0xffffffff);
  const draw = binomial.factory({ seed: [seed] });
  const found: Record<Measure, number[]> = Object.fromEntries(MEASURES.map((one) => [one, []])) as never;
  for (let i = 0; i < draws; i += 1) {
    const again = drawnAgain(course, (n, p) => (n === 0 || p <= 0 ? 0 : p >= 1 ? n : draw(n, p)));
    const indices = germinationIndices(again);
    const fit = kind === null ? null : fitCourse(again, kind, false);
    for (const one of MEASURES) {
      const value = valueOf(one, indices, fit);
      if (value !== null && Number.isFinite(value)) found[one].push(value);
    }
    if (i % AT_ONCE === AT_ONCE - 1) yield (i + 1) / draws;
  }
  return Object.fromEntries(
    MEASURES.map((one) => [one, found[one].length >= DEFINED * draws ? boundsOf(found[one]) : null]),
  ) as Record<Measure, Bounds | null>;
}

const valueOf = (one: Measure, indices: Indices, fit: FittedCourse | null): number | null =>
  one === 't50' || one === 'd' ? (fit?.[one] ?? null) : indices[one];

/** As many seeds, each with the fate of one of them: a multinomial draw, day by day of what is left. */
function drawnAgain({ times, newlyGerminated, seedsSown }: Course, draw: (n: number, p: number) => number): Course {
  let left = seedsSown;
  let fates = seedsSown;
  const again = newlyGerminated.map((n) => {
    const now = draw(left, n / fates);
    left -= now;
    fates -= n;
    return now;
  });
  return { times, newlyGerminated: again, seedsSown };
}

function boundsOf(values: readonly number[]): Bounds {
  const sorted = [...values].sort((a, b) => a - b);
  // Definition 7 of Hyndman and Fan, as R's quantile.
  const at = (share: number) => {
    const place = share * (sorted.length - 1);
    const below = sorted[Math.floor(place)] ?? 0;
    const above = sorted[Math.ceil(place)] ?? below;
    return below + (place - Math.floor(place)) * (above - below);
  };
  return { low: at(TAIL), high: at(1 - TAIL) };
}

/**
 * Vigour index: germination times mean length of seedlings.
 * @param percent   normal seedlings, 0..100
 * @param lengthMm  0..2000
 * Source: Abdul-Baki A.A. & Anderson J.D. (1973) Crop Science 13:630–633.
 */
export const vigourIndex = (percent: number, lengthMm: number): number => percent * lengthMm;
