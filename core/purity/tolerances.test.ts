import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { AOSA, csvRows, ISTA } from '../testing/books.ts';
import { judgeDuplicate, judgePurityClaim, judgeSecondSample } from './tolerances.ts';

const TABLES = {
  '3B halves': {
    rows: csvRows('ista', 'purity-duplicates-3B.csv'),
    columns: ['half_nonchaffy', 'half_chaffy'],
    judge: (a: number, b: number, chaffy: boolean) => judgeDuplicate(ISTA, a, b, 'half', chaffy),
  },
  '3B wholes': {
    rows: csvRows('ista', 'purity-duplicates-3B.csv'),
    columns: ['whole_nonchaffy', 'whole_chaffy'],
    judge: (a: number, b: number, chaffy: boolean) => judgeDuplicate(ISTA, a, b, 'whole', chaffy),
  },
  '3C': {
    rows: csvRows('ista', 'purity-two-samples-one-way-3C.csv'),
    columns: ['nonchaffy', 'chaffy'],
    judge: (a: number, b: number, chaffy: boolean) => judgeSecondSample(ISTA, 'pureSeed', a, b, 'one-way', chaffy),
  },
  '3D': {
    rows: csvRows('ista', 'purity-two-samples-two-way-3D.csv'),
    columns: ['nonchaffy', 'chaffy'],
    judge: (a: number, b: number, chaffy: boolean) => judgeSecondSample(ISTA, 'pureSeed', a, b, 'two-way', chaffy),
  },
  '201.60': {
    rows: csvRows('aosa', 'purity-tolerances-201.60.csv'),
    columns: ['nonchaffy', 'chaffy'],
    judge: (a: number, b: number, chaffy: boolean) => judgePurityClaim(AOSA, 'pureSeed', a, b, chaffy),
  },
} as const;

/** Two percents, two decimals each, that average `mean` and lie `difference` apart. */
const around = (mean: number, difference: number): [number, number] => [
  Number((mean + difference / 2).toFixed(3)),
  Number((mean - difference / 2).toFixed(3)),
];

// Source: the printed rows themselves (from memory): every class at both of its ends, and in the mirror below 50.
describe.each(Object.entries(TABLES))('%s at the borders of its rows', (_name, { rows, columns, judge }) => {
  it.each([0, 1])('column %i', (c) => {
    for (const row of rows)
      for (const mean of [Number(row.avg_from), Number(row.avg_to)]) {
        const limit = Number(row[columns[c] ?? '']);
        for (const at of [mean, 100 - mean]) {
          const inside = around(at, limit);
          if (Math.max(...inside) > 100 || Math.min(...inside) < 0) continue;
          if (at === 50) continue; // its own mirror
          const verdict = judge(...inside, c === 1);
          expect(verdict.tolerancePercent, `${at}`).toBe(limit);
          expect(verdict.within, `${at}`).toBe(true);
          const over = around(at, Number((limit + 0.002).toFixed(3)));
          if (Math.max(...over) <= 100 && Math.min(...over) >= 0) expect(judge(...over, c === 1).within).toBe(false);
        }
      }
  });
});

describe('what is read from a table', () => {
  it('rounds the average half up before it looks: 99.945 reads the upper class', () => {
    // Source: checks/README, "purity averages to two decimals, half up".
    expect(judgeDuplicate(ISTA, 99.94, 99.95, 'half', false)).toMatchObject({
      meanPercent: 99.95,
      tolerancePercent: 0.2,
    });
    expect(judgeDuplicate(ISTA, 99.94, 99.94, 'half', false).tolerancePercent).toBe(0.33);
  });
  it('reads a component and its rest alike', () => {
    const percent = fc.integer({ min: 0, max: 5000 }).map((n) => n / 100);
    fc.assert(
      fc.property(percent, percent, fc.boolean(), (a, b, chaffy) => {
        fc.pre((a + b) / 2 < 49.9);
        const low = judgeDuplicate(ISTA, a, b, 'half', chaffy);
        const high = judgeDuplicate(ISTA, Number((100 - a).toFixed(2)), Number((100 - b).toFixed(2)), 'half', chaffy);
        expect(low.differencePercent).toBe(high.differencePercent);
        // An average on a half hundredth rounds up in both, so that they may stand in neighbouring classes there.
        if (Number.isInteger(Math.round((a + b) * 100) / 2)) expect(low.tolerancePercent).toBe(high.tolerancePercent);
      }),
    );
  });
  it('lets a whole sample vary by the half sample over √2, within 0.06', () => {
    // Source: half samples have twice the variance of whole ones.
    fc.assert(
      fc.property(fc.integer({ min: 5000, max: 10000 }), fc.boolean(), (hundredths, chaffy) => {
        const at = hundredths / 100;
        const half = judgeDuplicate(ISTA, at, at, 'half', chaffy).tolerancePercent ?? NaN;
        const whole = judgeDuplicate(ISTA, at, at, 'whole', chaffy).tolerancePercent ?? NaN;
        expect(Math.abs(half / Math.SQRT2 - whole)).toBeLessThanOrEqual(0.06);
      }),
    );
  });
  it('judges nothing where the book has no table', () => {
    const verdict = judgeDuplicate(AOSA, 98, 90, 'whole', false);
    expect(verdict).toMatchObject({
      outcome: 'not-judged',
      within: null,
      limit: null,
      rule: null,
      next: 'no-purity-table',
    });
    expect(verdict.steps.at(-1)?.result).toBe('the book has no table for it');
  });
  it('names the row that it read, and says in the working that it read the mirrored one below 50', () => {
    const last = (a: number, b: number) => judgeDuplicate(ISTA, a, b, 'half', false).steps.at(-1)?.label;
    expect(judgeDuplicate(ISTA, 98, 98, 'half', false).rule?.section).toMatch(/3B/);
    expect([last(50, 50), last(49.99, 49.99), last(12, 12)]).toEqual([
      'largest allowed',
      'largest allowed, read at 50.01',
      'largest allowed, read at 88.00',
    ]);
  });
  it('says what follows by a code: of halves another pair, of wholes one more', () => {
    const next = (a: number, b: number, basis: 'half' | 'whole') => judgeDuplicate(ISTA, a, b, basis, false).next;
    expect([next(98, 98, 'half'), next(98, 90, 'half'), next(98, 90, 'whole')]).toEqual([
      'report-weighted-mean',
      'take-another-pair',
      'make-one-more-whole',
    ]);
  });
  it.each([-0.01, 100.01, NaN])('refuses %d as a percentage', (wrong) => {
    expect(() => judgeDuplicate(ISTA, wrong, 50, 'half', false)).toThrow(/Percent: argument.percent/);
    expect(() => judgeDuplicate(ISTA, 50, wrong, 'half', false)).toThrow(/Percent: argument.percent/);
  });
});

// Source: worked examples 8 to 10 to 7 CFR 201.60 (figures computed by hand from the rule, from memory).
describe('purity against a label', () => {
  it.each([
    ['pureSeed', 99, 97.6, false, 98.3, 0.79, false],
    ['pureSeed', 95, 94.1, true, 94.55, 1.62, true],
    ['weedSeed', 0.1, 0.31, false, 0.21, 0.31, true],
    ['weedSeed', 0.1, 0.48, false, 0.29, 0.35, false],
  ] as const)('%s labelled %d, found %d', (component, labelled, found, chaffy, mean, limit, within) => {
    expect(judgePurityClaim(AOSA, component, labelled, found, chaffy)).toMatchObject({
      meanPercent: mean,
      tolerancePercent: limit,
      within,
    });
  });
  it('says what follows: a label may claim too much pure seed, or too little of the rest', () => {
    const next = (component: 'pureSeed' | 'weedSeed', labelled: number, found: number) =>
      judgePurityClaim(AOSA, component, labelled, found, false).next;
    expect([next('pureSeed', 99, 99), next('pureSeed', 99, 90), next('weedSeed', 0.1, 9)]).toEqual([
      'purity-label-stands',
      'purity-label-too-high',
      'purity-label-too-low',
    ]);
  });
  it('a second sample is judged one way or both, and the working says which difference counted', () => {
    const told = (component: 'pureSeed' | 'weedSeed', a: number, b: number, way: 'one-way' | 'two-way') => {
      const { next, steps, differencePercent } = judgeSecondSample(ISTA, component, a, b, way, false);
      return [next, steps[3]?.label, differencePercent];
    };
    expect(told('pureSeed', 98, 90, 'one-way')).toEqual(['second-worse', 'first sample − second sample', 8]);
    expect(told('pureSeed', 90, 98, 'one-way')).toEqual(['second-not-worse', 'first sample − second sample', -8]);
    expect(told('weedSeed', 1, 9, 'one-way')).toEqual(['second-worse', 'second sample − first sample, weed seed', 8]);
    expect(told('pureSeed', 90, 98, 'two-way')).toEqual(['not-one-lot', 'difference', 8]);
    expect(told('pureSeed', 98, 98, 'two-way')).toEqual(['one-lot', 'difference', 0]);
    // What is better than the first is within, however near to the limit its size would be.
    expect(judgeSecondSample(ISTA, 'pureSeed', 90, 91.7, 'one-way', false).outcome).toBe('within');
  });
  it('counts the unfavourable direction alone', () => {
    expect(judgePurityClaim(AOSA, 'pureSeed', 90, 99, false).within).toBe(true);
    expect(judgePurityClaim(AOSA, 'weedSeed', 5, 0, false).within).toBe(true);
    expect(judgePurityClaim(AOSA, 'inertMatter', 1, 9, false).within).toBe(false);
  });
});
