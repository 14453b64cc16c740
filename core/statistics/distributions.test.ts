import stdlibRangeCdf from '@stdlib/stats-base-dists-studentized-range-cdf';
import { describe, expect, it } from 'vitest';
import { betaChance, gammaChance, normalChance as normalDigits } from '../testing/distributions.ts';
import { Exact } from '../units/mass.ts';
import { betaBinomialChances } from './betaBinomial.ts';
import { betaQuantile, betaTails, binomialAtMost } from './betaDistribution.ts';
import { gammaQuantile, gammaTails, poissonAtMost } from './gammaDistribution.ts';
import { normalQuantile } from './normalDistribution.ts';
import { poissonLimits } from './poissonLimits.ts';
import { tUpperQuantile } from './studentT.ts';
import { rangeQuantile } from './studentizedRange.ts';

/** The series of large shapes are long: there fewer chances are looked at. */
const chancesFor = (size: number) => (size < 1e6 ? CHANCES : [1e-9, 0.025, 0.5, 0.95, 1 - 1e-9]);
const CHANCES = [1e-9, 1e-4, 0.005, 0.025, 0.05, 0.3, 0.5, 0.7, 0.95, 0.975, 0.99, 0.9999, 1 - 1e-9];

// Source of all: forty-digit series of our own in core/testing/distributions.ts, which share nothing with what is tested.
describe('every quantile in use gives its probability back, by an independent distribution function', () => {
  it.each([0.5, 1, 1.5, 2, 10, 31.5, 100, 500, 899, 900, 1000, 5000, 123_456, 1e6, 1e7 + 1])(
    'gamma of shape %f',
    (shape) => {
      for (const p of chancesFor(shape)) {
        expect(
          gammaChance(gammaQuantile({ lower: p }, shape), shape)
            .minus(p)
            .abs()
            .toNumber(),
        ).toBeLessThan(1e-12);
        const upper = gammaChance(gammaQuantile({ upper: p }, shape), shape)
          .minus(1)
          .plus(p);
        expect(upper.abs().toNumber()).toBeLessThan(1e-12);
      }
    },
  );

  it.each([
    [0.5, 0.5],
    [1, 1],
    [1, 20],
    [0.5, 3.5],
    [10, 11],
    [93, 8],
    [372, 29],
    [1000, 500],
    [1, 1e6],
    [5e4, 5e5],
    [3e6, 7e6],
    [5e5, 1e9 - 5e5],
    [1, 1e9],
    [1e9, 1],
    [5e8, 5e8],
  ])('beta of %f and %f', (a, b) => {
    for (const p of chancesFor(a + b)) {
      const [low, high] = [betaQuantile({ lower: p }, a, b), betaQuantile({ upper: p }, a, b)];
      // Where the next number that a computer knows lies further away, no quantile can come nearer.
      const grain = (x: number) =>
        Math.max(
          1e-12,
          betaChance(x, a, b)
            .minus(betaChance(x * (1 - 2 ** -52), a, b))
            .abs()
            .times(2)
            .toNumber(),
        );
      expect(betaChance(low, a, b).minus(p).abs().toNumber(), `${p}`).toBeLessThan(grain(low));
      expect(betaChance(high, a, b).minus(1).plus(p).abs().toNumber(), `${p}`).toBeLessThan(grain(high));
    }
  });

  it('standard normal, far into its tails', () => {
    for (const p of [1e-300, 1e-100, 1e-20, 1e-11, 9e-11, 2e-10, ...CHANCES])
      expect(normalDigits(normalQuantile(p)).div(p).minus(1).abs().toNumber()).toBeLessThan(
        1e-12 / Math.min(1, p * 1e3),
      );
  });

  it('Student’s t', () => {
    for (const df of [1, 2, 5, 29, 1000, 1e6])
      for (const tail of [1e-9, 0.005, 0.025, 0.05, 0.3, 0.49]) {
        const t = tUpperQuantile(tail, df);
        const back = betaChance(new Exact(df).div(new Exact(t).pow(2).plus(df)), df / 2, 0.5).div(2);
        expect(back.minus(tail).abs().toNumber(), `${tail}, ${df}`).toBeLessThan(1e-12);
      }
  });

  // Second route: @stdlib's quadrature; its own precision is about 1e-8.
  it('studentized range, within 1e-7', () => {
    for (const k of [2, 3, 4, 8, 16, 50])
      for (const p of [0.01, 0.5, 0.95, 0.99])
        expect(Math.abs(stdlibRangeCdf(rangeQuantile(p, k), k, Infinity) - p)).toBeLessThan(1e-7);
  });
});

describe('distribution functions', () => {
  it('have forty digits behind them, in both tails', () => {
    for (const shape of [0.5, 3, 899, 1000, 1e5, 1e7])
      for (const z of [-6, -2, -0.1, 0, 0.1, 2, 6]) {
        const x = Math.max(shape / 100, shape + z * Math.sqrt(shape));
        const exact = gammaChance(x, shape);
        const { lower, upper } = gammaTails(x, shape);
        expect(exact.minus(lower).abs().toNumber()).toBeLessThan(1e-12);
        expect(exact.plus(upper).minus(1).abs().toNumber()).toBeLessThan(1e-12);
      }
    for (const [a, b] of [
      [2, 3],
      [93, 8],
      [5e4, 5e5],
      [5e7, 5e7],
      [5e8, 5e8],
    ] as const) {
      const mean = a / (a + b);
      const sd = Math.sqrt((mean * (1 - mean)) / (a + b));
      for (const z of [-6, -2, -0.1, 0, 0.1, 2, 6]) {
        const x = Math.min(0.999, Math.max(0.001, mean + z * sd));
        expect(
          betaChance(x, a, b)
            .minus(betaTails(x, a, b).lower)
            .abs()
            .toNumber(),
        ).toBeLessThan(1e-12);
      }
    }
  });

  // Source: plain sums: (1 + 2 + 2) e^−2; (1 + 4 + 6) / 16.
  it('count at most so many', () => {
    expect(poissonAtMost(2, 2)).toBeCloseTo(5 * Math.exp(-2), 14);
    expect(binomialAtMost(2, 4, 0.5)).toBeCloseTo(11 / 16, 14);
    expect([binomialAtMost(-1, 4, 0.5), binomialAtMost(4, 4, 0.5), poissonAtMost(3, 0)]).toEqual([0, 1, 1]);
  });

  it('refuse what cannot be, by its name', () => {
    expect(() => gammaTails(1, 0)).toThrow(/^shape/);
    expect(() => gammaTails(-1, 1)).toThrow(/^x/);
    expect(() => betaTails(0.5, 0, 1)).toThrow(/^a: argument.shapes/);
    expect(() => betaTails(1.1, 1, 1)).toThrow(/^x/);
    expect(() => gammaQuantile({ lower: 1 }, 1)).toThrow(/^wanted/);
    expect(() => normalQuantile(0)).toThrow(/^p/);
  });
});

describe('limits of a count', () => {
  // Source: R 4.2.2, qgamma(0.975, 1000), as the issue states it.
  it('999 found: the upper limit is 1062.92115', () => {
    expect(poissonLimits(999, 0.95).upper).toBeCloseTo(1062.92115, 5);
  });
});

describe('the chances of seeds that are left', () => {
  // Source: the definition of the beta-binomial: C(n, k) · B(k + a, n − k + b) / B(a, b), in rising factorials.
  it('are those of the definition, for any shape', () => {
    const rising = (x: InstanceType<typeof Exact>, n: number) =>
      Array.from({ length: n }).reduce((all: ReturnType<typeof x.plus>, _, i) => all.times(x.plus(i)), new Exact(1));
    for (const [n, a, b] of [
      [1, 0.5, 0.5],
      [12, 0.5, 40.5],
      [12, 7.25, 0.001],
      [25, 10.5, 10.5],
      [40, 300, 2],
    ] as const) {
      let choose = new Exact(1);
      const all = betaBinomialChances(n, a, b);
      for (let k = 0; k <= n; k += 1) {
        const exact = choose
          .times(rising(new Exact(a), k))
          .times(rising(new Exact(b), n - k))
          .div(rising(new Exact(a).plus(b), n))
          .toNumber();
        expect((all[k] ?? 0) / exact, `${k} of ${n}, ${a}, ${b}`).toBeCloseTo(1, 11);
        choose = choose.times(n - k).div(k + 1);
      }
    }
  });

  // Source: with a flat prior every number is as likely as any other (Laplace).
  it('are all alike where nothing is known, and add up to 1 for a million seeds', () => {
    for (const one of betaBinomialChances(999, 1, 1)) expect(one).toBeCloseTo(1 / 1000, 14);
    const many = betaBinomialChances(1_000_000, 60_000.5, 40_000.5);
    expect(many.reduce((sum, one) => sum + one, 0)).toBeCloseTo(1, 10);
    expect(many.reduce((sum, one, k) => sum + one * k, 0) / 600_000).toBeCloseTo(1, 5);
  });

  it.each([
    [-1, 1, 1, 'trials'],
    [1.5, 1, 1, 'trials'],
    [10, 0, 1, 'a'],
    [10, 1, Infinity, 'b'],
  ])('refuse %s, %s, %s by naming %s', (trials, a, b, name) => {
    expect(() => betaBinomialChances(trials, a, b)).toThrow(new RegExp(`^${name}: argument`));
  });
});
