import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { AOSA, ISTA } from '../testing/books.ts';
import { Exact } from '../units/mass.ts';
import { weightReport } from './report.ts';
import { massOfSeeds, seedsPer } from './seedsPer.ts';
import {
  knowsWeight,
  plausible,
  replicatesLeft,
  reportedWeight,
  spreadOf,
  weighFraction,
  weighReplicates,
  weightRules,
} from './thousandSeedWeight.ts';

const masses = (...texts: readonly string[]) => texts.map((one) => new Exact(one));
const plain = weightRules(ISTA, false);
const chaffy = weightRules(ISTA, true);
const weigh = (of: readonly string[], rules = plain) => weighReplicates(ISTA, rules, masses(...of));

/** Eight around 50 whose squared deviations are 28: the standard deviation is 2, the coefficient of variation 4.0 exactly. */
const BORDER = ['53', '47', '52', '48', '51', '49', '50', '50'];
/** Sixteen around 50 whose squared deviations are 60: the standard deviation is 2, and the outer two stand 4 away. */
const SIXTEEN = ['54', '46', '53', '47', '52', '48', '51', '49', ...Array.from({ length: 8 }, () => '50')];

describe('replicates of seed', () => {
  // Source: variance by n − 1 of 2, 4, 4, 4, 5, 5, 7, 9 is 32 / 7 (textbook example of the standard deviation).
  it('spread by n − 1', () => {
    const { meanG, varianceG2, sdG, cvPercent } = spreadOf(masses('2', '4', '4', '4', '5', '5', '7', '9'));
    expect(meanG.toNumber()).toBe(5);
    expect(varianceG2.toNumber()).toBeCloseTo(32 / 7, 14);
    expect(sdG.toNumber()).toBeCloseTo(Math.sqrt(32 / 7), 14);
    expect(cvPercent.toNumber()).toBeCloseTo(20 * Math.sqrt(32 / 7), 12);
  });

  it('are weighed, two at least', () => {
    expect(() => spreadOf(masses('5'))).toThrow('massesG');
    expect(() => spreadOf(masses('5', '0'))).toThrow('massesG');
  });

  // Source: ISTA, the coefficient of variation does not exceed 4.0, of chaffy seed 6.0 (from memory).
  it.each([
    ['4.0 of other seed', BORDER, plain, 'near', 'hundreds-agree', 0],
    ['a hair above it', ['53.001', ...BORDER.slice(1)], plain, 'outside', 'weigh-eight-more', 8],
    ['above it, of chaffy seed', ['53.001', ...BORDER.slice(1)], chaffy, 'within', 'hundreds-agree', 0],
    ['6.0 of chaffy seed', ['109', '91', '106', '94', '103', '97', '100', '100'], chaffy, 'near', 'hundreds-agree', 0],
    [
      'a hair above that',
      ['109.001', '91', '106', '94', '103', '97', '100', '100'],
      chaffy,
      'outside',
      'weigh-eight-more',
      8,
    ],
    [
      'a tenth of the limit away',
      ['10.36', '9.64', '10', '10', '10', '10', '10', '10'],
      plain,
      'within',
      'hundreds-agree',
      0,
    ],
  ] as const)('%s', (_what, of, rules, outcome, next, left) => {
    expect(weigh(of, rules)?.verdict).toMatchObject({
      outcome,
      next,
      limit: rules.limit.value,
      rule: rules.limit.rule,
    });
    expect(replicatesLeft(masses(...of), rules)).toBe(left);
  });

  it('are eight, or sixteen where eight part too far: nothing is said of seven, nine or fifteen', () => {
    const apart = ['53.001', ...BORDER.slice(1)];
    for (const [of, left] of [
      [[], 8],
      [BORDER.slice(0, 7), 1],
      [[...apart, '50'], 7],
      [[...apart, ...BORDER.slice(0, 7)], 1],
    ] as const) {
      expect(weigh(of), String(of.length)).toBeNull();
      expect(replicatesLeft(masses(...of), plain)).toBe(left);
    }
    expect(replicatesLeft(masses(...SIXTEEN), plain)).toBe(0);
  });

  // Source: ISTA, replicates that differ from the mean of all sixteen by more than two standard deviations are discarded
  // (from memory).
  it('sixteen keep what stands two standard deviations away, and drop what stands further', () => {
    const kept = weigh(SIXTEEN);
    expect(kept?.replicates.some((one) => one.dropped)).toBe(false);
    expect(kept?.seeds).toBe(1600);
    expect(kept?.thousandSeedG).toBe(500);
    const further = weigh(['54.01', ...SIXTEEN.slice(1)]);
    expect(further?.replicates.map((one) => one.dropped)).toEqual([true, ...Array.from({ length: 15 }, () => false)]);
    // (800 − 54) / 15: the mean of the fifteen that stand.
    expect(further?.thousandSeedG).toBeCloseTo(7460 / 15, 10);
    expect(further?.verdict).toMatchObject({ outcome: 'within', next: 'rest-agrees', limit: null });
    expect(further?.verdict.steps.find((one) => one.label === 'further away, left out')?.result).toBe('1');
    const below = weigh([...SIXTEEN.slice(0, 1), '45.99', ...SIXTEEN.slice(2)]);
    expect(below?.replicates.findIndex((one) => one.dropped)).toBe(1);
  });

  it('weigh the same in any order, and twice as much where each weighs twice as much', () => {
    const milligrams = fc.integer({ min: 900, max: 1100 });
    fc.assert(
      fc.property(fc.array(milligrams, { minLength: 16, maxLength: 16 }), fc.nat(), (of, turn) => {
        const texts = of.map((one) => String(one / 1000));
        const [one, turned, twice] = [
          weigh(texts),
          weigh([...texts.slice(turn % 16), ...texts.slice(0, turn % 16)]),
          weigh(of.map((mass) => String(mass / 500))),
        ];
        expect(turned?.thousandSeedG).toBeCloseTo(one?.thousandSeedG ?? 0, 12);
        expect(twice?.thousandSeedG).toBeCloseTo(2 * (one?.thousandSeedG ?? 0), 10);
        expect(twice?.replicates.map((each) => each.dropped)).toEqual(one?.replicates.map((each) => each.dropped));
        // What is reported is a mean of what stands: never outside of it.
        const stand = (one?.replicates ?? []).filter((each) => !each.dropped).map((each) => each.massG * 10);
        expect(one?.thousandSeedG).toBeGreaterThanOrEqual(Math.min(...stand) - 1e-9);
        expect(one?.thousandSeedG).toBeLessThanOrEqual(Math.max(...stand) + 1e-9);
      }),
    );
  });

  // Source: mean ± t s / √n with Student's t of 7 and 15 degrees of freedom, 2.3646 and 2.1314 (printed tables of t, 97.5 %).
  it('say where the weight of a thousand lies: of eight, and of sixteen that stand', () => {
    const eight = weigh(BORDER)?.interval;
    expect(eight?.upperG).toBeCloseTo(500 + (10 * 2.3646 * 2) / Math.sqrt(8), 2);
    expect(eight?.lowerG).toBeCloseTo(500 - (10 * 2.3646 * 2) / Math.sqrt(8), 2);
    expect(weigh(SIXTEEN)?.interval?.upperG).toBeCloseTo(500 + (10 * 2.1314 * 2) / 4, 2);
    // A thousand that weighs more has fewer seeds in a kilogram.
    expect(eight?.fewest.kg).toBeCloseTo(1e6 / (eight?.upperG ?? 0), 8);
    expect(eight?.most.kg).toBeCloseTo(1e6 / (eight?.lowerG ?? 0), 8);
    expect(weigh(['1', '1', '1', '1', '1', '1', '1', '20'])?.interval).toBeNull();
    expect(weighFraction(ISTA, new Exact('50'), 1000).interval).toBeNull();
  });

  it('are evaluated alike by both books', () => {
    expect(knowsWeight(ISTA) && knowsWeight(AOSA)).toBe(true);
    expect(knowsWeight({ ...ISTA, parameterIfAny: () => undefined })).toBe(false);
    expect(weightRules(AOSA, true).limit.value).toBe(6);
    expect(weightRules(AOSA, false)).toMatchObject({ replicates: 8, seeds: 100, dropOver: { value: 2 } });
  });
});

describe('what is reported', () => {
  // Source: weighing by four significant figures, as for purity (ISTA and 7 CFR 201.47, from memory): below 1 g four
  // decimals, below 10 g three, below 100 g two, below 1000 g one.
  it.each([
    ['0.99994', '0.9999'],
    ['0.99996', '1.000'],
    ['9.9996', '10.00'],
    ['1', '1.000'],
    ['9.9994', '9.999'],
    ['10.005', '10.01'],
    ['45.10125', '45.10'],
    ['99.994', '99.99'],
    ['100', '100.0'],
    ['512.35', '512.4'],
  ])('%s g is written %s', (exact, written) => {
    expect(reportedWeight(ISTA, new Exact(exact))).toBe(written);
  });

  it('a whole fraction is its mass by its seeds', () => {
    const found = weighFraction(ISTA, new Exact('12.345'), 2500);
    expect(found).toMatchObject({
      thousandSeedG: 4.938,
      reportedG: '4.938',
      seeds: 2500,
      cvPercent: null,
      replicates: [],
    });
    expect(found.verdict).toMatchObject({ outcome: 'within', next: 'fraction-counted', limit: null });
    expect(weighFraction(ISTA, new Exact('4'), 1).thousandSeedG).toBe(4000);
    expect(() => weighFraction(ISTA, new Exact('0'), 5)).toThrow('massG');
    for (const seeds of [0, 1.5]) expect(() => weighFraction(ISTA, new Exact('1'), seeds)).toThrow('seeds');
  });

  // Source: a pound is 453.59237 g, an ounce a sixteenth of it (exact by definition).
  it('seeds go to a gram, a kilogram, a pound and an ounce', () => {
    // Plain arithmetic: 250 seeds of 4 g a thousand.
    expect(massOfSeeds(250, 4)).toBe(1);
    const found = seedsPer(new Exact('4'));
    expect(found).toMatchObject({ g: 250, kg: 250_000 });
    expect(found.lb).toBeCloseTo(453.59237 * 250, 8);
    expect(found.oz * 16).toBeCloseTo(found.lb, 8);
  });

  it('is usual between both ends of the range of its kind', () => {
    const range = { low: 1.6, high: 2.4 };
    expect([1.5999, 1.6, 2, 2.4, 2.4001].map((grams) => plausible(grams, range).is)).toEqual([
      'light',
      'usual',
      'usual',
      'usual',
      'heavy',
    ]);
    expect(plausible(2, null)).toEqual({ is: 'unknown', range: null });
  });

  it('stands on the report, N where it was not tested', () => {
    const found = { thousandSeedG: '1.912', seedsPerKg: 523_013, seeds: 800, whole: false };
    expect([null, found, { ...found, whole: true }].map((one) => weightReport(one)[0]?.value)).toEqual([
      'N',
      '1.912 (replicates, 800 seeds)',
      '1.912 (all 800 seeds counted)',
    ]);
  });
});
