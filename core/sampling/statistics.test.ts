import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { csvRows } from '../testing/books.ts';
import { acceptancePoint, acceptanceSteps, acceptFromLot, acceptProbability, designPlan } from './acceptance.ts';
import { criticalH, heterogeneityOfCounts, heterogeneityOfPercents } from './heterogeneity.ts';
import { poolAcceptance, poolEstimate } from './pools.ts';

const shares = fc.double({ min: 0.0005, max: 0.2, noNaN: true });

describe('acceptance of a lot', () => {
  it('falls with the true share and rises with what is accepted', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('binomial' as const, 'poisson' as const),
        fc.integer({ min: 20, max: 4000 }),
        fc.integer({ min: 0, max: 15 }),
        shares,
        shares,
        (spread, n, c, p1, p2) => {
          const [low, high] = p1 < p2 ? [p1, p2] : [p2, p1];
          expect(acceptProbability(spread, n, c, high)).toBeLessThanOrEqual(
            acceptProbability(spread, n, c, low) + 1e-12,
          );
          expect(acceptProbability(spread, n, c + 1, low)).toBeGreaterThanOrEqual(
            acceptProbability(spread, n, c, low) - 1e-12,
          );
        },
      ),
    );
  });
  // Definition: the point is where the curve has that height.
  it('has its points on its own curve', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('binomial' as const, 'poisson' as const),
        fc.integer({ min: 20, max: 4000 }),
        fc.integer({ min: 0, max: 10 }),
        fc.double({ min: 0.01, max: 0.99, noNaN: true }),
        (spread, n, c, height) => {
          const p = acceptancePoint(spread, n, c, height);
          if (p <= 1) expect(acceptProbability(spread, n, c, p)).toBeCloseTo(height, 7);
        },
      ),
    );
  });
  // Definition, by trying every smaller plan: none of them keeps both risks.
  it('designs the smallest plan', () => {
    const plan = designPlan('binomial', 0.02, 0.1, 0.1, 0.1);
    for (let n = 1; n < plan.n; n += 1)
      for (let c = 0; c <= n; c += 1)
        expect(
          acceptProbability('binomial', n, c, 0.02) >= 0.9 && acceptProbability('binomial', n, c, 0.1) <= 0.1,
          `${n}, ${c}`,
        ).toBe(false);
  });
  it('from a lot that is examined whole there is no chance left', () => {
    expect(acceptFromLot(50, 3, 50, 3)).toBe(1);
    expect(acceptFromLot(50, 2, 50, 3)).toBe(0);
  });
  // By hand: 0.9²¹ = 0.109 and 0.9²² = 0.098; 0.5 is not above 0.5; e⁻²·³ = 0.1003, e⁻²·³¹ = 0.0993.
  it('one seed that must not be there: the smallest sample that shows it', () => {
    expect(designPlan('binomial', 0, 0.1, 0.1, 0.1)).toMatchObject({ n: 22, c: 0, pAcceptAtAql: 1 });
    expect(designPlan('binomial', 0, 0.1, 0.5, 0.5)).toMatchObject({ n: 1, c: 0 });
    expect(designPlan('poisson', 0, 0.1, 0.01, 0.1)).toMatchObject({ n: 231, c: 0 });
    expect(acceptProbability('binomial', 5, 0, 0)).toBe(1);
  });
  it.each([
    [-0.01, 0.1, /^aql: argument.zero-to-below-one -0.01/],
    [1, 1, /^aql: argument.zero-to-below-one 1/],
    [0.1, 0.1, /^lql: argument/],
  ])('refuses a good share of %d beside a bad one of %d', (aql, lql, message) => {
    expect(() => designPlan('binomial', aql, 0.1, lql, 0.1)).toThrow(message);
  });
  it('no more marked seeds than seeds, except counts in a mass', () => {
    expect(() => acceptProbability('binomial', 10, 11, 0.1)).toThrow(/^c: argument.whole 0 10 11/);
    expect(acceptProbability('poisson', 10, 11, 0.1)).toBeCloseTo(1, 8);
    // ppois(10, 10) = 0.5830 (R 4.2.2, from memory): the point of that height is a mean of 10 in 10 seeds.
    expect(acceptancePoint('poisson', 10, 10, 0.58304)).toBeCloseTo(1, 4);
  });
  it('shows a plan as a slip', () => {
    expect(acceptanceSteps('binomial', 60, 1, 0.0123, 0.8345)).toEqual([
      { label: 'seeds examined', result: '60' },
      { label: 'marked seeds accepted', result: '0 to 1' },
      { label: 'at a true share of 1.23 %', expression: 'binomial P(X ≤ 1)', result: '83.45 %' },
    ]);
  });
  it('refuses a plan that cannot part the two qualities', () => {
    expect(() => designPlan('binomial', 0.01, 0.05, 0.010001, 0.05)).toThrow(/^lql: argument.too-near/);
    expect(() => acceptancePoint('binomial', 10, 10, 0.5)).toThrow(/^c: argument.accepts-every-lot/);
  });
});

describe('pools', () => {
  it('of one seed each are the seeds themselves', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 200 }), shares, (m, p) => {
        const c = Math.floor(m / 3);
        expect(poolAcceptance(m, 1, c, p).pAccept).toBeCloseTo(acceptProbability('binomial', m, c, p), 12);
      }),
    );
  });
  it('hold the estimate between their limits', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 60 }), fc.integer({ min: 1, max: 3000 }), fc.nat(), (m, k, some) => {
        const { lower, pHat, upper, oneSidedUpper } = poolEstimate(m, k, some % (m + 1), 0.95);
        expect(lower).toBeLessThanOrEqual(pHat);
        expect(pHat).toBeLessThanOrEqual(oneSidedUpper);
        expect(oneSidedUpper).toBeLessThanOrEqual(upper);
      }),
    );
  });
});

describe('heterogeneity', () => {
  // Source: ISTA, table of critical H values at 1 % (from memory); the formula comes within 0.021 of every printed figure.
  it('recomputes the printed critical values', () => {
    const columns = {
      H_purity_germ_nonchaffy: 1.1,
      H_purity_germ_chaffy: 1.2,
      H_other_seeds_nonchaffy: 1.4,
      H_other_seeds_chaffy: 2.2,
    };
    const rows = csvRows('ista', 'heterogeneity-critical-H.csv');
    expect(rows.length).toBeGreaterThan(8);
    for (const row of rows)
      for (const [column, f] of Object.entries(columns))
        expect(
          Math.abs(Number(row[column]) - criticalH(Number(row.n_samples), f)),
          `${row.n_samples} ${column}`,
        ).toBeLessThanOrEqual(0.021);
  });
  it('does not mind the order of the containers, and is nothing where all are alike', () => {
    const values = fc.array(fc.integer({ min: 40, max: 99 }), { minLength: 2, maxLength: 30 });
    fc.assert(
      fc.property(values, (percents) => {
        const here = heterogeneityOfPercents(percents, 100, 1.1);
        const there = heterogeneityOfPercents([...percents].reverse(), 100, 1.1);
        expect(there.H).toBeCloseTo(here.H ?? Number.NaN, 9);
      }),
    );
    expect(heterogeneityOfPercents([90, 90, 90], 100, 1.1)).toMatchObject({
      H: -1.1,
      HReported: 0,
      significant: false,
    });
    expect(heterogeneityOfCounts([0, 0, 0], 1.4)).toMatchObject({ H: null, significant: null });
    expect(heterogeneityOfCounts([0, 0, 0], 1.4).steps[3]).toMatchObject({ label: 'H', result: 'undefined' });
    expect(() => heterogeneityOfCounts([3, 2.5], 1.4)).toThrow(/^counts.1: argument/);
    expect(() => heterogeneityOfPercents([90, 101], 100, 1.1)).toThrow(/^percents.1: argument/);
  });
});
