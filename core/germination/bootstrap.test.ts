import { describe, expect, it } from 'vitest';
import { clopperPearson } from '../statistics/binomialInterval.ts';
import { bootstrapCourse, type CourseIntervals, MEASURES, vigourIndex } from './bootstrap.ts';
import { type Course, germinationIndices } from './indices.ts';
import { fitCourse } from './timeCourse.ts';

const COURSE: Course = {
  times: [2, 3, 4, 5, 6, 7, 8, 10, 14],
  newlyGerminated: [4, 22, 61, 85, 70, 48, 30, 20, 8],
  seedsSown: 400,
};
function drawn(course: Course, kind: Parameters<typeof bootstrapCourse>[1], draws = 400, seed = 7): CourseIntervals {
  const running = bootstrapCourse(course, kind, draws, seed);
  for (;;) {
    const step = running.next();
    if (step.done) return step.value;
  }
}

describe('intervals of a course', () => {
  it('hold the figure itself, and are the same for the same seed', () => {
    const found = drawn(COURSE, 'loglogistic');
    expect(found).toEqual(drawn(COURSE, 'loglogistic'));
    expect(found).not.toEqual(drawn(COURSE, 'loglogistic', 400, 8));
    const indices = germinationIndices(COURSE);
    const fit = fitCourse(COURSE, 'loglogistic', false);
    for (const one of MEASURES) {
      const value = one === 't50' || one === 'd' ? fit?.[one] : indices[one];
      expect(found[one]?.low, one).toBeLessThan(value ?? Number.NaN);
      expect(found[one]?.high, one).toBeGreaterThan(value ?? Number.NaN);
    }
  });
  // Source: Clopper & Pearson (1934): exact limits of a share; the bootstrap of a share is a binomial.
  it('of the share that germinated are those of a binomial, to a percent', () => {
    const exact = clopperPearson(348, 400, 0.95);
    const found = drawn(COURSE, null, 4000).finalPercent;
    expect(Math.abs((found?.low ?? 0) - 100 * exact.lower)).toBeLessThan(1);
    expect(Math.abs((found?.high ?? 0) - 100 * exact.upper)).toBeLessThan(1);
  });
  // Source: the observed information of the fit (R 4.2.2, as its own test): T50 ± 1.96 standard errors.
  it('of T50 are those of the likelihood, to a tenth of their width', () => {
    const fit = fitCourse(COURSE, 'loglogistic', false);
    const found = drawn(COURSE, 'loglogistic', 2000).t50;
    const half = 1.96 * (fit?.seT50 ?? 0);
    expect(Math.abs((found?.low ?? 0) - ((fit?.t50 ?? 0) - half))).toBeLessThan(0.2 * half);
    expect(Math.abs((found?.high ?? 0) - ((fit?.t50 ?? 0) + half))).toBeLessThan(0.2 * half);
  });
  it('are narrower with more seeds, and none where a figure is not defined', () => {
    const width = (of: CourseIntervals) => (of.t50Coolbear?.high ?? 0) - (of.t50Coolbear?.low ?? 0);
    const more = { ...COURSE, newlyGerminated: COURSE.newlyGerminated.map((n) => 9 * n), seedsSown: 3600 };
    expect(width(drawn(more, null)) / width(drawn(COURSE, null))).toBeLessThan(0.5);
    const none = drawn({ times: [4, 10], newlyGerminated: [0, 0], seedsSown: 400 }, 'weibull');
    expect(none).toMatchObject({ meanGerminationTime: null, t50: null, finalPercent: { low: 0, high: 0 } });
    expect(drawn({ times: [4, 10], newlyGerminated: [200, 100], seedsSown: 400 }, 'weibull').t50).toBeNull();
  });
  it('says how far it is, and refuses what cannot be by its name', () => {
    const running = bootstrapCourse(COURSE, null, 100, 1);
    expect([running.next().value, running.next().value]).toEqual([0.2, 0.4]);
    expect(() => drawn(COURSE, null, 99)).toThrow(/^draws/);
    expect(() => drawn(COURSE, null, 100, 0)).toThrow(/^seed/);
    expect(() => drawn({ ...COURSE, seedsSown: 10 }, null)).toThrow(/^newlyGerminated/);
  });
});

// Source: Abdul-Baki & Anderson (1973): germination in percent times length.
it('the vigour index is germination times length', () => {
  expect(vigourIndex(90, 82.5)).toBe(7425);
});
