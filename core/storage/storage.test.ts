import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { csvRows } from '../testing/books.ts';
import { dryEnough, type DryEvidence, type DryKind } from '../drying/dryEnough.ts';
import {
  dryFromWet,
  humidityInBalance,
  type Isotherm,
  isothermHumidity,
  isothermMoisture,
  ISOTHERMS,
  moistureInBalance,
  wetFromDry,
} from '../drying/equilibrium.ts';
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

describe('moisture in balance with air', () => {
  // Source: worked from Cromarty, Ellis & Roberts (1982), dry and wet basis (form from memory).
  it.each([
    [0.15, 15, 0.02, 6.54, 6.14],
    [0.5, 20, 0.02, 12.94, 11.46],
    [0.6, 25, 0.02, 14.28, 12.5],
    [0.5, 20, 0.2, 10.57, 9.56],
    [0.5, 20, 0.45, 7.26, 6.77],
  ])('at %s, %s °C, oil %s', (humidity, t, oil, dry, wet) => {
    const got = moistureInBalance(humidity, t, oil);
    expect(got).toBeCloseTo(wet, 2);
    expect(dryFromWet(got)).toBeCloseTo(dry, 1);
    expect(humidityInBalance(got, t, oil)).toBeCloseTo(humidity, 10);
  });
  // Source: ASAE D245 worked values at 25 °C, percent dry basis (from memory), one of each equation and a doubtful one.
  it.each([
    ['wheat, hard', 'modified Henderson', 13.34, 16.98],
    ['maize, yellow dent', 'modified Chung-Pfost', 12.38, 16.3],
    ['oats', 'modified Oswin', 10.89, 14.53],
    ['rapeseed', 'modified Halsey', 6.32, 9.22],
    ['sunflower', 'modified Henderson', 6.23, 8.55],
  ])('of %s by the %s isotherm', (kind, equation, half, seventy) => {
    const isotherm = shippedIsotherms().find((one) => one.kind === kind && one.equation === equation);
    if (!isotherm) throw new Error('no such row');
    expect(isothermMoisture(isotherm, 0.5, 25)).toBeCloseTo(half, 2);
    expect(isothermMoisture(isotherm, 0.7, 25)).toBeCloseTo(seventy, 2);
  });
  it('every shipped isotherm rises with humidity and turns round', () => {
    for (const isotherm of shippedIsotherms())
      fc.assert(
        fc.property(
          fc.double({ min: 0.25, max: 0.85, noNaN: true }),
          fc.integer({ min: 5, max: 45 }),
          (humidity, t) => {
            const dry = isothermMoisture(isotherm, humidity, t);
            expect(isothermHumidity(isotherm, dry, t)).toBeCloseTo(humidity, 9);
            expect(isothermMoisture(isotherm, humidity + 0.05, t)).toBeGreaterThan(dry);
          },
        ),
        { numRuns: 20 },
      );
  });
  it('wet and dry basis turn into each other', () => {
    expect(wetFromDry(25)).toBeCloseTo(20, 12); // 25 g of water on 100 g of dry matter in 125 g
    expect(dryFromWet(20)).toBeCloseTo(25, 12);
  });
});

function shippedIsotherms(): (Isotherm & { kind: string })[] {
  return csvRows('literature', 'isotherms.csv').map((row) => {
    const equation = ISOTHERMS.find((one) => one === row.equation);
    if (!equation) throw new Error(`unknown equation ${row.equation ?? ''}`);
    return { kind: row.kind ?? '', equation, A: Number(row.A), B: Number(row.B), C: Number(row.C) };
  });
}

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

describe('dry enough to close?', () => {
  const cereal: DryKind = { desiccation: 'orthodox', oilFraction: 0.02 };
  const ask = (evidence: Partial<DryEvidence>, closing: 'paper' | 'airtight' | 'freezer' = 'airtight', kind = cereal) =>
    dryEnough(kind, closing, { temperatureC: 20, ...evidence });

  it('brings every sign to the air that the seed is in balance with', () => {
    // 11.46 % is in balance with 50 % (worked above): too damp for a jar, good for paper.
    expect(ask({ moisturePercent: 11.46 }).answer).toBe('not-yet');
    expect(ask({ moisturePercent: 11.46 }, 'paper').answer).toBe('yes');
    expect(ask({ shutAirPercent: 38 }).answer).toBe('yes');
    expect(ask({ shutAirPercent: 38 }, 'freezer').answer).toBe('not-yet');
    // Oily seed of the same moisture stands in damper air: 6.77 % with oil 0.45 is in balance with 50 %.
    expect(ask({ moisturePercent: 6.77 }, 'airtight', { desiccation: 'orthodox', oilFraction: 0.45 }).answer).toBe(
      'not-yet',
    );
    expect(ask({ moisturePercent: 6.77 }).answer).toBe('yes');
  });
  it('follows the weight: dry matter stays, rest is balance with the room, touch is nothing', () => {
    // 100 g of 20 % hold 80 g of dry matter; at 90 g that is 100 − 8000/90 = 11.11 %.
    const lost = ask({
      firstMoisturePercent: 20,
      weighings: [
        { hours: 0, massG: 100 },
        { hours: 48, massG: 90 },
      ],
    });
    expect(lost.steps.find((one) => one.label === 'moisture by the weight lost')?.result).toBe('11.1');
    expect(lost.answer).toBe('not-yet');
    // Weight when dry: 80 g of dry matter at the target moisture.
    expect(lost.massWhenDryG).toBeCloseTo(80 / (1 - (lost.targetMoisturePercent ?? NaN) / 100), 9);
    const rest = [
      { hours: 0, massG: 50 },
      { hours: 24, massG: 49.99 },
    ];
    expect(ask({ weighings: rest, roomAirPercent: 35 }).answer).toBe('yes');
    expect(ask({ weighings: rest, roomAirPercent: 55 }).answer).toBe('not-yet');
    expect(ask({ weighings: rest })).toMatchObject({ answer: 'unknown' });
    expect(
      ask({
        weighings: [
          { hours: 0, massG: 50 },
          { hours: 24, massG: 48 },
        ],
        roomAirPercent: 35,
      }).answer,
    ).toBe('not-yet');
    expect(ask({}).reasons).toEqual([{ is: 'touch-says-nothing' }]);
  });
  it('takes the dampest sign, and says when signs disagree', () => {
    const both = ask({ moisturePercent: 8, shutAirPercent: 55 });
    expect(both.answer).toBe('not-yet');
    expect(both.reasons).toContainEqual({ is: 'signs-disagree' });
    // Nor is a weight named to wait for, when another sign is damper than the moisture that it rests on.
    const tray = [
      { hours: 0, massG: 100 },
      { hours: 48, massG: 90 },
    ];
    expect(ask({ firstMoisturePercent: 20, weighings: tray }).massWhenDryG).not.toBeNull();
    expect(ask({ firstMoisturePercent: 20, weighings: tray, shutAirPercent: 80 }).massWhenDryG).toBeNull();
  });
  it('knows kinds that die of it, and does not guess the oil', () => {
    expect(ask({ shutAirPercent: 20 }, 'freezer', { desiccation: 'sensitive', oilFraction: 0.1 }).answer).toBe('never');
    const unknown: DryKind = { desiccation: 'orthodox', oilFraction: null };
    expect(ask({ moisturePercent: 8 }, 'airtight', unknown).answer).toBe('unknown');
    expect(ask({ moisturePercent: 3 }, 'airtight', unknown).answer).toBe('yes');
    expect(ask({ moisturePercent: 16 }, 'airtight', unknown).answer).toBe('not-yet');
  });
  it.each([
    [{ shutAirPercent: 101 }, 'shutAirPercent'],
    [{ moisturePercent: 0 }, 'moisturePercent'],
    [{ temperatureC: 200 }, 'temperatureC'],
    [
      {
        weighings: [
          { hours: 1, massG: 5 },
          { hours: 1, massG: 5 },
        ],
      },
      'weighings.1.hours',
    ],
    [
      {
        weighings: [
          { hours: 0, massG: 100 },
          { hours: 9, massG: 70 },
        ],
        firstMoisturePercent: 20,
      },
      'weighings',
    ],
  ])('refuses %j by name', (evidence, name) => {
    expect(() => ask(evidence)).toThrow(new RegExp(`^${name.replaceAll('.', '[.]')}: argument`));
  });
});
