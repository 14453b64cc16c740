import { describe, expect, it } from 'vitest';
import { massIn, plantsInRow, seedsForPlants } from './bed.ts';
import { fillCells, seedsPerCell } from './cells.ts';
import { seedIncrease } from './increase.ts';
import { bulkForPureLiveSeed, sowingRate } from './rate.ts';
import { gainOfPairs, gainOfShares } from './sortedTrial.ts';
import { sowForStand } from './sowForStand.ts';
import { expectedStand, standFromTest } from './stand.ts';
import { sowingCalendar } from './window.ts';

const told = ({ steps }: { steps: readonly { expression?: string; result: string }[] }) =>
  steps.map((one) => (one.expression === undefined ? one.result : `${one.expression} = ${one.result}`));

// Source of all figures here: the arithmetic of each line, by hand.
describe('the working of a bed', () => {
  const seed = { thousandSeedWeightG: 3, purityPercent: 98, germinationPercent: 80, emergencePercent: 50 };
  it('tells seeds, and their mass where a weight is known', () => {
    const bed = seedsForPlants(40, seed);
    expect(bed.seeds).toBeCloseTo(100, 10);
    expect(told(bed)).toEqual(['40 / (80 % × 50 %) = 100', '100 × 3 g / 1000 / 98 % = 0.306']);
    const unknown = seedsForPlants(39.84, { ...seed, thousandSeedWeightG: null });
    expect(unknown.massG).toBeNull();
    expect(told(unknown)).toEqual(['39.8 / (80 % × 50 %) = 99.6']);
    expect(told(seedsForPlants(1234.8, { ...seed, thousandSeedWeightG: null }))[0]).toMatch(/^1235 .* = 3087$/);
  });
  it('refuses what cannot be, by its name', () => {
    expect(() => seedsForPlants(40, { ...seed, thousandSeedWeightG: 0 })).toThrow(/^thousandSeedWeightG/);
    expect(() => seedsForPlants(0, seed)).toThrow(/^plants/);
    expect(() => seedsForPlants(40, { ...seed, purityPercent: 101 })).toThrow(/^purityPercent/);
    expect(() => plantsInRow(3, 'm', 0, 'cm')).toThrow(/^spacing/);
    expect(massIn(453.59237, 'lb')).toBe(1);
    expect(massIn(500, 'kg')).toBe(0.5);
  });
});

describe('cells of a tray', () => {
  it('tell what is filled, and how', () => {
    // 1 − 0.5² = 0.75; 0.75⁴ = 0.3164; 4 × 2 × 0.5 = 4.
    expect(fillCells(0.5, 2, 4)).toMatchObject({ probCellFilled: 0.75, expectedFilled: 3, expectedPlants: 4 });
    expect(told(fillCells(0.5, 2, 4))).toEqual([
      '1 − (1 − 0.5)^2 = 75.00',
      '4 × 0.7500 = 3.0',
      '0.7500^4 = 31.64',
      '4 × 2 × 0.5 = 4.0',
    ]);
    for (const [share, seeds, cells, name] of [
      [1.1, 1, 1, /^germination/],
      [0.5, 0, 1, /^seedsPerCell/],
      [0.5, 1001, 1, /^seedsPerCell/],
      [0.5, 1, 0, /^cells/],
    ] as const)
      expect(() => fillCells(share, seeds, cells)).toThrow(name);
    expect(fillCells(1, 1000, 1e6).probAllFilled).toBe(1);
  });
  it('take the fewest seeds that reach the chance, at the tie itself too', () => {
    // 1 − 0.2² = 96 %: exactly met by two, not by one; 96.01 asks for three. Ties of halves: 1 − 0.5⁴ = 93.75 %.
    const ask = (g: number, w: number) => {
      const { seedsPerCell: seeds, chancePercent } = seedsPerCell(g, w);
      return [seeds, Number(chancePercent.toFixed(6))];
    };
    expect([ask(80, 96), ask(80, 96.01), ask(50, 93.75), ask(50, 93.76)]).toEqual([
      [2, 96],
      [3, 99.2],
      [4, 93.75],
      [5, 96.875],
    ]);
    expect([ask(100, 99), ask(90, 50)]).toEqual([
      [1, 100],
      [1, 90],
    ]);
    // Beyond a hundred seeds: 0.99^459 = 0.9922 %, 0.99^458 = 1.0023 %.
    expect(ask(1, 99)[0]).toBe(459);
    expect(told(seedsPerCell(80, 96)).map((one) => one.split(' = ')[1])).toEqual(['2', '96.00']);
    expect(told(seedsPerCell(100, 99)).at(-1)).toMatch(/ = 100.00$/);
  });
});

describe('a stand', () => {
  it('at least as many as wanted: certain of none, impossible of more than were sown', () => {
    const chance = (wanted?: number) => expectedStand(10, 0.5, wanted).probAtLeastWanted;
    expect([chance(0), chance(10), chance(11), chance()]).toEqual([1, expect.closeTo(0.5 ** 10, 12), 0, undefined]);
    expect(told(expectedStand(10, 0.5, 10))).toEqual([
      '10 × 0.5 = 5.0',
      'binomial quantiles = 2 to 8',
      'binomial, upper tail = 0.1',
    ]);
    expect(expectedStand(10, 0.5, 10).steps.at(-1)).toMatchObject({ unit: '%' });
    expect(expectedStand(10, 0.5)).toMatchObject({ expected: 5, lower: 2, upper: 8 });
    expect(told(expectedStand(10, 0.5))).toHaveLength(2);
    // A level met exactly counts: of two seeds at one half none comes in 25 of 100, so 0.25 would be met by none.
    expect([expectedStand(1, 0).upper, expectedStand(1, 1).lower]).toEqual([0, 1]);
    expect(() => expectedStand(0, 0.5)).toThrow(/^seedsSown/);
    expect(() => expectedStand(10, 0.5, -1)).toThrow(/^wanted/);
  });
  it('after a test tells both ranges', () => {
    // Source: R 4.2.2 binom.test(8, 10)$conf.int, 0.4439 to 0.9748 (from memory).
    const stand = standFromTest(8, 10, 100);
    expect([stand.lower, stand.upper].map((one) => Number(one.toFixed(1)))).toEqual([44.4, 97.5]);
    expect(told(stand).slice(0, 2)).toEqual(['100 × 8 / 10 = 80.0', '100 × exact 95 % limits = 44.4 to 97.5']);
    expect(() => standFromTest(11, 10, 100)).toThrow(/^germinated/);
  });
});

describe('sowing for a stand', () => {
  it('tells what would do if the share were known, and what does as it is not', () => {
    const sowing = sowForStand(40, { sprouted: 8, tested: 10 }, 90, 50);
    // 40 / (0.8 × 0.5) = 100.
    expect(sowing.ifExact).toBe(100);
    expect(told(sowing)[0]).toBe('40 / (8 / 10 × 50 %) = 100');
    expect(told(sowing)[1]).toMatch(new RegExp(` = ${sowing.seeds ?? ''}$`));
    expect(sowing.chancePercent).toBeGreaterThanOrEqual(90);
    expect(sowing.chancePercent).toBeLessThan(91);
    expect(sowForStand(1, { sprouted: 1000, tested: 1000 }, 50, 100)).toMatchObject({ seeds: 1, ifExact: 1 });
  });
  it('says where no sowing does', () => {
    const none = sowForStand(1e5, { sprouted: 0, tested: 1000 }, 99, 1);
    expect(none).toMatchObject({ seeds: null, chancePercent: null, ifExact: null });
    expect(told(none).map((one) => one.split(' = ')[1])).toEqual(['—', 'more than can be sown']);
  });
});

describe('seed increase', () => {
  const season = { plantsPerSeed: [0.5, 1] as const, keptShare: 0.5, seedsPerPlant: 10, room: null, resownShare: 0.5 };
  it('tells its factor, and sows only the share that goes back into the ground', () => {
    const grown = seedIncrease(8, 100, season);
    // 8 seeds: 2 to 4 plants, 20 to 40 seeds, half of which are sown again: 10 and 20.
    expect(grown.seasons[1]?.sown).toEqual([10, 20]);
    expect(told(grown)).toEqual(['0.5 to 1 × 0.5 × 10 × 0.5 = 1.25 to 2.50']);
  });
  it('has reached what is wanted when it is harvested to the seed, and gives up after thirty seasons', () => {
    expect(seedIncrease(8, 20, season).reached).toEqual([1, 1]);
    // The slow end sows 10 again each year: 2 plants, 20 seeds, for good.
    expect(seedIncrease(8, 21, season).reached).toEqual([1, null]);
    expect(seedIncrease(8, 40, season).reached[0]).toBe(1);
    expect(seedIncrease(8, 41, season).reached[0]).toBe(2);
    const slow = seedIncrease(1000, 1e15, { ...season, plantsPerSeed: [0.41, 0.42] });
    expect(slow.seasons).toHaveLength(30);
    // One end stands still, the other grows on.
    const half = seedIncrease(8, 1000, { ...season, plantsPerSeed: [0.4, 1] });
    expect(half.reached[0]).not.toBeNull();
    expect(half.seasons.length).toBeGreaterThan(3);
  });
  it('refuses shares and room that cannot be', () => {
    for (const plantsPerSeed of [
      [-0.1, 0.5],
      [0.5, 1.1],
      [0.6, 0.5],
    ] as const)
      expect(() => seedIncrease(8, 20, { ...season, plantsPerSeed })).toThrow(/^plantsPerSeed/);
    expect(seedIncrease(8, 20, { ...season, plantsPerSeed: [1, 1] }).seasons).toHaveLength(1);
    expect(seedIncrease(8, 20, { ...season, plantsPerSeed: [0, 0] }).reached).toEqual([null, null]);
    expect(() => seedIncrease(8, 20, { ...season, room: 0.5 })).toThrow(/^room/);
    expect(seedIncrease(8, 20, { ...season, room: 1 }).seasons[0]?.plants).toEqual([1, 1]);
  });
});

describe('sorted beside unsorted', () => {
  it('tells its limits', () => {
    // Differences 1 and 3: mean 2, standard deviation √2, t of one degree of freedom 12.706: 2 ± 12.706.
    const gain = gainOfPairs([2, 4], [1, 1]);
    expect(gain.lower).toBeCloseTo(2 - 12.7062, 3);
    expect(gain.upper).toBeCloseTo(2 + 12.7062, 3);
    expect(told(gain)).toEqual(['of 2 pairs = 2.000', '1.414', '± 12.706 × 1.414 / √2 = -10.71 to 14.71']);
    expect(told(gainOfShares(10, 10, 0, 10))).toEqual([
      '10/10 − 0/10 = 100.0 %',
      'from the Wilson limits of each = 60.8 % to 100.0 %',
    ]);
  });
  it('refuses what are no plots, by their place', () => {
    expect(() => gainOfPairs([1], [1])).toThrow(/^sorted: argument.so-many 2 1000/);
    const many = (n: number) => Array.from({ length: n }, (_, i) => i % 2);
    expect(() => gainOfPairs(many(1001), many(1001))).toThrow(/^sorted: argument.so-many 2 1000 1001/);
    expect(gainOfPairs(many(1000), [...many(999), 0]).estimate).toBeCloseTo(0.001, 10);
    expect(() => gainOfPairs([1, -1], [1, 1])).toThrow(/^sorted\.1/);
    expect(() => gainOfPairs([1, 1], [NaN, 1])).toThrow(/^unsorted\.0/);
  });
});

it('a rate without end is called so', () => {
  const seed = { thousandSeedWeightG: 40, purityPercent: 100, germinationPercent: 0, fieldEmergencePercent: 80 };
  expect(sowingRate(100, seed).kgPerHa).toBe('Inf');
  expect(told(sowingRate(100, seed)).join()).toContain('without end');
  expect(told(bulkForPureLiveSeed(10, 100, 50)).at(-1)).toMatch(/= 20\.000$/);
});

it('the calendar tells the days between, and a window of one day has one sowing', () => {
  const window = {
    from: '2027-03-01',
    to: '2027-03-01',
    testDays: 14,
    buyDays: 10,
    sowings: 1,
    everyDays: 0,
    oneChance: false,
  };
  const found = sowingCalendar(window);
  expect(found).toMatchObject({ sowings: ['2027-03-01'], tooLate: 0, testByLast: null });
  expect(found.steps.map((one) => one.result)).toEqual(['2027-03-01', '2027-02-19', '2027-02-05', '2027-01-22']);
});
