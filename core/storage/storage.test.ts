import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { csvRows } from '../testing/books.ts';
import { type AgeingCurve, type AgeTest, fitAgeing, scatter, sharesOn } from './fitAgeing.ts';
import { hundredRule, keepsLonger } from './rulesOfThumb.ts';
import { predictViability, timeToViability } from './viability.ts';

const constantsOf = (name: string) => {
  const row = csvRows('literature', 'viability-constants.csv').find((one) => one.common_name === name);
  if (!row) throw new Error(`no constants of ${name}`);
  return { KE: Number(row.KE), CW: Number(row.CW), CH: Number(row.CH), CQ: Number(row.CQ) };
};

describe('the viability equation', () => {
  // Source: worked by hand from Ellis & Roberts (1980), barley of 10 % at 20 °C, Ki = 2 (constants from memory).
  it('gives barley the course that was worked by hand', () => {
    const air = { moisturePercent: 10, temperatureC: 20 };
    const after = (days: number) => predictViability(air, days, 2, constantsOf('barley'));
    expect(after(0).sigmaDays).toBeCloseTo(1305.6, 0);
    expect([365, 1000, 2000].map((days) => after(days).germinationPercent.toFixed(2))).toEqual([
      '95.73',
      '89.14',
      '68.01',
    ]);
    expect(after(0).p50Days).toBeCloseTo(2611, 0);
    expect(timeToViability(air, 2, 85, constantsOf('barley')).days).toBeCloseTo(1258, 0);
  });
  // Source: the same constants, worked at four places.
  it.each([
    ['barley', 1305.6, 225.2, 29.08, 3.095e6],
    ['onion', 341.8, 91.8, 20.36, 1.508e5],
    ['soybean', 414.8, 96.9, 18.76, 8.62e5],
    ['chickpea', 1661, 347.4, 57.5, 2.96e6],
    ['cowpea', 1802, 436.9, 82.5, 5.19e5],
  ])('gives %s its days to lose one probit', (kind, ...worked) => {
    const places = [
      [10, 20],
      [12, 25],
      [15, 30],
      [5, -20],
    ] as const;
    places.forEach(([moisturePercent, temperatureC], i) => {
      const { sigmaDays } = predictViability({ moisturePercent, temperatureC }, 0, 2, constantsOf(kind));
      expect(Math.abs(sigmaDays / (worked[i] ?? NaN) - 1), `${kind} at ${temperatureC} °C`).toBeLessThan(0.002);
    });
  });
  it('reaches a target at the time that it names for it', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 3, max: 18, noNaN: true }),
        fc.double({ min: -20, max: 35, noNaN: true }),
        fc.double({ min: 1, max: 3, noNaN: true }),
        fc.double({ min: 5, max: 80, noNaN: true }),
        (moisturePercent, temperatureC, Ki, target) => {
          const air = { moisturePercent, temperatureC };
          const { days } = timeToViability(air, Ki, target, constantsOf('onion'));
          expect(predictViability(air, days, Ki, constantsOf('onion')).germinationPercent).toBeCloseTo(target, 6);
        },
      ),
    );
  });
});

describe('an ageing curve', () => {
  const SERIES: readonly AgeTest[] = [
    { days: 0, germinated: 95, n: 100 },
    { days: 400, germinated: 90, n: 100 },
    { days: 900, germinated: 78, n: 100 },
    { days: 1500, germinated: 51, n: 100 },
  ];
  const curveOf = (tests: readonly AgeTest[]): AgeingCurve => {
    const curve = fitAgeing(tests);
    if ('reason' in curve) throw new Error(curve.reason);
    return curve;
  };
  // Values against R stand in the catalogue's checks; these laws hold for any maximum of the likelihood.
  it('keeps its times when the unit of time or the splitting of tests changes', () => {
    const whole = curveOf(SERIES);
    const years = curveOf(SERIES.map((one) => ({ ...one, days: one.days / 365 })));
    expect((years.P85 ?? 0) * 365).toBeCloseTo(whole.P85 ?? 0, 6);
    expect((years.seP85 ?? 0) * 365).toBeCloseTo(whole.seP85 ?? 0, 6);
    const parted = curveOf(
      SERIES.flatMap(({ days, germinated, n }) => [
        { days, germinated: Math.ceil(germinated / 2), n: n / 2 },
        { days, germinated: Math.floor(germinated / 2), n: n / 2 },
      ]),
    );
    expect(parted.Ki).toBeCloseTo(whole.Ki, 8);
    expect(parted.seP50 ?? 0).toBeCloseTo(whole.seP50 ?? 0, 6);
  });
  it('stands at the top of the likelihood', () => {
    const curve = curveOf(SERIES);
    // The derivatives of the log-likelihood, by differences: what was fitted is where both vanish.
    const likelihood = (Ki: number, slope: number) =>
      SERIES.reduce((sum, { days, germinated, n }) => {
        const p = sharesOn({ ...curve, Ki, slope })(days).estimate;
        return sum + germinated * Math.log(p) + (n - germinated) * Math.log(1 - p);
      }, 0);
    const top = likelihood(curve.Ki, curve.slope);
    for (const [a, b] of [
      [1e-3, 0],
      [-1e-3, 0],
      [0, 1e-6],
      [0, -1e-6],
    ] as const)
      expect(likelihood(curve.Ki + a, curve.slope + b)).toBeLessThan(top);
  });
  it('says why there is none', () => {
    const reason = (tests: readonly AgeTest[]) => {
      const curve = fitAgeing(tests);
      return 'reason' in curve ? curve.reason : 'a curve';
    };
    expect(reason(SERIES.slice(0, 1))).toBe('one-age');
    expect(reason(SERIES.map((one) => ({ ...one, germinated: one.n })))).toBe('all-came-up');
    expect(reason(SERIES.map((one) => ({ ...one, germinated: 0 })))).toBe('none-came-up');
    const two = (first: number, second: number) =>
      reason([
        { days: 0, germinated: first, n: 50 },
        { days: 700, germinated: second, n: 50 },
      ]);
    expect(two(50, 0)).toBe('no-test-between');
    expect(two(50, 31)).toBe('no-test-between');
    expect(two(0, 50)).toBe('only-rises');
    expect(two(49, 31)).toBe('a curve');
    expect(() => fitAgeing([{ days: 0, germinated: 11, n: 10 }])).toThrow(/^germinated: argument/);
  });
  it('widens its limits where tests scatter more than chance, and away from the tests', () => {
    const wild = curveOf([...SERIES, { days: 600, germinated: 99, n: 100 }, { days: 700, germinated: 60, n: 100 }]);
    // Source: Finney (1971): X²/df above 1 and Student's t (2.776 for 4 degrees of freedom, any table).
    expect(scatter(wild).factor).toBeGreaterThan(1);
    expect(scatter(wild).times).toBeCloseTo(Math.sqrt(wild.pearsonX2 / 4) * 2.776, 2);
    const width = (days: number) => sharesOn(wild)(days).upper - sharesOn(wild)(days).lower;
    expect(width(2200)).toBeGreaterThan(width(700));
  });
});

describe('rules of thumb', () => {
  // Source: common practice: 50 °F and 45 % is good, 70 °F and 50 % is not.
  it('the hundred adds Fahrenheit, and looks at the temperature by itself', () => {
    expect(hundredRule(10, 45)).toMatchObject({ sum: 95, outcome: 'near', temperaturePart: 'no more than half' });
    expect(hundredRule(5, 35)).toMatchObject({ sum: 76, outcome: 'within' });
    expect(hundredRule(21.1111111, 50).outcome).toBe('outside');
    expect(hundredRule(20, 15)).toMatchObject({ outcome: 'near', temperaturePart: 'more than half' });
  });
  // Source: Harrington (1972): one percent or 10 °F doubles, independently (from memory).
  it('life doubles for each percent and for each 10 °F, and says where the rule ends', () => {
    const from = { moisturePercent: 10, temperatureC: 20 };
    expect(keepsLonger(from, { moisturePercent: 9, temperatureC: 20 }).times).toBeCloseTo(2, 12);
    expect(keepsLonger(from, { moisturePercent: 10, temperatureC: 20 - 50 / 9 }).times).toBeCloseTo(2, 12);
    expect(keepsLonger(from, { moisturePercent: 8, temperatureC: 20 - 100 / 9 }).times).toBeCloseTo(16, 9);
    expect(keepsLonger(from, { moisturePercent: 4, temperatureC: 10 }).outside).toMatch(/5 to 14/);
    expect(keepsLonger(from, { moisturePercent: 9, temperatureC: -18 }).outside).toMatch(/0 and 50/);
  });
});
