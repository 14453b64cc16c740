import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { byCalibration, type Degree, fitCalibration, type Pair } from './calibration.ts';

const pairsOf = (meter: readonly number[], oven: readonly number[]): Pair[] =>
  meter.map((one, i) => ({ meterPercent: one, ovenPercent: oven[i] ?? 0 }));
// The check file of the catalogue holds four fits by R 4.2.2 lm() and predict(interval = "prediction").
const METER = [10.2, 8.8, 14, 14.4, 17.2, 15.9, 8];
const OVEN = [11.02, 9.44, 15.16, 15.32, 18.27, 16.77, 8.77];

describe('a fit', () => {
  it('finds the curve that the pairs lie on, and leaves nothing', () => {
    const reading = fc.double({ min: 5, max: 25, noNaN: true });
    fc.assert(
      fc.property(
        fc.uniqueArray(reading, { minLength: 5, maxLength: 20, comparator: (a, b) => Math.abs(a - b) < 0.2 }),
        fc.double({ min: 0.5, max: 1.5, noNaN: true }),
        fc.constantFrom<Degree>(1, 2),
        (meter, slope, degree) => {
          const bent = degree === 2 ? 0.01 : 0;
          const at = (x: number) => 2 + slope * x + bent * x * x;
          const fit = fitCalibration(
            pairsOf(
              meter,
              meter.map((one) => at(one)),
            ),
            degree,
          );
          const wanted = degree === 2 ? [2, slope, bent] : [2, slope];
          expect(fit.residualSd).toBeLessThan(1e-9);
          wanted.forEach((one, i) => expect(fit.coefficients[i]).toBeCloseTo(one, 6));
          expect(byCalibration(fit, 12, 0.95).predictedPercent).toBeCloseTo(at(12), 7);
        },
      ),
    );
  });

  it('does not care for the order of its pairs, and its residuals add to nothing', () => {
    const forward = fitCalibration(pairsOf(METER, OVEN), 2);
    const back = fitCalibration(pairsOf([...METER].reverse(), [...OVEN].reverse()), 2);
    forward.coefficients.forEach((one, i) => expect(back.coefficients[i]).toBeCloseTo(one, 10));
    expect(forward.residuals.reduce((sum, one) => sum + one, 0)).toBeCloseTo(0, 10);
    expect([forward.df, forward.from, forward.to]).toEqual([4, 8, 17.2]);
  });

  it('asks for two pairs more than its degree, and one different reading more', () => {
    for (const degree of [1, 2] as const) {
      const few = METER.slice(0, degree + 1);
      expect(() => fitCalibration(pairsOf(few, OVEN), degree)).toThrow(
        `pairs: argument.calibration-pairs ${degree + 2} ${degree + 1}`,
      );
      expect(fitCalibration(pairsOf(METER.slice(0, degree + 2), OVEN), degree).df).toBe(1);
      const same = [...Array<number>(4).fill(9), ...[10, 11].slice(0, degree - 1)];
      expect(() => fitCalibration(pairsOf(same, OVEN), degree)).toThrow('argument.calibration-readings');
      const enough = [...Array<number>(4).fill(9), ...[10, 11].slice(0, degree)];
      expect(fitCalibration(pairsOf(enough, OVEN), degree).coefficients).toHaveLength(degree + 1);
    }
  });

  it('refuses a figure that is no percent, by its pair, and another degree', () => {
    const wrong = (pair: Partial<Pair>) =>
      fitCalibration([...pairsOf(METER, OVEN), { meterPercent: 10, ovenPercent: 10, ...pair }], 1);
    expect(() => wrong({ meterPercent: 100.1 })).toThrow(/^pairs\.7\.meterPercent/);
    expect(() => wrong({ ovenPercent: -0.1 })).toThrow(/^pairs\.7\.ovenPercent/);
    expect(() => fitCalibration(pairsOf(METER, OVEN), 3 as Degree)).toThrow(/^degree/);
    expect(fitCalibration(pairsOf([0, 50, 100], [5, 5, 5]), 1)).toMatchObject({ rSquared: null, from: 0, to: 100 });
  });

  it('names a pair that lies too far off to be chance, and no other', () => {
    expect(fitCalibration(pairsOf(METER, OVEN), 1).farOff).toEqual([]);
    expect(fitCalibration(pairsOf([...METER, 12], [...OVEN, 15.5]), 1).farOff).toEqual([7]);
    // Four pairs for a straight line leave one degree of freedom without one of them: nothing can be said with fewer.
    expect(fitCalibration(pairsOf([8, 10, 12], [8, 14, 12]), 1).farOff).toEqual([]);
  });

  it('draws that border where the bound says: 1 in 20 over all pairs together', () => {
    // The same fit with one pair moved: externally studentized residual against t of 0.05 / (2 n), by bisection.
    const off = (by: number) => fitCalibration(pairsOf([...METER, 12], [...OVEN, 12.86 + by]), 1).farOff.length > 0;
    let [low, high] = [0, 5];
    for (let i = 0; i < 60; i += 1) {
      const middle = (low + high) / 2;
      if (off(middle)) high = middle;
      else low = middle;
    }
    // Without the pair the fit is that of METER: its t with 5 degrees of freedom at 1 − 0.05 / 16 is 4.382 (R 4.2.2,
    // qt(1 - 0.05/16, 5), recomputed by the quantile's own test), its prediction half-width 4.382 s √(1 + h).
    const without = fitCalibration(pairsOf(METER, OVEN), 1);
    const { predictedPercent, upperPercent } = byCalibration(without, 12, 1 - 0.05 / 8);
    expect(12.86 + high).toBeCloseTo(upperPercent, 6);
    expect(predictedPercent).toBeLessThan(12.9);
  });
});

describe('a reading', () => {
  const fit = fitCalibration(pairsOf(METER, OVEN), 1);
  it('is within what it was fitted on up to both ends', () => {
    const inRange = (reading: number) => byCalibration(fit, reading, 0.95).inRange;
    expect([7.99, 8, 17.2, 17.21].map(inRange)).toEqual([false, true, true, false]);
  });
  it('has a wider interval the surer it must be, and the further off it lies', () => {
    const width = (reading: number, confidence: number) => {
      const { lowerPercent, upperPercent } = byCalibration(fit, reading, confidence);
      return upperPercent - lowerPercent;
    };
    expect(width(12, 0.99)).toBeGreaterThan(width(12, 0.95));
    expect(width(17, 0.95)).toBeGreaterThan(width(12.6, 0.95));
  });
  it('is refused where it is no percent', () => {
    expect(() => byCalibration(fit, -1, 0.95)).toThrow(/^readingPercent/);
    expect(() => byCalibration(fit, 101, 0.95)).toThrow(/^readingPercent/);
    for (const reading of [0, 100]) expect(byCalibration(fit, reading, 0.95).inRange).toBe(false);
    for (const confidence of [0, 1]) expect(() => byCalibration(fit, 10, confidence)).toThrow(/^confidence/);
  });
});
