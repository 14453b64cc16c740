import binomialCdf from '@stdlib/stats-base-dists-binomial-cdf';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { binomialIntervals, clopperPearson } from './binomialInterval.ts';
import { poissonLimits } from './poissonLimits.ts';
import { wilsonInterval } from './wilsonInterval.ts';

const counts = fc.integer({ min: 1, max: 400 }).chain((n) => fc.tuple(fc.integer({ min: 0, max: n }), fc.constant(n)));
const confidences = fc.double({ min: 0.5, max: 0.999, noNaN: true });

describe('exact binomial interval', () => {
  // Definition (Clopper & Pearson 1934): at each bound the tail that reaches the result has half the error.
  // Second route: the binomial distribution function of @stdlib, not the beta quantile.
  it('leaves exactly half of the error in each tail', () => {
    fc.assert(
      fc.property(counts, confidences, ([x, n], confidence) => {
        const { lower, upper } = clopperPearson(x, n, confidence);
        const tail = (1 - confidence) / 2;
        if (x < n) expect(binomialCdf(x, n, upper)).toBeCloseTo(tail, 8);
        if (x > 0) expect(1 - binomialCdf(x - 1, n, lower)).toBeCloseTo(tail, 8);
      }),
    );
  });

  it('holds the estimate, and mirrors when sprouted and not sprouted change places', () => {
    fc.assert(
      fc.property(counts, confidences, ([x, n], confidence) => {
        const here = binomialIntervals(x, n, confidence);
        const there = binomialIntervals(n - x, n, confidence);
        for (const method of ['clopperPearson', 'wilson', 'jeffreys'] as const) {
          expect(here[method].lower).toBeCloseTo(1 - there[method].upper, 7);
          expect(here[method].upper).toBeGreaterThan(here[method].lower);
        }
        expect(here.clopperPearson.lower).toBeLessThanOrEqual(x / n);
        expect(here.clopperPearson.upper).toBeGreaterThanOrEqual(x / n);
      }),
    );
  });

  it.each([
    [-1, 10, 0.95, 'x'],
    [11, 10, 0.95, 'x'],
    [1, 0, 0.95, 'n'],
    [1.5, 10, 0.95, 'x'],
    [1, 10, 1, 'confidence'],
    [1, 10, Number.NaN, 'confidence'],
  ])('refuses %s of %s at %s by name', (x, n, confidence, name) => {
    expect(() => clopperPearson(x, n, confidence)).toThrow(new RegExp(`^${name}: argument`));
  });
});

describe('Wilson interval', () => {
  // Source: Newcombe R.G. (1998) Statistics in Medicine 17:857–872, Table I, score method; from memory.
  it.each([
    [81, 263, 0.2553, 0.3662],
    [15, 148, 0.0624, 0.1605],
    [0, 20, 0, 0.1611],
    [1, 29, 0.0061, 0.1718],
  ])('agrees with the printed table for %i of %i', (hits, trials, lower, upper) => {
    const interval = wilsonInterval(hits, trials, 1.959964);
    expect(Math.abs(interval.lower - lower)).toBeLessThanOrEqual(0.00005);
    expect(Math.abs(interval.upper - upper)).toBeLessThanOrEqual(0.00005);
  });
});

describe('Poisson limits', () => {
  // Definition (Garwood 1936), second route: the Poisson sum itself, term by term.
  const atMost = (count: number, mean: number) => {
    let term = Math.exp(-mean);
    let sum = term;
    for (let k = 1; k <= count; k += 1) sum += term *= mean / k;
    return sum;
  };
  it('leaves exactly half of the error in each tail, and all of it one-sided', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 120 }), confidences, (count, confidence) => {
        const { lower, upper, oneSidedUpper } = poissonLimits(count, confidence);
        const tail = (1 - confidence) / 2;
        expect(atMost(count, upper)).toBeCloseTo(tail, 8);
        expect(atMost(count, oneSidedUpper)).toBeCloseTo(1 - confidence, 8);
        if (count > 0) expect(1 - atMost(count - 1, lower)).toBeCloseTo(tail, 8);
        else expect(lower).toBe(0);
      }),
    );
  });
  it('says "three in the mass" for none found: −ln 0.05', () => {
    // Source: the rule of three; exactly −ln(1 − confidence) for a count of 0.
    expect(poissonLimits(0, 0.95).oneSidedUpper).toBeCloseTo(-Math.log(0.05), 10);
  });
});
