import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { atMostOf, threeFigures } from './noneFound.ts';
import { ratePerMass } from './ratePerMass.ts';

// Source: exact Poisson limits of 3 at 95 %, 0.6187 to 8.7673 (R 4.2.2 poisson.test(3)$conf.int); a kilogram is ten times 100 g.
describe('a rate in a mass', () => {
  it('shows three figures that mean something', () => {
    expect([0.123, 9.994, 10, 99.94, 100, 1234.5].map(threeFigures)).toEqual([
      '0.12',
      '9.99',
      '10.0',
      '99.9',
      '100',
      '1235',
    ]);
  });
  it('tells its limits in the sample and in every unit', () => {
    const steps = ratePerMass(3, 100, 0.95).steps.map((one) => [one.label, one.expression, one.result]);
    expect(steps.slice(2, 5)).toEqual([
      ['exact Poisson limits, 95 %', undefined, '0.62 to 8.77'],
      ['per kg', '3 × 1000 / 100', '30.0'],
      ['limits', undefined, '6.19 to 87.7'],
    ]);
    expect(steps.map(([label]) => label).filter((one) => one?.startsWith('per'))).toEqual([
      'per kg',
      'per lb',
      'per oz',
    ]);
  });
});

it('none found is the one-sided limit of the exact rate, whatever the mass', () => {
  fc.assert(
    fc.property(fc.double({ min: 1e-3, max: 1e6, noNaN: true }), (massG) => {
      const { perKg, perLb } = ratePerMass(0, massG, 0.95).atMost;
      const none = atMostOf(massG);
      expect(none.perKg / perKg).toBeCloseTo(1, 9);
      expect(none.perLb / perLb).toBeCloseTo(1, 9);
    }),
  );
});
