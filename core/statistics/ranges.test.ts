import stdlibHypergeometricCdf from '@stdlib/stats-base-dists-hypergeometric-cdf';
import normalCdf from '@stdlib/stats-base-dists-normal-cdf';
import stdlibRangeCdf from '@stdlib/stats-base-dists-studentized-range-cdf';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { hypergeometricCdf } from './hypergeometric.ts';
import { rangeProbability, rangeQuantile } from './studentizedRange.ts';

describe('studentized range', () => {
  // Second route: @stdlib's own quadrature at infinite degrees of freedom.
  it('agrees with @stdlib', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.1, max: 8, noNaN: true }), fc.integer({ min: 2, max: 40 }), (q, k) => {
        expect(rangeProbability(q, k)).toBeCloseTo(stdlibRangeCdf(q, k, Infinity), 9);
      }),
    );
  });
  // Source: the difference of two normal values is normal with variance 2, so P = 2Φ(q/√2) − 1.
  it('is the normal distribution for two values', () => {
    for (const q of [0, 0.5, 1, 2.5, 5])
      expect(rangeProbability(q, 2)).toBeCloseTo(2 * normalCdf(q / Math.SQRT2, 0, 1) - 1, 12);
  });
  it('gives back the chance at its own quantile', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.001, max: 0.9999, noNaN: true }), fc.integer({ min: 2, max: 60 }), (prob, k) => {
        expect(rangeProbability(rangeQuantile(prob, k), k)).toBeCloseTo(prob, 11);
      }),
      { numRuns: 40 },
    );
  });
  it.each([
    [() => rangeProbability(-1, 3), 'q'],
    [() => rangeProbability(1, 1), 'k'],
    [() => rangeQuantile(1, 3), 'prob'],
  ])('refuses what cannot be by name', (call, name) => {
    expect(call).toThrow(new RegExp(`^${name}: argument`));
  });
});

describe('hypergeometric distribution', () => {
  // Second route: @stdlib, by factorials; good for lots of moderate size.
  it('agrees with @stdlib', () => {
    const lots = fc
      .integer({ min: 1, max: 400 })
      .chain((N) => fc.tuple(fc.constant(N), fc.integer({ min: 0, max: N }), fc.integer({ min: 1, max: N })));
    fc.assert(
      fc.property(lots, fc.double({ min: 0, max: 1, noNaN: true }), ([N, D, n], share) => {
        const c = Math.floor(share * n);
        expect(hypergeometricCdf(c, N, D, n)).toBeCloseTo(stdlibHypergeometricCdf(c, N, D, n), 9);
      }),
    );
  });
  // Source: symmetry of the two by two table: sample and marked change places.
  it('stays exact for a large lot, where factorials lose their digits', () => {
    const [N, D, n] = [900_000_000, 4_000, 250_000];
    expect(hypergeometricCdf(2, N, D, n) / hypergeometricCdf(2, N, n, D)).toBeCloseTo(1, 10);
    // So small a share of so large a lot is Poisson with mean n·D/N, to within D/N and n/N.
    const mean = (n * D) / N;
    expect(hypergeometricCdf(2, N, D, n)).toBeCloseTo(Math.exp(-mean) * (1 + mean + mean ** 2 / 2), 3);
  });
});
