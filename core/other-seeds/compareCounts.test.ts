import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { compareCounts } from './compareCounts.ts';

describe('counts in different masses', () => {
  const count = fc.nat(400);
  const mass = fc.integer({ min: 1, max: 2000 });
  it('are compared alike from either side, and in any unit', () => {
    fc.assert(
      fc.property(count, mass, count, mass, fc.constantFrom(0.001, 28.349523125, 453.59237), (a, ma, b, mb, unit) => {
        const one = compareCounts(a, ma, b, mb);
        const turned = compareCounts(b, mb, a, ma);
        expect(one.pGreater).toBeCloseTo(turned.pLess, 9);
        expect(one.pExactTwoSided).toBeCloseTo(turned.pExactTwoSided, 9);
        expect(compareCounts(a, ma * unit, b, mb * unit).pExactTwoSided).toBeCloseTo(one.pExactTwoSided, 9);
        expect(one.pExactTwoSided).toBeLessThanOrEqual(1);
        expect(one.pExactTwoSided).toBeGreaterThanOrEqual(Math.min(one.pGreater, one.pLess) - 1e-12);
      }),
    );
  });
  it('agree with the sum over all splits, term by term', () => {
    // Source: the definition, by exact binomial terms.
    fc.assert(
      fc.property(fc.nat(25), fc.nat(25), fc.integer({ min: 1, max: 9 }), (a, b, m) => {
        const n = a + b;
        const p = m / 10;
        const choose = (k: number): number => (k === 0 ? 1 : (choose(k - 1) * (n - k + 1)) / k);
        const term = (k: number) => choose(k) * p ** k * (1 - p) ** (n - k);
        let sum = 0;
        for (let k = 0; k <= n; k += 1) if (term(k) <= term(a) * (1 + 1e-7)) sum += term(k);
        expect(compareCounts(a, m, b, 10 - m).pExactTwoSided).toBeCloseTo(Math.min(1, sum), 9);
      }),
    );
  });
  // Source: R 4.2.2 binom.test(4, 4, 0.25): the split found and its tail; 0 of 0 says nothing.
  it('with nothing found in one, or in both, have an endless ratio, or none', () => {
    expect(compareCounts(0, 50, 0, 50)).toMatchObject({
      pExactTwoSided: 1,
      pGreater: 1,
      pLess: 1,
      rateRatio: null,
      rateRatioLower: 0,
      rateRatioUpper: 'Inf',
      tolerance: { mean: 0, within196: true },
    });
    const four = compareCounts(4, 50, 0, 150);
    expect(four).toMatchObject({ rateRatio: 'Inf', rateRatioUpper: 'Inf', pLess: 1 });
    expect(four.pGreater).toBeCloseTo(0.25 ** 4, 12);
    expect(four.tolerance).toBeUndefined();
    const none = compareCounts(0, 50, 4, 50);
    expect(none).toMatchObject({ rateRatio: 0, rateRatioLower: 0, pGreater: 1 });
    expect(none.pLess).toBeCloseTo(1 / 16, 12);
    // The split in the middle is the likeliest of all.
    expect(compareCounts(3, 50, 3, 50).pExactTwoSided).toBe(1);
    // Source: 1.96 √12 = 6.79: 3 and 9 stand within, 2 and 10 do not.
    expect(compareCounts(3, 50, 9, 50).tolerance?.within196).toBe(true);
    expect(compareCounts(2, 50, 10, 50).tolerance?.within196).toBe(false);
  });
  it.each([
    [{ count1: -1 }, /count1/],
    [{ count2: 1.5 }, /count2/],
    [{ mass1G: 0 }, /mass1G/],
    [{ mass2G: Infinity }, /mass2G/],
  ])('refuse %o', (wrong, message) => {
    const good = { count1: 1, mass1G: 50, count2: 2, mass2G: 50, ...wrong };
    expect(() => compareCounts(good.count1, good.mass1G, good.count2, good.mass2G)).toThrow(message);
  });
});
