import { expect, it } from 'vitest';
import { clopperPearson } from '../statistics/binomialInterval.ts';
import { defectAdvice, defectsPer400, plotGain, rateAfterSorting, sortingPlan, sortingWorth } from './sorting.ts';

const REST = { afterMinutes: 50, minutes: 10 };

it('says defects in 400 seeds, whatever was looked at', () => {
  const { per400, low, high } = defectsPer400(3, 200);
  const { lower, upper } = clopperPearson(3, 200, 0.95);
  expect([per400, low, high]).toEqual([6, 400 * lower, 400 * upper]);
  expect(defectAdvice({ spotted: 1, bored: 0 })).toEqual(['spots-from-field']);
  expect(defectAdvice({ spotted: 0, bored: 1 })).toEqual(['holes-from-store']);
  expect(defectAdvice({ spotted: 0, bored: 0 })).toEqual([]);
});

it('plans hands and days by the clock, with rests for eyes and back', () => {
  const sorted = [
    { minutes: 30, massG: 300 },
    { minutes: 30, massG: 500 },
  ];
  // 800 g an hour; 6 400 g are 8 hours. Two people for 60 minutes a day, 50 of them work: 100 minutes a day.
  expect(sortingPlan(sorted, 6400, 2, 60, REST)).toEqual({
    gramsPerHour: 800,
    hoursLeft: 8,
    daysLeft: 5,
    minutesOfWork: 50,
  });
  expect(sortingPlan(sorted, 6400, 2, 50, REST)).toMatchObject({ minutesOfWork: 50 });
  expect(sortingPlan(sorted, 6400, 2, 75, REST)).toMatchObject({ minutesOfWork: 65 });
  expect(sortingPlan(sorted, 6400, 2, 120, REST)).toMatchObject({ minutesOfWork: 100 });
  // 480 minutes of work at 100 a day are five days, at 96 just five, at less than 96 six.
  expect(sortingPlan(sorted, 6400, 2, 48, REST).daysLeft).toBe(5);
  expect(sortingPlan(sorted, 6400, 2, 47.9, REST).daysLeft).toBe(6);
  expect(sortingPlan([], 6400, 1, 60, REST)).toMatchObject({ gramsPerHour: null, hoursLeft: null, daysLeft: null });
  for (const [left, people, minutes, field] of [
    [-1, 1, 60, 'leftG'],
    [1, 0, 60, 'people'],
    [1, 1, 0, 'minutesADay'],
  ] as const)
    expect(() => sortingPlan(sorted, left, people, minutes, REST)).toThrow(field);
});

it('gives a gain an interval from three pairs of plots, and says that one pair has none', () => {
  // Source: the sleep data of Student (1908); R 4.2.2 t.test(paired = TRUE): 1.58, 0.7001142 to 2.4598858.
  const sleep = [
    [1.9, 0.7],
    [0.8, -1.6],
    [1.1, -0.2],
    [0.1, -1.2],
    [-0.1, -0.1],
    [4.4, 3.4],
    [5.5, 3.7],
    [1.6, 0.8],
    [4.6, 0],
    [3.4, 2],
  ].map(([sorted = 0, unsorted = 0]) => ({ sorted, unsorted }));
  const { mean, interval } = plotGain(sleep);
  expect(mean).toBeCloseTo(1.58, 10);
  expect(interval?.[0]).toBeCloseTo(0.7001142, 6);
  expect(interval?.[1]).toBeCloseTo(2.4598858, 6);
  expect(plotGain(sleep.slice(0, 3)).interval).not.toBeNull();
  expect(plotGain(sleep.slice(0, 2))).toMatchObject({ pairs: 2, interval: null });
  expect(plotGain([])).toEqual({ pairs: 0, mean: null, interval: null });
});

it('sets the price of sorted seed against hours', () => {
  // 9 kg at 12 beside 10 kg at 8: 28; three hours at 7 leave 7.
  expect(sortingWorth(10, 9, 8, 12, 3, 7)).toEqual({ priceGain: 28, wages: 21, gain: 7, perHour: 28 / 3 });
  expect(sortingWorth(10, 9, 8, 12, 0, 7).perHour).toBeNull();
  expect(() => sortingWorth(10, 11, 8, 12, 3, 7)).toThrow('sortedKg');
});

it('sorted seed is sown thinner by what would not have grown, and heavier seed by weight', () => {
  // Arithmetic: 357 of 400 good before, 396 after.
  expect(rateAfterSorting(0.8925, 0.99, 31, 31)).toBeCloseTo(0.90152, 5);
  expect(rateAfterSorting(0.9, 0.9, 30, 33)).toBeCloseTo(1.1, 12);
  expect(() => rateAfterSorting(0, 0.9, 30, 33)).toThrow('goodBefore');
  expect(() => rateAfterSorting(0.9, 1.01, 30, 33)).toThrow('goodAfter');
  expect(() => rateAfterSorting(0.9, 1, 0, 33)).toThrow('hundredBeforeG');
  expect(() => rateAfterSorting(0.9, 1, 30, 0)).toThrow('hundredAfterG');
});
