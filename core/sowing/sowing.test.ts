import binomialCdf from '@stdlib/stats-base-dists-binomial-cdf';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { betaBinomialChances } from '../statistics/betaBinomial.ts';
import { fillCells, seedsPerCell } from './cells.ts';
import { bulkForPureLiveSeed, sowingRate } from './rate.ts';
import { sowForStand } from './sowForStand.ts';
import { expectedStand, standFromTest } from './stand.ts';

// Source of the values: R 4.2.2, in the catalogue's checks. What stands here are laws that follow from the definitions of
// the binomial and beta-binomial distributions, and a second route to each answer.
describe('seeds in a cell', () => {
  it('are the fewest with the chance, met exactly or over', () => {
    fc.assert(
      fc.property(fc.integer({ min: 5, max: 99 }), fc.integer({ min: 50, max: 99 }), (g, w) => {
        const { seedsPerCell: k } = seedsPerCell(g, w);
        // In whole numbers of percent: (100 − g)^k · 100 ≤ (100 − w) · 100^k.
        const enough = (n: number) => BigInt(100 - g) ** BigInt(n) * 100n <= BigInt(100 - w) * 100n ** BigInt(n);
        expect(enough(k)).toBe(true);
        if (k > 1) expect(enough(k - 1)).toBe(false);
        expect(fillCells(g / 100, k, 1).probCellFilled * 100).toBeGreaterThanOrEqual(w - 1e-9);
      }),
    );
  });
  it.each([
    [0, 95, 'germinationPercent'],
    [80, 100, 'wantedPercent'],
  ])('refuses %s and %s by name', (g, w, name) => {
    expect(() => seedsPerCell(g, w)).toThrow(new RegExp(`^${name}: argument`));
  });
});

describe('a sowing', () => {
  it('of a rate is the seeds that it counts, weighed', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 900 }), fc.integer({ min: 20, max: 100 }), (plants, percent) => {
        const rate = sowingRate(plants, {
          thousandSeedWeightG: 40,
          purityPercent: 100,
          germinationPercent: percent,
          fieldEmergencePercent: 80,
        });
        // 40 g a thousand: a seed weighs 0.04 g, and a hectare has 10 000 m².
        expect(rate.kgPerHa).toBeCloseTo(Number(rate.pureSeedsPerM2) * 0.04 * 10, 8);
        expect(rate.gPerM2).toBeCloseTo(Number(rate.kgPerHa) / 10, 10);
      }),
    );
    expect(bulkForPureLiveSeed(0, 0, 0).bulkKg).toBe(0);
    expect(bulkForPureLiveSeed(1, 0, 90).bulkKg).toBe('Inf');
  });
  it('of seeds with a known share stands between its quantiles, which hold 95 of 100', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 500 }), fc.double({ min: 0.02, max: 0.98, noNaN: true }), (n, p) => {
        const { lower, upper } = expectedStand(n, p);
        expect(binomialCdf(upper, n, p)).toBeGreaterThanOrEqual(0.975 - 1e-9);
        if (upper > 0) expect(binomialCdf(upper - 1, n, p)).toBeLessThan(0.975 + 1e-9);
        if (lower > 0) expect(binomialCdf(lower - 1, n, p)).toBeLessThan(0.025 + 1e-9);
      }),
    );
  });
  it('after a small test is wider than after a large one of the same share', () => {
    const width = (tested: number) => {
      const { predictiveLower, predictiveUpper } = standFromTest((tested * 4) / 5, tested, 200);
      return predictiveUpper - predictiveLower;
    };
    expect([10, 50, 400].map(width)).toEqual([...[10, 50, 400].map(width)].sort((a, b) => b - a));
  });
});

describe('sowing for a stand', () => {
  it('has the chance with its seeds and not with one fewer, by the beta-binomial distribution', () => {
    fc.assert(
      fc.property(fc.integer({ min: 5, max: 60 }), fc.integer({ min: 4, max: 10 }), (wanted, sprouted) => {
        const { seeds } = sowForStand(wanted, { sprouted, tested: 10 }, 80, 100);
        if (seeds === null) throw new Error('there is no such sowing');
        const chance = (n: number) =>
          betaBinomialChances(n, sprouted + 0.5, 10 - sprouted + 0.5)
            .slice(wanted)
            .reduce((sum, one) => sum + one, 0);
        // 400 parts of the distribution: good to a fraction of a percent.
        expect(chance(seeds)).toBeGreaterThan(0.797);
        if (seeds > wanted) expect(chance(seeds - 1)).toBeLessThan(0.803);
      }),
      { numRuns: 30 },
    );
  });
  it('asks more of a small test, of a poor bed, and of a cautious sower', () => {
    const ask = (tested: number, chance: number, emergence: number) =>
      sowForStand(40, { sprouted: tested * 0.8, tested }, chance, emergence).seeds ?? Infinity;
    expect(ask(10, 90, 100)).toBeGreaterThan(ask(100, 90, 100));
    expect(ask(100, 90, 50)).toBeGreaterThan(ask(100, 90, 100));
    expect(ask(100, 99, 100)).toBeGreaterThan(ask(100, 80, 100));
    expect(ask(1000, 50, 100)).toBe(50); // all but a known share: 40 / 0.8
    expect(() => sowForStand(0, { sprouted: 1, tested: 2 }, 90, 100)).toThrow(/^wantedPlants: argument/);
  });
});
