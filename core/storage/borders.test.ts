import { describe, expect, it } from 'vitest';
import { beforeDrying, beforeFreezing, USUAL_HOURS } from './cold.ts';
import { type AgeTest, fitAgeing, scatter, sharesOn } from './fitAgeing.ts';
import { ownCurve, ownWords } from './ownRecord.ts';
import { hundredRule, keepsLonger } from './rulesOfThumb.ts';
import { predictViability, timeToViability } from './viability.ts';

// Source of all borders: as the docstring of each function names them.
describe('what cannot be is refused by its name, at both of its borders', () => {
  it('rules of thumb, and where they end', () => {
    for (const t of [-50.1, 80.1]) expect(() => hundredRule(t, 50)).toThrow(/^temperatureC/);
    for (const humidity of [-1, 101]) expect(() => hundredRule(20, humidity)).toThrow(/^humidityPercent/);
    expect([hundredRule(-50, 0).sum, hundredRule(80, 100).sum]).toEqual([-58, 276]);
    const at = (moisturePercent: number, temperatureC: number) => ({ moisturePercent, temperatureC });
    const outside = (moisture: number, t: number) =>
      keepsLonger(at(10, 20), at(moisture, t)).outside?.slice(0, 26) ?? null;
    expect([5, 14, 4.99, 14.01].map((moisture) => outside(moisture, 20))).toEqual([
      null,
      null,
      'the rule holds for seed of',
      'the rule holds for seed of',
    ]);
    expect([0, 50, -0.1, 50.1].map((t) => outside(10, t))).toEqual([
      null,
      null,
      'the rule holds between 0 a',
      'the rule holds between 0 a',
    ]);
    expect(() => keepsLonger(at(0, 20), at(10, 20))).toThrow(/^from\.moisturePercent/);
    expect(() => keepsLonger(at(10, 20), at(10, 101))).toThrow(/^to\.temperatureC/);
    expect(keepsLonger(at(10, -50), at(10, 100)).outside).not.toBeNull();
  });
  it('the viability equation', () => {
    const constants = { KE: 9.983, CW: 5.896, CH: 0.04, CQ: 0.000428 };
    const at = (moisturePercent: number, temperatureC: number) => ({ moisturePercent, temperatureC });
    for (const moisture of [0, 100])
      expect(() => predictViability(at(moisture, 20), 0, 2, constants)).toThrow(/^moisturePercent/);
    for (const t of [-50.1, 100.1]) expect(() => predictViability(at(10, t), 0, 2, constants)).toThrow(/^temperatureC/);
    expect(predictViability(at(10, -50), 0, 2, constants).sigmaDays).toBeGreaterThan(
      predictViability(at(10, 100), 0, 2, constants).sigmaDays,
    );
    expect(() => predictViability(at(10, 20), -1, 2, constants)).toThrow(/^days/);
    expect(() => predictViability(at(10, 20), 0, NaN, constants)).toThrow(/^Ki/);
    expect(() => predictViability(at(10, 20), 0, 2, { ...constants, CH: Infinity })).toThrow(/^CH/);
    expect(() => timeToViability(at(10, 20), Infinity, 85, constants)).toThrow(/^Ki/);
    for (const target of [0, 100])
      expect(() => timeToViability(at(10, 20), 2, target, constants)).toThrow(/^targetPercent/);
    // Days are written out up to a million, and as a power from there on.
    expect(predictViability(at(10, 20), 0, 2, constants).steps[0]?.result).toMatch(/^\d+\.\d$/);
    expect(predictViability(at(3, -40), 0, 2, constants).steps[0]?.result).toMatch(/^\d\.\d{3}e\+\d+$/);
  });
  it('before freezing', () => {
    const leek = { desiccation: 'orthodox' } as const;
    const freezing = (balancePercent: number | null, bags: number) =>
      beforeFreezing('leek', leek, { balancePercent, bags });
    expect(freezing(25, 2)).toEqual([]);
    expect(freezing(25.1, 2)).toHaveLength(1);
    expect([freezing(0, 0).length, freezing(100, 1).length]).toEqual([1, 2]);
    for (const bags of [-1, 1.5]) expect(() => freezing(25, bags)).toThrow(/^bags/);
    expect(() => freezing(-1, 2)).toThrow(/^balancePercent/);
    const fern = beforeFreezing('fern', { desiccation: 'unknown' }, { balancePercent: 20, bags: 2 });
    expect(fern.map((one) => one.weight)).toEqual(['care']);
    expect(beforeDrying('fern', { desiccation: 'unknown' })).toEqual([
      { weight: 'care', is: 'may-die-dry', kind: 'fern' },
    ]);
    // Thirty days over desiccant, a day to warm up; common practice, no source.
    expect(USUAL_HOURS).toEqual({ drying: 720, freezing: null, warming: 24 });
  });
});

describe('an ageing curve', () => {
  const tests: readonly AgeTest[] = [
    { days: 100, germinated: 96, n: 100 },
    { days: 500, germinated: 90, n: 100 },
    { days: 900, germinated: 78, n: 100 },
  ];
  it('refuses tests that cannot be, by their name', () => {
    const with_ = (change: Partial<AgeTest>) => () =>
      fitAgeing([{ days: 1, germinated: 1, n: 2, ...change }, ...tests]);
    for (const days of [-1, 1e6 + 1]) expect(with_({ days })).toThrow(/^days/);
    for (const n of [0, 1e6 + 1, 1.5]) expect(with_({ n, germinated: 0 })).toThrow(/^n: argument/);
    for (const germinated of [-1, 3]) expect(with_({ germinated })).toThrow(/^germinated/);
  });
  it('does not care where time is counted from', () => {
    const at = (shift: number) => {
      const curve = fitAgeing(tests.map((one) => ({ ...one, days: one.days + shift })));
      if ('reason' in curve) throw new Error(curve.reason);
      return curve;
    };
    const [here, there] = [at(0), at(1000)];
    expect(there.slope).toBeCloseTo(here.slope, 10);
    expect(there.Ki).toBeCloseTo(here.Ki - 1000 * here.slope, 6);
    const shares = (curve: typeof here, days: number) => sharesOn(curve)(days);
    expect(shares(there, 1500).lower).toBeCloseTo(shares(here, 500).lower, 6);
    expect(shares(there, 1500).upper).toBeCloseTo(shares(here, 500).upper, 6);
    // Tests that scatter no more than chance widen nothing: 1.96, the normal quantile.
    expect(scatter(here).factor).toBeLessThan(1);
    expect(scatter(here).times).toBeCloseTo(1.959964, 5);
  });
  it('of one’s own has three tests at least, and reaches a quarter beyond the oldest', () => {
    expect(ownCurve(tests.slice(0, 2))).toHaveProperty('reason');
    const own = ownCurve(tests);
    if (!('curve' in own)) throw new Error(own.reason);
    expect([ownWords(own)(1125), ownWords(own)(1125.1)].map((one) => one === null)).toEqual([false, true]);
  });
});
