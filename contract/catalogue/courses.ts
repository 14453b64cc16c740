import { type Dishes, dishSpread } from '@mercato/core/germination/betweenDishes';
import { compareTests } from '@mercato/core/germination/compareTests';
import { germinationIndices } from '@mercato/core/germination/indices';
import { overdispersion } from '@mercato/core/germination/overdispersion';
import {
  type Course,
  type CourseKind,
  COURSES,
  fitCourse,
  type FittedCourse,
} from '@mercato/core/germination/timeCourse';
import { listOf } from '../http/body.ts';
import { define } from './calculation.ts';
import { count, number } from './inputs.ts';

const seeds = () => number().integer().min(1).max(1e5);
const dishes = () => ({ x: listOf(count(), 2, 100), n: listOf(seeds(), 2, 100) });

/** Counts that cannot be, at the list in which they stand. */
function dishFault({ x, n }: Dishes) {
  if (n.length !== x.length)
    return { path: 'n', message: `n must have as many figures as x (${x.length}), got ${n.length}` };
  const over = x.findIndex((one, i) => one > (n[i] ?? 0));
  return over < 0
    ? null
    : { path: 'x', message: `x.${over} must be at most ${n[over] ?? 0}, the seeds of that dish, got ${x[over] ?? 0}` };
}

/** A fitted course by the names that its distribution is known under. */
function named(kind: CourseKind, fit: FittedCourse | null): object | null {
  if (fit === null) return null;
  const { m, s, seM, seS, ...rest } = fit;
  switch (kind) {
    case 'loglogistic':
      return { ...rest, b: 1 / s, seB: seS / (s * s) };
    case 'lognormal':
      return { ...rest, meanlog: m, sdlog: s, seMeanlog: seM, seSdlog: seS };
    case 'weibull':
      return { ...rest, shape: 1 / s, seShape: seS / (s * s), scale: Math.exp(m), seScale: Math.exp(m) * seM };
  }
}
const allFits = (course: Course, held: boolean) =>
  Object.fromEntries(COURSES.map((kind) => [kind, named(kind, fitCourse(course, kind, held))]));

/** Tests against each other, dishes against chance, and germination over time. */
export const courseCalculations = [
  define({
    id: 'germination.compare-two-tests',
    title: 'Do two tests differ more than chance?',
    description: 'two tests, or treated against untreated seed: exact and approximate chances, and what chance allows',
    source: 'R 4.2.2 prop.test(correct = FALSE), fisher.test; tolerances as Miles (1963)',
    asks: { x1: count(), n1: seeds(), x2: count(), n2: seeds() },
    check: ({ x1, n1, x2, n2 }) =>
      x1 > n1
        ? { path: 'x1', message: `x1 must be at most ${n1}, the seeds of the first test, got ${x1}` }
        : x2 > n2
          ? { path: 'x2', message: `x2 must be at most ${n2}, the seeds of the second test, got ${x2}` }
          : null,
    run: ({ x1, n1, x2, n2 }) => compareTests(x1, n1, x2, n2),
    example: { story: 'Chilled and not chilled, 400 seeds each', input: { x1: 372, n1: 400, x2: 356, n2: 400 } },
  }),
  define({
    id: 'germination.replicate-heterogeneity',
    title: 'Do dishes differ more than chance?',
    description: 'chi-square of homogeneity of dishes, with its dispersion ratio; trouble at the bench shows here',
    source: 'R 4.2.2 prop.test(x, n, correct = FALSE), pchisq',
    asks: dishes(),
    check: dishFault,
    run: dishSpread,
    example: { story: 'One dish of four fell behind', input: { x: [88, 70, 92, 85], n: [100, 100, 100, 100] } },
  }),
  define({
    id: 'germination.overdispersion',
    title: 'How alike are seeds of one dish?',
    description: 'beta-binomial fit: how much the share of living seed varies from dish to dish beyond chance',
    source: 'maximum likelihood as R 4.2.2 VGAM::vglm(cbind(x, n - x) ~ 1, betabinomial)',
    asks: dishes(),
    check: dishFault,
    run: overdispersion,
    example: { story: 'Four dishes that spread', input: { x: [94, 80, 88, 71], n: [100, 100, 100, 100] } },
  }),
  define({
    id: 'germination.time-course',
    title: 'How fast does it germinate?',
    description: 'indices of speed and synchrony, and curves fitted to counts on any days, with standard errors',
    source: 'Ranal & Santana (2006) and those they name; interval-censored maximum likelihood as R 4.2.2 survreg',
    asks: {
      times: listOf(number().greater(0).max(1e5), 1, 1000),
      newlyGerminated: listOf(count(), 1, 1000),
      seedsSown: number().integer().min(1).max(1e6),
    },
    check: ({ times, newlyGerminated, seedsSown }) => {
      if (newlyGerminated.length !== times.length)
        return {
          path: 'newlyGerminated',
          message: `newlyGerminated must have as many figures as times (${times.length}), got ${newlyGerminated.length}`,
        };
      const back = times.findIndex((time, i) => i > 0 && time <= (times[i - 1] ?? 0));
      if (back >= 0) return { path: 'times', message: `times.${back} must come after the count before` };
      const total = newlyGerminated.reduce((a, b) => a + b, 0);
      return total > seedsSown
        ? {
            path: 'newlyGerminated',
            message: `newlyGerminated adds to ${total}, more than the ${seedsSown} seeds sown`,
          }
        : null;
    },
    run: (course) => ({
      indices: germinationIndices(course),
      fits: { curedFraction: allFits(course, false), rightCensoredD1: allFits(course, true) },
    }),
    example: {
      story: 'Two hundred seeds, counted for ten days',
      input: {
        times: [1, 2, 3, 4, 5, 6, 7, 8, 9, 10],
        newlyGerminated: [0, 38, 92, 41, 12, 5, 2, 1, 0, 0],
        seedsSown: 200,
      },
    },
  }),
];
