import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { addDays } from '../units/days.ts';
import { packetsNeeded, plantsInRow, plantsOnArea, rateOn, seedsForPlants, SQUARE_METRES_PER } from './bed.ts';
import { seedIncrease } from './increase.ts';
import { sowingRate } from './rate.ts';
import { gainOfPairs, gainOfShares } from './sortedTrial.ts';
import { sowingCalendar, type SowingWindow, windowOfFrost } from './window.ts';

const LEEK: SowingWindow = {
  from: '2027-03-01',
  to: '2027-04-15',
  testDays: 14,
  buyDays: 10,
  sowings: 3,
  everyDays: 14,
  oneChance: false,
};

describe('counted back from the sowing', () => {
  // Source: the calendar, counted by hand: 1 March less 10 and 14 days is 5 February, less 14 more 22 January.
  it('leaves time for the test, the order, and a second test', () => {
    expect(sowingCalendar(LEEK)).toMatchObject({
      sowings: ['2027-03-01', '2027-03-15', '2027-03-29'],
      tooLate: 0,
      testBy: '2027-02-05',
      testBySafe: '2027-01-22',
      testByLast: '2027-03-05',
    });
    expect(sowingCalendar({ ...LEEK, oneChance: true }).testByLast).toBeNull();
    expect(sowingCalendar({ ...LEEK, sowings: 5 })).toMatchObject({ tooLate: 1 });
    expect(addDays('2028-02-28', 2)).toBe('2028-03-01');
  });
  it('knows what each frost says of the window, and nothing on the side of one that is not given', () => {
    const year = { lastFrost: '2027-05-10', firstFrost: '2027-10-05', afterFrostDays: 7, growDays: 90 };
    expect(windowOfFrost(year)).toEqual({ from: '2027-05-17', to: '2027-07-07' });
    expect(windowOfFrost({ ...year, lastFrost: null })).toEqual({ from: null, to: '2027-07-07' });
    expect(windowOfFrost({ ...year, firstFrost: null, afterFrostDays: -28 })).toEqual({ from: '2027-04-12', to: null });
  });
  it('never tells a test later than it helps, and every sowing lies in the window', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 300 }),
        fc.integer({ min: 1, max: 60 }),
        fc.integer({ min: 0, max: 60 }),
        fc.integer({ min: 1, max: 20 }),
        fc.integer({ min: 1, max: 60 }),
        (long, testDays, buyDays, sowings, everyDays) => {
          const window = { ...LEEK, to: addDays(LEEK.from, long), testDays, buyDays, sowings, everyDays };
          const found = sowingCalendar(window);
          for (const day of found.sowings) expect(day >= window.from && day <= window.to).toBe(true);
          expect(found.sowings.length + found.tooLate).toBe(sowings);
          expect(addDays(found.testBy, testDays + buyDays)).toBe(window.from);
          expect(found.testBySafe < found.testBy).toBe(true);
          if (found.testByLast !== null)
            expect(addDays(found.testByLast, testDays + buyDays)).toBe(found.sowings.at(-1));
        },
      ),
    );
  });
  it.each([
    [{ testDays: 0 }, /testDays: argument.whole 1 400/],
    [{ to: '2027-02-01' }, /^to: argument.not-before/],
    [{ everyDays: 0 }, /everyDays: argument.whole 1 400/],
  ])('refuses %j', (change, words) => {
    expect(() => sowingCalendar({ ...LEEK, ...change })).toThrow(words);
  });
});

describe('a bed', () => {
  // Source: the formula of handbooks in `sowingRate`, itself checked against verify.mjs; units of 1959: an acre is
  // 4046.8564224 m², a square foot 0.09290304 m².
  it('takes the same seed per area as the rate per hectare', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 500, noNaN: true }),
        fc.double({ min: 0.1, max: 60, noNaN: true }),
        fc.double({ min: 1, max: 100, noNaN: true }),
        (perM2, thousandSeedWeightG, germinationPercent) => {
          const seed = { thousandSeedWeightG, purityPercent: 98, germinationPercent, emergencePercent: 70 };
          const bed = seedsForPlants(plantsOnArea(1, 'ha', perM2), seed);
          const { kgPerHa } = sowingRate(perM2, {
            thousandSeedWeightG,
            purityPercent: 98,
            germinationPercent,
            fieldEmergencePercent: 70,
          });
          expect((bed.massG ?? 0) / 1000 / Number(kgPerHa)).toBeCloseTo(1, 9);
        },
      ),
    );
    expect(SQUARE_METRES_PER.acre).toBeCloseTo(4046.8564224, 7);
    expect(SQUARE_METRES_PER['sq ft']).toBeCloseTo(0.09290304, 10);
    // The same definitions: 1 kg/ha = 4046.8564224 / 10 000 / 0.45359237 lb/acre.
    expect(rateOn(450, 30)).toEqual({ kgPerHa: 150, lbPerAcre: expect.closeTo(150 * 0.892_179_121_6, 7) as number });
  });

  it.each([
    [0, 40, 1],
    [40, 40, 1],
    [40.1, 40, 2],
    [81, 40, 3],
    [5, 0, 5],
  ])('%f seeds out of packets of %i take %i of them', (seeds, each, packets) => {
    expect(packetsNeeded(seeds, each)).toBe(packets);
    expect(() =>
      seedsForPlants(10, { thousandSeedWeightG: 3, purityPercent: 98, germinationPercent: 0, emergencePercent: 70 }),
    ).toThrow(/germinationPercent: argument.above/);
  });
  it('counts the plants of a row with the one at its beginning', () => {
    expect([plantsInRow(3, 'm', 10, 'cm'), plantsInRow(0.3, 'm', 10, 'cm'), plantsInRow(10, 'ft', 6, 'in')]).toEqual([
      31, 4, 21,
    ]);
  });
});

describe('sorted beside unsorted', () => {
  // Source: Student (1908), the ten patients of R's data set `sleep`: t.test(paired) gives 1.58, 0.7001142 to 2.4598858,
  // p = 0.002833.
  const second = [1.9, 0.8, 1.1, 0.1, -0.1, 4.4, 5.5, 1.6, 4.6, 3.4].map((one) => one + 2);
  const first = [0.7, -1.6, -0.2, -1.2, -0.1, 3.4, 3.7, 0.8, 0.0, 2.0].map((one) => one + 2);
  it('gains what Student’s pairs gained', () => {
    const gain = gainOfPairs(second, first);
    expect(gain.estimate).toBeCloseTo(1.58, 10);
    expect(gain.lower).toBeCloseTo(0.7001142, 6);
    expect(gain.upper).toBeCloseTo(2.4598858, 6);
    expect(gain.p).toBeCloseTo(0.002833, 6);
    expect(gainOfPairs([3, 4], [2, 3])).toMatchObject({ estimate: 1, p: null });
    expect(() => gainOfPairs([1, 2], [1])).toThrow(/^unsorted: argument.as-many sorted/);
  });
  // Source: Newcombe R.G. (1998) Statistics in Medicine 17:873–890, Table II, method 10, from memory: 56/70 and 48/80
  // give 0.0524 to 0.3339; 9/10 and 3/10 give 0.1705 to 0.8090; 10/10 and 0/10 give 0.6075 to 1.
  it.each([
    [56, 70, 48, 80, 0.0524, 0.3339],
    [9, 10, 3, 10, 0.1705, 0.809],
    [10, 10, 0, 10, 0.6075, 1],
  ])('of %i/%i against %i/%i', (a, n, b, m, lower, upper) => {
    const gain = gainOfShares(a, n, b, m);
    expect([gain.lower, gain.upper].map((one) => Number(one.toFixed(4)))).toEqual([lower, upper]);
  });
});

describe('seed increase', () => {
  const season = { plantsPerSeed: [0.5, 0.8] as const, keptShare: 0.5, seedsPerPlant: 100, room: null, resownShare: 1 };
  // Source: multiplication by hand: 20 seeds, half come up, half are kept: 5 plants, 500 seeds; then 125, 12 500.
  it('multiplies season by season, as a range, until there is enough', () => {
    const { seasons, reached } = seedIncrease(20, 10_000, season);
    expect(seasons.map((one) => [one.sown[0], one.plants[0], one.harvested[0]])).toEqual([
      [20, 5, 500],
      [500, 125, 12_500],
    ]);
    expect([seasons[0]?.harvested[1], reached]).toEqual([800, [2, 2]]);
  });
  it('stops where the ground is full or the seed dies out, and never falls with more seed', () => {
    expect(seedIncrease(20, 1e9, { ...season, room: 40 }).reached).toEqual([null, null]);
    expect(seedIncrease(3, 100, { ...season, plantsPerSeed: [0, 0.1] }).reached).toEqual([null, null]);
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1e4 }), fc.integer({ min: 1, max: 1e4 }), (few, more) => {
        const at = (seeds: number) =>
          seedIncrease(seeds, 1e9, { ...season, room: 300 }).seasons[0]?.harvested ?? [0, 0];
        const [a, b] = [at(few), at(few + more)];
        expect(b[0] >= a[0] && b[1] >= a[1] && a[0] <= a[1]).toBe(true);
      }),
    );
    expect(() => seedIncrease(0, 1, season)).toThrow(/seeds: argument.whole/);
    expect(() => seedIncrease(1, 1, { ...season, plantsPerSeed: [0.9, 0.2] })).toThrow(
      /^plantsPerSeed: argument.pair-between/,
    );
  });
});
