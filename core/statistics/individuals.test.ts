import { describe, expect, it } from 'vitest';
import { individuals } from './individuals.ts';

describe('control chart of individual values', () => {
  // R 4.2.2: mean, abs(diff(x)), mean ± 3 * mean(mr) / 1.128, 3.267 * mean(mr).
  it.each([
    [[92, 91, 94, 90, 93, 92, 85, 91, 93, 92], 91.3, 3.111111111111111, 83.025768321513, 99.574231678487, 10.164],
    [[8.1, 8.3, 8, 8.2, 8.4, 9.9, 8.1], 8.428571428571429, 0.7, 6.566869300911852, 10.290273556231005, 2.2869],
  ])('of %j', (values, mean, mrBar, lower, upper, mrUpper) => {
    const chart = individuals(values);
    for (const [got, wanted] of [
      [chart.mean, mean],
      [chart.mrBar, mrBar],
      [chart.lower, lower],
      [chart.upper, upper],
      [chart.mrUpper, mrUpper],
    ] as const)
      expect(got).toBeCloseTo(wanted, 9);
    expect([chart.flagged, chart.mrFlagged]).toEqual([[], []]);
  });
  it('flags what lies beyond a limit, and the step that led there; what lies on it is inside', () => {
    const quiet = [0, 1, 0, 1, 0, 1, 0, 1, 0, 1, 0, 1];
    expect(individuals([...quiet, 12]).flagged).toEqual([12]);
    expect(individuals([...quiet, 12]).mrFlagged).toEqual([12]);
    expect(individuals([...quiet, -12]).flagged).toEqual([12]);
    expect(individuals([2, 2, 2])).toMatchObject({ lower: 2, upper: 2, flagged: [], mrFlagged: [] });
  });
  it('refuses fewer than two, and what is no number', () => {
    expect(() => individuals([1])).toThrow(/values/);
    expect(() => individuals([1, Number.NaN])).toThrow(/values.1/);
  });
});
