import { describe, expect, it } from 'vitest';
import { SHIPPED } from '../testing/books.ts';
import { airOfKind, isothermKinds, moistureOfKind, readIsotherms } from './isotherms.ts';

const { isotherms } = SHIPPED;

describe('moisture of a kind in air', () => {
  // Source: two worked values for every set of constants, 25 °C, recomputed from the equations; percent wet basis.
  it.each([
    ['barley', 0.5, 10.35],
    ['barley', 0.7, 13.18],
    ['maize, yellow dent', 0.7, 14.17],
    ['canola', 0.5, 6.45],
    ['soybean', 0.5, 8.16],
    ['wheat, hard', 0.7, 14.52],
  ] as const)('of %s at %f', (kind, humidity, percent) => {
    expect(moistureOfKind(isotherms, kind, humidity, 25)?.best.wetBasisPercent).toBeCloseTo(percent, 2);
  });

  it('goes by the set that is remembered best, and tells how far the others lie', () => {
    const soybean = moistureOfKind(isotherms, 'soybean', 0.5, 25);
    expect(soybean?.best.confidence).toBe('high');
    expect(soybean?.sets.map((one) => one.equation)).toEqual([
      'modified Henderson',
      'modified Chung-Pfost',
      'modified Halsey',
    ]);
    expect([soybean?.lowestPercent.toFixed(2), soybean?.highestPercent.toFixed(2)]).toEqual(['8.16', '8.72']);
    expect(moistureOfKind(isotherms, 'no such kind', 0.5, 25)).toBeNull();
  });

  it('goes there and back for every kind, and there are fifteen at least', () => {
    const kinds = isothermKinds(isotherms);
    expect(kinds.length).toBeGreaterThanOrEqual(15);
    for (const kind of kinds) {
      const moisture = moistureOfKind(isotherms, kind, 0.6, 20)?.best.wetBasisPercent ?? 0;
      const air = airOfKind(isotherms, kind, moisture, 20);
      expect(air?.best).toBeCloseTo(0.6, 9);
      expect((air?.lowest ?? 1) <= (air?.best ?? 0) && (air?.best ?? 1) <= (air?.highest ?? 0)).toBe(true);
    }
    expect(airOfKind(isotherms, 'no such kind', 10, 20)).toBeNull();
  });

  it('refuses constants that cannot be read', () => {
    expect(() => readIsotherms([{ kind: 'x', equation: 'by hand', A: '1', B: '1', C: '1' }])).toThrow('row 1');
    expect(() => readIsotherms([{ kind: 'x', equation: 'modified Oswin', A: '1', B: 'one', C: '1' }])).toThrow('row 1');
  });
});
