import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { dryToWet, massAtMoisture, preDriedMoisture, priceAtMoisture, wetToDry } from './bases.ts';

const percent = fc.double({ min: 0, max: 99, noNaN: true });

describe('bases of moisture', () => {
  // Source: arithmetic; the check files of the catalogue hold values by R 4.2.2.
  it('go there and back', () => {
    fc.assert(fc.property(percent, (wet) => Math.abs(dryToWet(wetToDry(wet)) - wet) < 1e-9));
    expect([wetToDry(0), wetToDry(50), dryToWet(100)]).toEqual([0, 100, 50]);
  });
  it('refuse what cannot be, at both borders', () => {
    expect(() => wetToDry(100)).toThrow(/^wetBasisPercent/);
    expect(() => wetToDry(-0.001)).toThrow(/^wetBasisPercent/);
    expect(wetToDry(99.999)).toBeGreaterThan(9e6);
    expect(() => dryToWet(-1)).toThrow(/^dryBasisPercent/);
  });
});

describe('pre-drying', () => {
  // Source: ISTA, moisture, S₁ + S₂ − S₁ S₂ / 100 (from memory): the same water, however it left.
  it('adds up to what one step would have lost', () => {
    const mass = fc.double({ min: 0.01, max: 100, noNaN: true });
    fc.assert(
      fc.property(mass, mass, mass, (dry, first, second) => {
        const all = dry + first + second;
        const [s1, s2] = [(100 * first) / all, (100 * second) / (dry + second)];
        return Math.abs(preDriedMoisture(s1, s2) - (100 * (first + second)) / all) < 1e-9;
      }),
    );
    expect([preDriedMoisture(0, 10), preDriedMoisture(10, 0), preDriedMoisture(100, 100)]).toEqual([10, 10, 100]);
  });
  it('refuses a step of less than nothing or more than all', () => {
    expect(() => preDriedMoisture(-0.1, 5)).toThrow(/^stage1Percent/);
    expect(() => preDriedMoisture(100.1, 5)).toThrow(/^stage1Percent/);
    expect(() => preDriedMoisture(5, 100.1)).toThrow(/^stage2Percent/);
  });
});

describe('mass and price at another moisture', () => {
  // Source: dry matter stays.
  it('go there and back, up and down, and keep the dry matter', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.1, max: 1e5, noNaN: true }), percent, percent, (kg, from, to) => {
        const { massAtTargetKg, waterToRemoveKg } = massAtMoisture(kg, from, to);
        const dry = (kg * (100 - from)) / 100;
        return (
          Math.abs((massAtTargetKg * (100 - to)) / 100 - dry) < 1e-9 * kg &&
          Math.abs(massAtMoisture(massAtTargetKg, to, from).massAtTargetKg - kg) < 1e-8 * kg &&
          Math.abs(massAtTargetKg + waterToRemoveKg - kg) < 1e-9 * (kg + massAtTargetKg)
        );
      }),
    );
    expect(massAtMoisture(250, 5, 9).waterToRemoveKg).toBeLessThan(0);
    expect(massAtMoisture(250, 9, 9).waterToRemoveKg).toBe(0);
  });
  it('make the same heap worth the same at any moisture', () => {
    const kg = 1000;
    const standard = massAtMoisture(kg, 16.5, 14).massAtTargetKg * 0.32;
    expect(priceAtMoisture(0.32, 14, 16.5) * kg).toBeCloseTo(standard, 9);
    expect(priceAtMoisture(0.32, 14, 14)).toBe(0.32);
  });
  it('refuse what cannot be', () => {
    expect(() => massAtMoisture(0, 5, 9)).toThrow(/^massKg/);
    expect(() => massAtMoisture(1, 100, 9)).toThrow(/^fromPercent/);
    expect(() => massAtMoisture(1, 5, 100)).toThrow(/^toPercent/);
    expect(() => priceAtMoisture(-1, 14, 15)).toThrow(/^pricePerKg/);
    expect(() => priceAtMoisture(1, 100, 15)).toThrow(/^standardPercent/);
    expect(() => priceAtMoisture(1, 14, -1)).toThrow(/^percent/);
  });
});
