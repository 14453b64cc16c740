import mersenneTwister from '@stdlib/random-base-mt19937';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { normalChance } from '../statistics/normalDistribution.ts';
import { germinationIndices } from './indices.ts';
import { type Course, courseAt, type CourseKind, COURSES, fitCourse } from './timeCourse.ts';

const DAYS = [1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 12, 14];
const share = {
  loglogistic: (z: number) => 1 / (1 + Math.exp(-z)),
  lognormal: normalChance,
  weibull: (z: number) => 1 - Math.exp(-Math.exp(z)),
};

/** Counts of seed that germinates by a course that is known. */
function drawn(kind: CourseKind, seeds: number, d: number, m: number, s: number, seed: number): Course {
  const random = mersenneTwister.factory({ seed: [seed] });
  const newlyGerminated = DAYS.map(() => 0);
  for (let i = 0; i < seeds; i += 1) {
    const u = random() / 2 ** 32;
    const day = DAYS.findIndex((time) => d * share[kind]((Math.log(time) - m) / s) > u);
    if (day >= 0) newlyGerminated[day] = (newlyGerminated[day] ?? 0) + 1;
  }
  return { times: DAYS, newlyGerminated, seedsSown: seeds };
}
/** The likelihood of counts by a course, by its definition. */
function likelihoodOf(
  { times, newlyGerminated, seedsSown }: Course,
  kind: CourseKind,
  d: number,
  m: number,
  s: number,
) {
  const F = (time: number) => (time === 0 ? 0 : d * share[kind]((Math.log(time) - m) / s));
  let value = 0;
  newlyGerminated.forEach((found, i) => {
    if (found > 0) value += found * Math.log(F(times[i] ?? 0) - F(times[i - 1] ?? 0));
  });
  const left = seedsSown - newlyGerminated.reduce((a, b) => a + b, 0);
  return value + (left > 0 ? left * Math.log(1 - F(times.at(-1) ?? 0)) : 0);
}

// Fitted values are held against R 4.2.2 by the catalogue's check values (germination.time-course).
describe('a fitted course of germination', () => {
  it('is never less likely than the truth it was drawn from, and says its own likelihood', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...COURSES),
        fc.integer({ min: 40, max: 400 }),
        fc.double({ min: 0.4, max: 1, noNaN: true }),
        fc.double({ min: 0.7, max: 2, noNaN: true }),
        fc.double({ min: 0.15, max: 0.6, noNaN: true }),
        fc.integer({ min: 1, max: 1e6 }),
        (kind, seeds, d, m, s, seed) => {
          const course = drawn(kind, seeds, d, m, s, seed);
          const fit = fitCourse(course, kind, false);
          if (!fit) return;
          expect(fit.logLikelihood).toBeGreaterThanOrEqual(likelihoodOf(course, kind, d, m, s) - 1e-6);
          expect(fit.logLikelihood).toBeCloseTo(likelihoodOf(course, kind, fit.d, fit.m, fit.s), 6);
          const held = fitCourse(course, kind, true);
          if (held) expect(held.logLikelihood).toBeLessThanOrEqual(fit.logLikelihood + 1e-6);
        },
      ),
      { numRuns: 150 },
    );
  });

  it('finds what it was drawn from, the nearer the more seeds there are', () => {
    for (const kind of COURSES) {
      const fit = fitCourse(drawn(kind, 40_000, 0.8, 1.4, 0.3, 7), kind, false);
      expect(fit?.d).toBeCloseTo(0.8, 1);
      expect(Math.abs((fit?.m ?? 0) - 1.4)).toBeLessThan(4 * (fit?.seM ?? 0));
      expect(Math.abs((fit?.s ?? 0) - 0.3)).toBeLessThan(4 * (fit?.seS ?? 0));
      const few = fitCourse(drawn(kind, 400, 0.8, 1.4, 0.3, 7), kind, false);
      // Ten times the seeds of ten times: a tenth of the error.
      expect((few?.seT50 ?? 0) / (fit?.seT50 ?? 1)).toBeGreaterThan(7);
      expect((few?.seT50 ?? 0) / (fit?.seT50 ?? 1)).toBeLessThan(14);
    }
  });

  it('is not moved by days on which nothing was new, nor by days in other units', () => {
    const course: Course = { times: [2, 4, 6, 9], newlyGerminated: [5, 30, 20, 4], seedsSown: 80 };
    const more: Course = { times: [1, 2, 4, 6, 9], newlyGerminated: [0, 5, 30, 20, 4], seedsSown: 80 };
    for (const kind of COURSES) {
      const fit = fitCourse(course, kind, false);
      const hours = fitCourse({ ...course, times: course.times.map((one) => one * 24) }, kind, false);
      expect(hours?.t50).toBeCloseTo(24 * (fit?.t50 ?? 0), 4);
      expect(hours?.s).toBeCloseTo(fit?.s ?? 0, 5);
      // A count that found nothing tells that nothing came before it: less is left open, not more.
      expect(fitCourse(more, kind, false)?.logLikelihood).toBeLessThanOrEqual((fit?.logLikelihood ?? 0) + 1e-9);
    }
    expect(germinationIndices(more).meanGerminationTime).toBe(germinationIndices(course).meanGerminationTime);
    expect(germinationIndices(more).synchronyZ).toBe(germinationIndices(course).synchronyZ);
  });

  it('is half of its share at its half time, and nothing at the beginning', () => {
    const course: Course = { times: [2, 4, 6, 9], newlyGerminated: [5, 30, 20, 4], seedsSown: 80 };
    for (const kind of COURSES) {
      const fit = fitCourse(course, kind, false);
      if (!fit) throw new Error('no fit');
      expect(courseAt(fit, kind, fit.t50)).toBeCloseTo(fit.d / 2, 9);
      expect(courseAt(fit, kind, 0)).toBe(0);
      expect(courseAt(fit, kind, 1e6)).toBeCloseTo(fit.d, 6);
      if (fit.t50AllSeeds !== null) expect(courseAt(fit, kind, fit.t50AllSeeds)).toBeCloseTo(0.5, 9);
    }
  });

  it('tells nothing where the counts do not', () => {
    const of = (newlyGerminated: number[]) =>
      fitCourse({ times: [3, 7, 9], newlyGerminated, seedsSown: 50 }, 'loglogistic', false);
    expect(of([0, 0, 0])).toBeNull();
    expect(of([45, 0, 0])).toBeNull();
    expect(of([20, 15, 5])).not.toBeNull();
    // Two counts tell place and spread, and not also how many never come.
    const two: Course = { times: [3, 7], newlyGerminated: [200, 134], seedsSown: 400 };
    expect(fitCourse(two, 'weibull', false)).toBeNull();
    expect(fitCourse(two, 'weibull', true)).not.toBeNull();
    // Where all came, one share alone is free, and two with one interval more.
    expect(fitCourse({ ...two, seedsSown: 334 }, 'weibull', false)).toBeNull();
    const three: Course = { times: [3, 5, 7], newlyGerminated: [100, 134, 100], seedsSown: 334 };
    expect(fitCourse(three, 'weibull', false)).not.toBeNull();
  });

  it('says when half of all germinate only where half ever do', () => {
    const half = fitCourse(
      { times: [2, 4, 6, 9, 30], newlyGerminated: [5, 14, 10, 4, 0], seedsSown: 80 },
      'lognormal',
      false,
    );
    expect(half?.d).toBeLessThan(0.5);
    expect(half?.t50AllSeeds).toBeNull();
    const all = fitCourse({ times: [2, 4, 6, 9], newlyGerminated: [5, 44, 27, 4], seedsSown: 80 }, 'lognormal', false);
    expect(all).toMatchObject({ d: 1, seD: null, dAtBoundary: true });
    expect(all?.t50AllSeeds).toBeCloseTo(all?.t50 ?? 0, 9);
  });
});

describe('indices of germination', () => {
  // Source: the worked data set of the shared literature notes: 25 seeds, 0 2 6 8 3 1 on days 1 to 6, by hand.
  it('are as worked by hand', () => {
    const of = germinationIndices({ times: [1, 2, 3, 4, 5, 6], newlyGerminated: [0, 2, 6, 8, 3, 1], seedsSown: 25 });
    expect(of.finalPercent).toBe(80);
    expect(of.meanGerminationTime).toBe(3.75);
    expect(of.variance).toBeCloseTo(1.0395, 4);
    expect(of.cvPercent).toBeCloseTo(27.19, 2);
    expect(of.t50Coolbear).toBe(3.3125);
    expect(of.t50Farooq).toBe(3.25);
    expect(of.maguireCounts).toBeCloseTo(5.7667, 4);
    expect(of.maguirePercent).toBeCloseTo(23.07, 2);
    expect(of.kotowski).toBeCloseTo(26.67, 2);
    expect(of.synchronyZ).toBeCloseTo(0.2474, 4);
    expect(of.uncertaintyU).toBeCloseTo(2.0087, 4);
  });
  it('of one seed have no spread', () => {
    expect(germinationIndices({ times: [3], newlyGerminated: [1], seedsSown: 1 })).toMatchObject({
      variance: null,
      sd: null,
      cvPercent: null,
      synchronyZ: null,
      uncertaintyU: 0,
      meanGerminationTime: 3,
    });
  });
  it.each<[Partial<Course>, string]>([
    [{ seedsSown: 0 }, 'seedsSown'],
    [{ seedsSown: 19 }, 'newlyGerminated'],
    [{ times: [] }, 'times'],
    [{ times: [1, 2, 3] }, 'newlyGerminated'],
    [{ times: [0, 2] }, 'times.0'],
    [{ times: [2, 2] }, 'times.1'],
    [{ newlyGerminated: [10, -1] }, 'newlyGerminated.1'],
    [{ newlyGerminated: [10, 1.5] }, 'newlyGerminated.1'],
  ])('refuse %o', (change, field) => {
    const course = { times: [1, 2], newlyGerminated: [10, 10], seedsSown: 20, ...change };
    expect(() => germinationIndices(course)).toThrow(new RegExp(`^${field}:`));
    expect(() => fitCourse(course, 'weibull', false)).toThrow(new RegExp(`^${field}:`));
  });
  it('take as many as were sown', () => {
    expect(germinationIndices({ times: [1, 2], newlyGerminated: [10, 10], seedsSown: 20 }).finalPercent).toBe(100);
  });
});
