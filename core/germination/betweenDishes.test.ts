import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { dishSpread } from './betweenDishes.ts';
import { compareTests } from './compareTests.ts';
import { overdispersion } from './overdispersion.ts';

// Values are held against R 4.2.2 by the catalogue's check values of the three ids.
describe('dishes against chance', () => {
  const dishes = fc.array(
    fc.tuple(fc.integer({ min: 5, max: 100 }), fc.double({ min: 0, max: 1, noNaN: true })).map(([n, p]) => ({
      n,
      x: Math.round(n * p),
    })),
    { minLength: 2, maxLength: 10 },
  );
  const of = (all: readonly { x: number; n: number }[]) => ({ x: all.map((one) => one.x), n: all.map((one) => one.n) });

  it('are the same in any order', () => {
    fc.assert(
      fc.property(dishes, (all) => {
        const [one, two] = [of(all), of([...all].reverse())];
        expect(dishSpread(two).statistic ?? -1).toBeCloseTo(dishSpread(one).statistic ?? -1, 8);
        expect(overdispersion(two).rho ?? -1).toBeCloseTo(overdispersion(one).rho ?? -1, 4);
      }),
    );
  });
  it('are never explained worse by a share that varies', () => {
    fc.assert(
      fc.property(dishes, (all) => {
        const { rho, logLikelihood, logLikelihoodBinomial, seMu, a, b, mu } = overdispersion(of(all));
        expect(logLikelihood).toBeGreaterThanOrEqual(logLikelihoodBinomial - 1e-9);
        if (rho === null) return;
        expect(rho).toBeGreaterThanOrEqual(0);
        expect(rho).toBeLessThanOrEqual(1);
        if (rho > 0) {
          expect((a ?? 0) / ((a ?? 0) + (b ?? 0))).toBeCloseTo(mu, 9);
          expect(1 / ((a ?? 0) + (b ?? 0) + 1)).toBeCloseTo(rho, 9);
        } else expect(seMu).toBeGreaterThan(0);
      }),
    );
  });
  it('mirror: what did not germinate spreads as much', () => {
    const x = [94, 80, 88, 71];
    const n = [100, 100, 100, 100];
    const [one, two] = [overdispersion({ x, n }), overdispersion({ x: x.map((each) => 100 - each), n })];
    expect(two.mu).toBeCloseTo(1 - one.mu, 7);
    expect(two.rho).toBeCloseTo(one.rho ?? 0, 7);
    expect(two.seRho).toBeCloseTo(one.seRho ?? 0, 6);
  });
  it.each([
    [[5], [10], 'x'],
    [[5, 5], [10], 'n'],
    [[5, 11], [10, 10], 'x.1'],
    [[5, 5], [10, 0], 'n.1'],
    [[5, -1], [10, 10], 'x.1'],
  ])('refuse %j of %j', (x, n, field) => {
    expect(() => dishSpread({ x, n })).toThrow(new RegExp(`^${field}:`));
    expect(() => overdispersion({ x, n })).toThrow(new RegExp(`^${field}:`));
  });
});

describe('two tests against each other', () => {
  it('turned round say the same the other way', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 50 }), fc.integer({ min: 0, max: 80 }), (x1, x2) => {
        const [one, two] = [compareTests(x1, 50, x2, 80), compareTests(x2, 80, x1, 50)];
        expect(two.difference).toBeCloseTo(-one.difference, 9);
        expect(two.pFisherTwoSided).toBeCloseTo(one.pFisherTwoSided, 9);
        expect(two.pFisherLess).toBeCloseTo(one.pFisherGreater, 9);
        expect(one.tolerance).toBeNull();
        expect(one.withinTwoSided5).toBeNull();
      }),
    );
  });
  it('stand on both sides of what chance allows', () => {
    // Source: 1.959964 √(2 · 91 · 9 / 400) = 3.966 at a mean of 91 % (check values of R 4.2.2).
    expect(compareTests(372, 400, 356, 400)).toMatchObject({ withinTwoSided25: true, withinTwoSided5: false });
    expect(compareTests(371, 400, 357, 400)).toMatchObject({ withinTwoSided5: true });
  });
  it.each([
    [5, 0, 5, 10, 'n1'],
    [11, 10, 5, 10, 'x1'],
    [5, 10, 5, 100_001, 'n2'],
    [5, 10, -1, 10, 'x2'],
  ])('refuse %d of %d and %d of %d', (x1, n1, x2, n2, field) => {
    expect(() => compareTests(x1, n1, x2, n2)).toThrow(new RegExp(`^${field}:`));
  });
});
