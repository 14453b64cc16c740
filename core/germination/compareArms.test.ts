import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { compareArms, differenceInterval, holm } from './compareArms.ts';

describe('the difference of two shares', () => {
  // Source: statsmodels 0.15.0, confint_proportions_2indep(method='newcomb', compare='diff'); the first is example (a) of
  // Newcombe R.G. (1998) Statistics in Medicine 17:873–890.
  it.each([
    [56, 70, 48, 80, 0.05243147240236498, 0.33387265403690614],
    [352, 400, 300, 400, 0.07656849283640593, 0.18287783398659502],
    [9, 10, 3, 10, 0.1705227239345029, 0.809017973535488],
    [0, 100, 0, 100, -0.03699349820698569, 0.03699349820698569],
    [100, 100, 97, 100, -0.011933312904032642, 0.08451936429052764],
  ])('%i of %i less %i of %i', (x1, n1, x2, n2, low, high) => {
    const found = differenceInterval(x1, n1, x2, n2, 0.95);
    expect(found.low / 100).toBeCloseTo(low, 9);
    expect(found.high / 100).toBeCloseTo(high, 9);
    expect(found.difference).toBeCloseTo(100 * (x1 / n1 - x2 / n2), 12);
  });
  it('turns its sign with the arms, and stays within −100 and 100', () => {
    const share = fc
      .integer({ min: 1, max: 400 })
      .chain((n) => fc.tuple(fc.integer({ min: 0, max: n }), fc.constant(n)));
    fc.assert(
      fc.property(share, share, ([x1, n1], [x2, n2]) => {
        const [one, other] = [differenceInterval(x1, n1, x2, n2, 0.95), differenceInterval(x2, n2, x1, n1, 0.95)];
        expect(one.low).toBeCloseTo(-other.high, 9);
        expect(one.low).toBeLessThanOrEqual(one.difference + 1e-9);
        expect(one.high).toBeGreaterThanOrEqual(one.difference - 1e-9);
        expect(one.low).toBeGreaterThanOrEqual(-100 - 1e-9);
        expect(one.high).toBeLessThanOrEqual(100 + 1e-9);
      }),
    );
  });
  it('refuses what is no count, by its name', () => {
    expect(() => differenceInterval(5, 4, 1, 2, 0.95)).toThrow(/^x1/);
    expect(() => differenceInterval(1, 4, 3, 2, 0.95)).toThrow(/^x2/);
    expect(() => differenceInterval(0, 0, 1, 2, 0.95)).toThrow(/^n1/);
    expect(() => differenceInterval(1, 4, 1, 0, 0.95)).toThrow(/^n2/);
    expect(() => differenceInterval(1, 4, 1, 2, 1.5)).toThrow(/^confidence/);
  });
});

describe('arms side by side', () => {
  // Source: statsmodels 0.15.0, multipletests(method='holm') of 0.01, 0.04, 0.03: 0.03, 0.06, 0.06.
  it('chances are adjusted for how many were looked at', () => {
    const [a, b, c] = holm([0.01, 0.04, 0.03]);
    expect(a).toBeCloseTo(0.03, 12);
    expect(b).toBeCloseTo(0.06, 12);
    expect(c).toBeCloseTo(0.06, 12);
    expect(holm([])).toEqual([]);
    expect(holm([0.9, 0.8])).toEqual([1, 1]);
  });
  it('each is compared with the untreated one, which is compared with nothing', () => {
    const arms = [
      { normal: 352, seeds: 400 },
      { normal: 300, seeds: 400 },
      { normal: 305, seeds: 400 },
    ];
    const [chilled, untreated, nitrate] = compareArms(arms, 1);
    expect(untreated?.against).toBeNull();
    expect(chilled?.against).toMatchObject({ difference: 13 });
    expect(chilled?.against?.adjusted).toBeLessThan(0.001);
    // Chance may explain five seeds of 400.
    expect(nitrate?.against?.adjusted).toBeGreaterThan(0.5);
    // Source: Clopper and Pearson, SciPy 1.17.1 binomtest(300, 400).proportion_ci(): 0.7046 to 0.7917.
    expect(untreated?.low).toBeCloseTo(70.46, 1);
    expect(untreated?.high).toBeCloseTo(79.17, 1);
  });
});
