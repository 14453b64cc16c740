import { describe, expect, it } from 'vitest';
import {
  bushelsOf,
  expectedBags,
  LITRES_PER_BUSHEL,
  type Load,
  settle,
  testWeightKgHl,
  testWeightPounds,
  tradeBushels,
  treatmentRate,
  truckFits,
} from './trade.ts';

const LOAD: Load = {
  grossKg: 10_000,
  dockagePercent: 2,
  moisturePercent: 16,
  baseMoisturePercent: 14,
  poundsPerBushel: 60,
  pricePerBushel: 6,
  pricePerKg: null,
  feePerKg: 0.01,
};

describe('trade figures', () => {
  it('tell a trade bushel, which is pounds, from a measured one, which is room', () => {
    // 40 bushels of wheat are 2 400 lb: common practice; a measured bushel 35.239 l (2 150.42 cubic inches).
    expect(tradeBushels(40, 60).lb).toBe(2400);
    expect(bushelsOf(tradeBushels(12.5, 48).kg, 48)).toBeCloseTo(12.5, 12);
    expect(LITRES_PER_BUSHEL).toBeCloseTo(35.23907, 5);
    expect(testWeightKgHl(60)).toBeCloseTo(77.231, 3);
    expect(testWeightPounds(testWeightKgHl(57.3))).toBeCloseTo(57.3, 10);
    expect(() => tradeBushels(-1, 60)).toThrow('bushels');
    expect(() => tradeBushels(1, 0)).toThrow('poundsPerBushel');
  });

  it('settle a load by dockage, then by water above the base', () => {
    const { dockageKg, netKg, shrinkKg, bushels, fee, pays } = settle(LOAD);
    // 10 000 − 200 = 9 800; 9 800 × 84 / 86 = 9 572.09 kg.
    expect([dockageKg, Number(netKg.toFixed(2)), Number(shrinkKg.toFixed(2)), fee]).toEqual([
      200, 9572.09, 227.91, 100,
    ]);
    expect(pays).toBeCloseTo((bushels ?? 0) * 6 - 100, 9);
    // At the base and below nothing is taken off, and nothing given.
    expect(settle({ ...LOAD, moisturePercent: 14 }).shrinkKg).toBe(0);
    expect(settle({ ...LOAD, moisturePercent: 14.1 }).shrinkKg).toBeGreaterThan(0);
    expect(settle({ ...LOAD, moisturePercent: 11 }).netKg).toBe(9800);
    expect(settle({ ...LOAD, pricePerBushel: null }).pays).toBeNull();
    expect(settle({ ...LOAD, poundsPerBushel: null }).pays).toBeNull();
    // 9 572.093 kg at 0.25, less the fee of 100.
    expect(settle({ ...LOAD, pricePerBushel: null, pricePerKg: 0.25 }).pays).toBeCloseTo(2293.02, 2);
    for (const [change, field] of [
      [{ grossKg: 0 }, 'grossKg'],
      [{ dockagePercent: 101 }, 'dockagePercent'],
      [{ moisturePercent: 100 }, 'moisturePercent'],
      [{ baseMoisturePercent: -1 }, 'baseMoisturePercent'],
      [{ feePerKg: -1 }, 'feePerKg'],
    ] as const)
      expect(() => settle({ ...LOAD, ...change })).toThrow(field);
  });

  it('say how many bags a load comes to, and what they sow', () => {
    const tote = tradeBushels(40, 60).kg;
    const { bags, restKg, hectares } = expectedBags(12_000, 10, tote, 180);
    expect([bags, Number(restKg.toFixed(1)), hectares]).toEqual([9, 1002.4, 60]);
    // A load of just ten bags fills ten.
    expect(expectedBags(10 * 25, 0, 25, null)).toEqual({ cleanKg: 250, bags: 10, restKg: 0, hectares: null });
    expect(expectedBags(249.9, 0, 25, null).bags).toBe(9);
    for (const [load, share, bag, rate, field] of [
      [0, 10, 25, null, 'loadKg'],
      [1, 101, 25, null, 'screeningsPercent'],
      [1, 10, 0, null, 'bagKg'],
      [1, 10, 25, 0, 'rateKgHa'],
    ] as const)
      expect(() => expectedBags(load, share, bag, rate)).toThrow(field);
  });

  it('hold a truck against a pit, as far as both were measured', () => {
    const pit = { lengthM: 12, widthM: 3, heightM: 4, massKg: 40_000 };
    expect(truckFits(pit, pit)).toEqual([]);
    expect(truckFits({ lengthM: 12.1, widthM: 3.1, heightM: 4.1, massKg: 40_001 }, pit)).toEqual([
      'length',
      'width',
      'height',
      'mass',
    ]);
    expect(truckFits({ lengthM: null, widthM: null, heightM: null, massKg: null }, pit)).toEqual([]);
  });

  it('say what rate a treatment came to', () => {
    expect(treatmentRate(1900, 1000, 200)).toEqual({ mlPer100Kg: 190, percentOfSet: 95 });
    expect(() => treatmentRate(1, 0, 200)).toThrow('seedKg');
    expect(() => treatmentRate(1, 1, 0)).toThrow('setMlPer100Kg');
  });
});
