import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { SHIPPED } from '../testing/books.ts';
import { type Bin, binDrying } from './binDrying.ts';
import { dryFromWet, type Isotherm, wetFromDry } from './equilibrium.ts';
import { airAt, dryAirKg, heatOf, humidityOf, ratioOf, saturationPa } from './humidAir.ts';
import { gelNeeded, heldAt, overGel, readDesiccants } from './overGel.ts';
import { crossing, waterOfKind, waterOfOil } from './seedWater.ts';
import { thinLayer, thinLayerRate } from './thinLayer.ts';

const HARD_WHEAT: Isotherm = { equation: 'modified Henderson', A: 2.3007e-5, B: 2.2857, C: 55.815 };
const wheat = waterOfKind(HARD_WHEAT);

describe('air and the water in it', () => {
  it('is as the tables have it', () => {
    // Source: steam tables (IAPWS-IF97, from memory): 611.7 Pa at 0.01 °C, 2339 at 20, 7385 at 40, 19 946 at 60.
    for (const [airC, pascal] of [
      [0.01, 611.7],
      [20, 2339],
      [40, 7385],
      [60, 19_946],
    ] as const)
      expect(saturationPa(airC) / pascal).toBeCloseTo(1, 2);
    // Source: psychrometric chart at sea level, 25 °C and 50 % (from memory): 9.9 g/kg, 50.3 kJ/kg, 0.858 m³/kg.
    const air = { airC: 25, ratio: ratioOf(25, 0.5) };
    expect(1000 * air.ratio).toBeCloseTo(9.9, 1);
    expect(heatOf(air)).toBeCloseTo(50.3, 0);
    expect(1 / dryAirKg(air)).toBeCloseTo(0.858, 3);
  });
  it('goes there and back', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -20, max: 60, noNaN: true }),
        fc.double({ min: 0.01, max: 1, noNaN: true }),
        (airC, humidity) => {
          const air = { airC, ratio: ratioOf(airC, humidity) };
          expect(humidityOf(air)).toBeCloseTo(humidity, 9);
          expect(airAt(heatOf(air), air.ratio)).toBeCloseTo(airC, 9);
        },
      ),
    );
  });
});

describe('where a rising function passes nought', () => {
  it('is found, or the end that is nearer', () => {
    fc.assert(
      fc.property(fc.double({ min: -3, max: 3, noNaN: true }), (root) => {
        expect(crossing((x) => x ** 3 - root ** 3, -4, 4)).toBeCloseTo(root, 3);
        expect(crossing((x) => Math.exp(x) - Math.exp(root), -4, 4)).toBeCloseTo(root, 8);
      }),
    );
    expect(crossing((x) => x + 5, -4, 4)).toBe(-4);
    expect(crossing((x) => x - 5, -4, 4)).toBe(4);
    // Without end at an end, and at nought at once.
    expect(crossing((x) => -1 / x, -1, 0)).toBeCloseTo(-1, 9);
    expect(crossing((x) => Math.log(x), 0, 3)).toBeCloseTo(1, 8);
    expect(crossing((x) => x, 0, 3)).toBe(0);
  });
});

describe('seed over a desiccant', () => {
  const [gel, sieve, rice] = SHIPPED.desiccants;
  if (!gel || !sieve || !rice) throw new Error('no desiccants');
  const shut = { massG: 100, moisturePercent: 12, holdsPercent: 0, airC: 20 };

  it('comes to rest where both stand in balance with one air', () => {
    // Source: SciPy 1.17.1 brentq on the water of both together, numpy.interp for the gel; hard wheat, 100 g of 12 %.
    for (const [change, gelG, humidity, moisture, holds] of [
      [{}, 50, 17.60651739673231, 7.2788306534865805, 10.183584568202772],
      [{ holdsPercent: 5 }, 20, 32.24299251384295, 9.628378205790723, 18.121496256921475],
      [{ holdsPercent: 2, airC: 10 }, 100, 12.984792319728363, 6.738527396519423, 7.6416357758506],
    ] as const) {
      const found = overGel(wheat, gel, { ...shut, ...change }, gelG);
      expect(found.humidityPercent).toBeCloseTo(humidity, 6);
      expect(found.moisturePercent).toBeCloseTo(moisture, 6);
      expect(found.holdsPercent).toBeCloseTo(holds, 6);
    }
  });
  it('needs so much of it, by what it holds at the end and not at most', () => {
    // Source: as above; brentq for the humidity, the rest by hand from it.
    const six = gelNeeded(wheat, gel, shut, 6);
    expect(six.humidityPercent).toBeCloseTo(11.36878353814621, 6);
    expect(six.gelG).toBeCloseTo(94.52300486218579, 4);
    expect(gelNeeded(wheat, gel, shut, 8).gelG).toBeCloseTo(34.95886338841618, 4);
    // W₂ = W₁ (100 − M₁) / (100 − M₂) = 8800 / 94.
    expect(six.massAfterG).toBeCloseTo(93.617, 3);
    expect(six.waterG).toBeCloseTo(6.383, 3);
  });
  it('goes there and back, keeps all its water, and dries the further the more of it there is', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 6, max: 20, noNaN: true }),
        fc.double({ min: 0.3, max: 0.98, noNaN: true }),
        fc.double({ min: 0, max: 40, noNaN: true }),
        fc.constantFrom(gel, sieve, rice),
        (moisturePercent, share, airC, desiccant) => {
          const one = { ...shut, moisturePercent, airC };
          const target = Math.max(3, moisturePercent * share);
          const { gelG, humidityPercent } = gelNeeded(wheat, desiccant, one, target);
          const back = overGel(wheat, desiccant, one, gelG);
          expect(back.moisturePercent).toBeCloseTo(target, 4);
          expect(back.humidityPercent).toBeCloseTo(humidityPercent, 3);
          expect((gelG * back.holdsPercent) / 100).toBeCloseTo(back.waterG, 4);
          expect(overGel(wheat, desiccant, one, gelG * 1.1).moisturePercent).toBeLessThan(target);
        },
      ),
    );
  });
  it('takes water from a gel that is spent', () => {
    const damp = overGel(wheat, gel, { ...shut, moisturePercent: 6, holdsPercent: 33 }, 50);
    expect(damp.moisturePercent).toBeGreaterThan(6);
    expect(damp.waterG).toBeLessThan(0);
  });
  it('is read from its points, with straight lines between them', () => {
    expect(heldAt(gel, 0)).toBe(0);
    expect(heldAt(gel, 5)).toBeCloseTo(3, 9);
    expect(heldAt(gel, 10)).toBe(6);
    expect(heldAt(gel, 35)).toBeCloseTo(19.5, 9);
    expect(heldAt(gel, 90)).toBe(35);
    expect(heldAt(gel, 99)).toBe(35);
    const row = (humidity_percent: string, holds_percent: string) => ({
      desiccant: 'x',
      humidity_percent,
      holds_percent,
    });
    for (const rows of [
      [row('0', '5')],
      [row('10', '0')],
      [row('10', '5'), row('10', '6')],
      [row('10', '5'), row('20', '5')],
      [row('x', '5')],
    ])
      expect(() => readDesiccants(rows)).toThrow(/desiccants, x, point \d: does not rise/);
  });
  it.each([
    [{ massG: 0 }, 6, 'massG'],
    [{ moisturePercent: 0 }, 6, 'moisturePercent'],
    [{ moisturePercent: 100 }, 6, 'moisturePercent'],
    [{ holdsPercent: -1 }, 6, 'holdsPercent'],
    [{ airC: 81 }, 6, 'airC'],
    [{}, 0, 'targetPercent'],
    [{}, 12.1, 'targetPercent'],
    // At 6 % the gel holds 6.75 % itself.
    [{ holdsPercent: 6.76 }, 6, 'holdsPercent'],
  ] as const)('refuses %o to %d', (change, target, field) => {
    expect(() => gelNeeded(wheat, gel, { ...shut, ...change }, target)).toThrow(new RegExp(`^${field}:`));
  });
  it('has its borders', () => {
    expect(gelNeeded(wheat, gel, shut, 12).gelG).toBeCloseTo(0, 9);
    expect(gelNeeded(wheat, gel, { ...shut, holdsPercent: 6.75 }, 6).gelG).toBeGreaterThan(1e5);
    expect(() => overGel(wheat, gel, shut, 0)).toThrow(/^gelG:/);
  });
});

describe('a thin layer', () => {
  it('takes as long as its differential equation does', () => {
    // Source: SciPy 1.17.1 solve_ivp, dM/dt = −0.3 (M − Mₑ), with an event at the target (bench/native_drying.py).
    const found = thinLayer(wheat, 18, 13, { airC: 25, airPercent: 50 }, 0.3);
    expect(found.hours).toBeCloseTo(5.598238741083602, 6);
    expect(found.restsAtPercent).toBeCloseTo(11.766808, 5);
  });
  it('goes up as it goes down, and never beyond its air', () => {
    const up = thinLayer(wheat, 9, 11.5, { airC: 25, airPercent: 50 }, 0.3);
    expect(up.hours).toBeGreaterThan(0);
    expect(thinLayer(wheat, 9, 11.8, { airC: 25, airPercent: 50 }, 0.3).hours).toBeNull();
    expect(thinLayer(wheat, 18, 11.76, { airC: 25, airPercent: 50 }, 0.3).hours).toBeNull();
    expect(thinLayer(wheat, 18, 11.77, { airC: 25, airPercent: 50 }, 0.3).hours).not.toBeNull();
    expect(thinLayer(wheat, 18, 18, { airC: 25, airPercent: 50 }, 0.3).hours).toBe(0);
    // Down is asked, and the air would bring it up.
    expect(thinLayer(wheat, 11, 10, { airC: 25, airPercent: 50 }, 0.3).hours).toBeNull();
  });
  it('goes the faster the warmer it is', () => {
    // Source: 139.3·e^(−4426/293.15)·3600 and 2000·e^(−5094/293.15)·3600, by hand.
    expect(thinLayerRate(20).low).toBeCloseTo(0.139, 3);
    expect(thinLayerRate(20).high).toBeCloseTo(0.2045, 4);
    expect(thinLayerRate(40).low).toBeGreaterThan(thinLayerRate(20).high);
    for (const airC of [0, 60.1]) expect(() => thinLayerRate(airC)).toThrow(/^airC:/);
    expect(() => thinLayerRate(60)).not.toThrow();
  });
  it.each([
    [0, 10, 50, 0.3, 'fromPercent'],
    [18, 100, 50, 0.3, 'toPercent'],
    [18, 10, 100, 0.3, 'airPercent'],
    [18, 10, 50, 0, 'rate'],
  ])('refuses %d to %d in %d at %d', (from, to, airPercent, rate, field) => {
    expect(() => thinLayer(wheat, from, to, { airC: 25, airPercent }, rate)).toThrow(new RegExp(`^${field}:`));
  });
});

describe('a bin through which air is blown', () => {
  const BIN: Bin = {
    massKg: 1000,
    moisturePercent: 18,
    targetPercent: 13,
    airC: 25,
    airPercent: 50,
    airM3h: 500,
    rate: 0.3,
  };
  it('dries by a front, as SciPy has it', () => {
    // Source: SciPy 1.17.1, bench/native_drying.py: the same layers by brentq, written by another hand.
    const found = binDrying(wheat, BIN);
    expect(found.hoursToMean).toBeCloseTo(43.29935893826564, 6);
    expect(found.hoursToTop).toBeCloseTo(57.96812135408625, 6);
    expect(found.leavesC).toBeCloseTo(19.336852124611923, 6);
    expect(found.leavesPercent).toBeCloseTo(86.6491901693478, 6);
    // 1000 × (1 − 82/87).
    expect(found.waterKg).toBeCloseTo(57.471, 3);
    const half = found.course.find((one) => one.hours > 20);
    expect(half?.bottomPercent).toBeLessThan(12);
    expect(half?.topPercent).toBeCloseTo(18, 3);
  });
  it('takes twice as long with half the air, and what the air carries off is what the seed loses', () => {
    const half = binDrying(wheat, { ...BIN, airM3h: 250 });
    const whole = binDrying(wheat, BIN);
    expect((half.hoursToMean ?? 0) / (whole.hoursToMean ?? 1)).toBeCloseTo(2, 1);
    // As long as the front is on its way, each hour carries off the same: air in, air out, by hand from both.
    const early = whole.course.find((one) => one.hours > 10);
    const lostKg = 820 * ((dryFromWet(18) - dryFromWet(early?.meanPercent ?? 0)) / 100);
    const entering = { airC: 25, ratio: ratioOf(25, 0.5) };
    const leaving = ratioOf(whole.leavesC, whole.leavesPercent / 100);
    const carriedKg = (early?.hours ?? 0) * 500 * dryAirKg(entering) * (leaving - entering.ratio);
    expect(lostKg / carriedKg).toBeCloseTo(1, 1);
  });
  it('never ends where the air is too damp, and conditions up where it is to', () => {
    const rests = binDrying(wheat, BIN).restsAtPercent;
    const never = binDrying(wheat, { ...BIN, targetPercent: rests - 0.01 });
    expect(never.hoursToTop).toBeNull();
    expect(binDrying(wheat, { ...BIN, targetPercent: rests + 0.05 }).hoursToTop).not.toBeNull();
    const up = binDrying(wheat, { ...BIN, moisturePercent: 9, targetPercent: 11 });
    expect(up.hoursToTop).toBeGreaterThan(0);
    expect(up.waterKg).toBeLessThan(0);
    expect(up.leavesPercent).toBeLessThan(50);
    expect(up.course.every((one) => one.meanPercent <= rests + 1e-6)).toBe(true);
    expect(binDrying(wheat, { ...BIN, moisturePercent: 9, targetPercent: 12 }).hoursToTop).toBeNull();
  });
  it('is never damper than it was nor drier than its air, whatever it is', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 10, max: 30, noNaN: true }),
        fc.double({ min: 25, max: 75, noNaN: true }),
        fc.double({ min: 5, max: 40, noNaN: true }),
        fc.double({ min: 0.02, max: 0.5, noNaN: true }),
        fc.constantFrom(wheat, waterOfOil(0.4)),
        (moisturePercent, airPercent, airC, oil, seed) => {
          const { course, restsAtPercent } = binDrying(seed, {
            ...BIN,
            moisturePercent,
            targetPercent: moisturePercent * 0.8,
            airC,
            airPercent,
            rate: oil,
          });
          const [low, high] = [Math.min(restsAtPercent, moisturePercent), Math.max(restsAtPercent, moisturePercent)];
          for (const one of course)
            for (const percent of [one.meanPercent, one.bottomPercent, one.topPercent]) {
              expect(percent).toBeGreaterThan(low - 0.35);
              expect(percent).toBeLessThan(high + 0.35);
            }
        },
      ),
      { numRuns: 40 },
    );
  });
  it.each([
    [{ massKg: 0 }, 'massKg'],
    [{ moisturePercent: 60 }, 'moisturePercent'],
    [{ targetPercent: 0 }, 'targetPercent'],
    [{ airC: 60.1 }, 'airC'],
    [{ airPercent: 100 }, 'airPercent'],
    [{ airM3h: 0 }, 'airM3h'],
    [{ rate: 0 }, 'rate'],
    [{ rate: 10.1 }, 'rate'],
  ])('refuses %o', (change, field) => {
    expect(() => binDrying(wheat, { ...BIN, ...change })).toThrow(new RegExp(`^${field}:`));
  });
});

it('knows seed by its oil where no constants are', () => {
  const oily = waterOfOil(0.4);
  expect(oily.humidityAt(oily.dryAt(0.5, 20), 20)).toBeCloseTo(0.5, 9);
  expect(wetFromDry(oily.dryAt(0.5, 20))).toBeLessThan(wetFromDry(wheat.dryAt(0.5, 20)));
  // Air that no equation knows is asked at its border.
  expect(wheat.dryAt(1, 20)).toBe(wheat.dryAt(0.995, 20));
  expect(wheat.dryAt(0, 20)).toBe(wheat.dryAt(0.001, 20));
});
