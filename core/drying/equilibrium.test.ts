import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { csvRows } from '../testing/books.ts';
import {
  dryFromWet,
  humidityInBalance,
  type Isotherm,
  isothermHumidity,
  isothermMoisture,
  ISOTHERMS,
  moistureInBalance,
  wetFromDry,
} from './equilibrium.ts';

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
  // Source of the borders: as the docstrings name them.
  it('refuses what cannot be by its name, at both of its borders', () => {
    for (const humidity of [0, 1]) expect(() => moistureInBalance(humidity, 20, 0.1)).toThrow(/^humidity/);
    for (const t of [-50, 80.1]) expect(() => moistureInBalance(0.5, t, 0.1)).toThrow(/^temperatureC/);
    for (const oil of [-0.01, 1]) expect(() => moistureInBalance(0.5, 20, oil)).toThrow(/^oilFraction/);
    for (const moisture of [0, 100]) expect(() => humidityInBalance(moisture, 20, 0.1)).toThrow(/^moisturePercent/);
    expect(() => humidityInBalance(10, 81, 0.1)).toThrow(/^temperatureC/);
    expect(() => humidityInBalance(10, 20, 1)).toThrow(/^oilFraction/);
    expect([moistureInBalance(0.5, 80, 0), moistureInBalance(0.5, -49.9, 0.99)].every(Number.isFinite)).toBe(true);
    const oswin: Isotherm = { equation: 'modified Oswin', A: 12, B: -0.1, C: 3 };
    expect(() => isothermMoisture(oswin, 1, 20)).toThrow(/^humidity/);
    expect(() => isothermMoisture(oswin, 0.5, -50)).toThrow(/^temperatureC/);
    for (const dry of [0, 1e4]) expect(() => isothermHumidity(oswin, dry, 20)).toThrow(/^dryPercent/);
    expect(() => isothermHumidity(oswin, 10, 81)).toThrow(/^temperatureC/);
  });
});

function shippedIsotherms(): (Isotherm & { kind: string })[] {
  return csvRows('literature', 'isotherms.csv').map((row) => {
    const equation = ISOTHERMS.find((one) => one === row.equation);
    if (!equation) throw new Error(`unknown equation ${row.equation ?? ''}`);
    return { kind: row.kind ?? '', equation, A: Number(row.A), B: Number(row.B), C: Number(row.C) };
  });
}
