import type { GerminationTest } from '@mercato/contract/germination/germination';
import type { Dishes } from '@mercato/core/germination/betweenDishes';
import {
  type Course,
  courseAt,
  type CourseKind,
  COURSES,
  fitCourse,
  type FittedCourse,
} from '@mercato/core/germination/timeCourse';

/** Normal seedlings of the dishes that are closed. */
export function dishesOf({ dishes }: Pick<GerminationTest, 'dishes'>): Dishes {
  const closed = dishes.filter((dish) => dish.closed && !dish.spoiled);
  return { x: closed.map((dish) => dish.total.normal), n: closed.map((dish) => dish.seeds) };
}

/** Normal seedlings of all dishes by the day on which they were taken out; null until every dish was counted to its end. */
export function courseOf({ dishes: all }: Pick<GerminationTest, 'dishes'>): Course | null {
  const dishes = all.filter((dish) => !dish.spoiled);
  if (dishes.length === 0 || !dishes.every((dish) => dish.closed)) return null;
  const found = new Map<number, number>();
  for (const dish of dishes)
    for (const { day, counts } of dish.days) if (day > 0) found.set(day, (found.get(day) ?? 0) + counts.normal);
  const times = [...found.keys()].sort((a, b) => a - b);
  if (times.length === 0) return null;
  return {
    times,
    newlyGerminated: times.map((day) => found.get(day) ?? 0),
    seedsSown: dishes.reduce((sum, dish) => sum + dish.seeds, 0),
  };
}

export const COURSE_NAMES = { loglogistic: 'log-logistic', lognormal: 'log-normal', weibull: 'Weibull' } as const;

/** The curve that explains the counts of a course best; null where they tell none. */
export interface BestFit {
  readonly kind: CourseKind;
  readonly fit: FittedCourse;
}
export function bestFit(course: Course): BestFit | null {
  const fits = COURSES.flatMap((kind): BestFit[] => {
    const fit = fitCourse(course, kind, false);
    return fit ? [{ kind, fit }] : [];
  });
  return fits.reduce<BestFit | null>((a, b) => (a === null || b.fit.logLikelihood > a.fit.logLikelihood ? b : a), null);
}

const POINTS = 60;
/** What was counted, and the curve that explains it best, up to a day; percent of the seeds. */
export function drawnCourse(course: Course, best: BestFit | null, last: number) {
  const upTo = (i: number) => course.newlyGerminated.slice(0, i + 1).reduce((a, b) => a + b, 0);
  return {
    counted: course.times.map((time, i) => ({ x: time, y: (100 * upTo(i)) / course.seedsSown })),
    curve: best
      ? Array.from({ length: POINTS + 1 }, (_, i) => {
          const x = (last * i) / POINTS;
          return { x, y: 100 * courseAt(best.fit, best.kind, x) };
        })
      : [],
  };
}

const STEPS = [1, 2, 3, 5, 7, 10, 14, 28];
const ABOUT = 8;
/** An axis of whole days from 0 to beyond the last count. */
export function daysRange(last: number): { readonly min: number; readonly max: number; readonly ticks: number } {
  const step = STEPS.find((one) => last / one <= ABOUT) ?? Math.ceil(last / ABOUT);
  const ticks = Math.max(1, Math.ceil(last / step));
  return { min: 0, max: ticks * step, ticks };
}
