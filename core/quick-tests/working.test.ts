import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { SmallTestMethod } from '../rule-books/findKind.ts';
import { agreement } from './agreement.ts';
import { bagTime } from './method.ts';
import { pairedAgreement } from './pairedAgreement.ts';
import { quickAnswer } from './quickAnswer.ts';
import { type RoundPlace, seedsToTake, unsuited } from './roundPlan.ts';
import { askSchool, schoolsFor } from './schools.ts';

const told = ({ steps }: { steps: readonly { label: string; expression?: string; result: string }[] }) =>
  steps.map((one) => `${one.label}: ${one.expression ?? ''} = ${one.result}`);

// Source of the limits: exact binomial, 10 of 20 is 27.2 to 72.8 % (any table); one-sided 0.05^(1/10) = 74.1 %.
describe('the working of a quick answer', () => {
  it('of seed like it: share, exact limits, and how much thicker to sow', () => {
    expect(told(quickAnswer({ sprouted: 10, seeds: 20 }))).toEqual([
      'sprouted / tested: 10 / 20 = 50.0',
      'exact 95 % limits: beta quantiles at 2.5 % and 97.5 % = 27.2 to 72.8',
      'sow times, best: 1 / share = 2.00',
      'sow times, range: 1 / upper to 1 / lower limit = 1.37 to 3.68',
    ]);
  });
  it('of none and of all the limit on that side alone, and a sowing without end', () => {
    expect(told(quickAnswer({ sprouted: 10, seeds: 10 }))[2]).toBe('at least, on this side alone: 0.05^(1/10) = 74.1');
    const none = told(quickAnswer({ sprouted: 0, seeds: 10 }));
    expect(none[2]).toBe('at most, on this side alone: 1 − 0.05^(1/10) = 25.9');
    expect(none.slice(3)).toEqual([
      'sow times, best: 1 / share = —',
      'sow times, range: 1 / upper to 1 / lower limit = 3.24 to ∞',
    ]);
  });
  it('of a counted packet what lives in it, and of what is left', () => {
    const packet = quickAnswer({ sprouted: 10, seeds: 20, packetSeeds: 40 });
    const { aliveLower, aliveUpper, leftLower, leftUpper, left } = packet.packet ?? {};
    expect([left, (aliveLower ?? 0) - 10, (aliveUpper ?? 0) - 10]).toEqual([20, leftLower, leftUpper]);
    expect(told(packet).slice(1, 3)).toEqual([
      `alive of the 40 in the packet: exact 95 % limits, hypergeometric = ${aliveLower} to ${aliveUpper}`,
      `alive of the 20 left: less the 10 that sprouted = ${leftLower} to ${leftUpper}`,
    ]);
    expect(packet.interval.lower).toBe((aliveLower ?? NaN) / 40);
    expect(packet.sowTimes?.least).toBeCloseTo(20 / (leftUpper ?? NaN), 10);
    expect(packet.sowTimes?.most).toBeCloseTo(20 / (leftLower ?? NaN), 10);
  });
  it('of the last seeds says how many, and of the whole packet that nothing is left', () => {
    const left = (sprouted: number, seeds: number, packetSeeds: number) => {
      const { packet } = quickAnswer({ sprouted, seeds, packetSeeds });
      return [packet?.left, packet?.leftLower, packet?.leftUpper];
    };
    expect(left(39, 39, 40)).toEqual([1, 1, 1]);
    // Source: by hand: had one of the 40 been dead, 39 of 39 would have come in 1 case of 40, and no more.
    expect(left(19, 19, 20)).toEqual([1, 0, 1]);
    expect(left(0, 998, 1000)).toEqual([2, 0, 0]);
    expect(left(20, 20, 20)).toEqual([0, 0, 0]);
    const whole = quickAnswer({ sprouted: 5, seeds: 20, packetSeeds: 20 });
    expect(whole).toMatchObject({
      sowTimes: null,
      schools: [],
      speaks: 'all',
    });
    expect(told(whole)).toHaveLength(3);
    // None sprouted of nearly all: at best none of the two that are left.
    const dead = quickAnswer({ sprouted: 0, seeds: 998, packetSeeds: 1000 });
    expect(dead.sowTimes).toMatchObject({ best: null, most: null });
  });
  it('held back shows its lower end alone', () => {
    const soFar = (sprouted: number, packetSeeds?: number) =>
      quickAnswer({ sprouted, seeds: 20, packetSeeds }, undefined, ['too-early']);
    expect(told(soFar(5))).toEqual([
      'sprouted / tested: 5 / 20 = 25.0',
      'alive, at least: lower exact 95 % limit: beta quantile at 2.5 % = 8.7',
    ]);
    expect([soFar(5).speaks, soFar(0).speaks]).toEqual(['so-far', 'so-far']);
    const packet = soFar(5, 60);
    expect(told(packet)[1]).toBe(
      `alive of the 40 left, at least: lower exact 95 % limit, hypergeometric = ${packet.packet?.leftLower}`,
    );
    expect(soFar(0, 60).packet?.leftLower).toBe(0);
    for (const faults of [['too-hot'], ['too-early', 'too-hot']] as const)
      expect(quickAnswer({ sprouted: 5, seeds: 20 }, undefined, faults).speaks).toBe('doubtful');
  });
  it('refuses a standard and a packet that cannot be', () => {
    for (const standard of [0.9, 101])
      expect(() => quickAnswer({ sprouted: 1, seeds: 2 }, standard)).toThrow(/^standardPercent/);
    expect(quickAnswer({ sprouted: 1, seeds: 2 }, 1).schools).toHaveLength(3);
    expect(quickAnswer({ sprouted: 1, seeds: 2 }, 100).schools).toHaveLength(3);
    for (const packetSeeds of [1, 1e6 + 1, 2.5])
      expect(() => quickAnswer({ sprouted: 1, seeds: 2, packetSeeds })).toThrow(/^packetSeeds/);
  });
});

describe('a school', () => {
  const quarters = schoolsFor(undefined)[0];
  if (!quarters) throw new Error('there is no school');
  it('is asked about seeds that are left, of which there must be some', () => {
    expect(() => askSchool(quarters, { sprouted: 5, seeds: 10, packetSeeds: 10 })).toThrow(
      /^packetSeeds: argument.seeds-left/,
    );
    expect(askSchool(quarters, { sprouted: 10, seeds: 10 }).best).toBe(true);
    expect(askSchool(quarters, { sprouted: 0, seeds: 10 }).best).toBe(false);
  });
  // By its meaning: with as many more seeds as it says it is settled, and with one fewer it is not.
  it('names the fewest further seeds that settle it, or that no number does', () => {
    const settles = (sprouted: number, seeds: number, packetSeeds?: number) => {
      const { moreSeeds, chanceWrong } = askSchool(quarters, { sprouted, seeds, packetSeeds });
      if (moreSeeds === null || moreSeeds === 0) return [moreSeeds, chanceWrong <= 0.05];
      const wrongWith = (more: number) => {
        const all = seeds + more;
        return askSchool(quarters, { sprouted: (sprouted / seeds) * all, seeds: all, packetSeeds }).chanceWrong;
      };
      expect(wrongWith(moreSeeds)).toBeLessThanOrEqual(0.05 + 1e-9);
      expect(wrongWith(moreSeeds - 1)).toBeGreaterThan(0.05 - 1e-9);
      return [true, true];
    };
    expect(settles(8, 10)).toEqual([true, true]);
    expect(settles(5, 10)).toEqual([true, true]);
    expect(settles(8, 10, 300)).toEqual([true, true]);
    expect(settles(8, 10, 2_500)).toEqual([true, true]);
    expect(settles(19, 20)).toEqual([0, true]);
    // Just at a border of its bands, 5 of 8 (0.625), no number does.
    expect(settles(5, 8)[0]).toBeNull();
    expect(settles(5, 8, 12)[0]).toBeNull();
  });
  it('errs in the same cases, whether a large packet is counted out or taken as a beta distribution', () => {
    fc.assert(
      fc.property(fc.integer({ min: 2, max: 30 }), fc.integer({ min: 0, max: 30 }), (seeds, k) => {
        const sprouted = Math.min(k, seeds);
        const near = askSchool(quarters, { sprouted, seeds, packetSeeds: seeds + 20_000 }).chanceWrong;
        expect(near).toBeCloseTo(askSchool(quarters, { sprouted, seeds }).chanceWrong, 2);
      }),
      { numRuns: 25 },
    );
  });
});

// Source: common practice, no source: a fifth, from 10 to 50, never more than half.
it('seeds are taken blind: a fifth, ten at least and fifty at most, never more than half', () => {
  expect([1, 2, 3, 19, 20, 21, 50, 52, 53, 100, 250, 251, 1000].map(seedsToTake)).toEqual([
    1, 1, 1, 9, 10, 10, 10, 10, 11, 20, 50, 50, 50,
  ]);
});

describe('where a round stands', () => {
  const method: SmallTestMethod = { temperatureC: [15, 20], light: 'helps', firstDay: 7, lastDay: 21 };
  const at = (low: number, high: number, light: RoundPlace['light'] = 'light'): RoundPlace => ({
    warmthC: { low, high },
    light,
  });
  it('suits a kind within two degrees, and in the light that it wants', () => {
    expect([at(15, 22), at(15, 22.1), at(13, 20), at(12.9, 20)].map((place) => unsuited(method, place))).toEqual([
      [],
      ['too-hot'],
      [],
      ['too-cold'],
    ]);
    expect(unsuited(method, at(10, 30))).toEqual(['too-hot']);
    expect(unsuited({ ...method, temperatureC: null }, at(0, 40))).toEqual([]);
    expect(unsuited(method, { warmthC: null, light: 'light' })).toEqual([]);
    const light = (wants: SmallTestMethod['light'], is: RoundPlace['light']) =>
      unsuited({ ...method, light: wants }, at(15, 20, is));
    expect([
      light('helps', 'dark'),
      light('helps', 'light'),
      light('dark', 'light'),
      light('dark', 'dark'),
      light('indifferent', 'dark'),
      light(null, 'light'),
    ]).toEqual([['no-light'], [], ['in-light'], [], [], []]);
  });
});

it('a bag stands in the time of its kind, day by day', () => {
  const method: SmallTestMethod = { temperatureC: null, light: null, firstDay: 7, lastDay: 21 };
  const states = (sprouted: number, ...days: number[]) => days.map((day) => bagTime(method, day, sprouted).state);
  expect(states(0, 0, 6, 7, 8, 13, 14, 20, 21, 22)).toEqual([
    'too-early',
    'too-early',
    'look-today',
    'under-way',
    'under-way',
    'late',
    'late',
    'last-day',
    'over',
  ]);
  expect(states(1, 14, 20)).toEqual(['under-way', 'under-way']);
  for (const unknown of [{ firstDay: null }, { lastDay: null }])
    expect(bagTime({ ...method, ...unknown }, 99, 0)).toMatchObject({ state: 'under-way', ...unknown });
  for (const day of [-1, 0.5]) expect(() => bagTime(method, day, 0)).toThrow(/^day/);
});

describe('two ways of trying beside each other', () => {
  it('refuses readings that are no pairs, by their name', () => {
    const many = (n: number) => Array.from({ length: n }, (_, i) => (i * 7) % 10);
    expect(() => agreement(many(2), many(2))).toThrow(/^x: argument.so-many 3 1000/);
    expect(() => agreement(many(1001), many(1001))).toThrow(/^x: argument.so-many/);
    expect(() => agreement(many(3), many(4))).toThrow(/^y: argument.as-many x/);
    expect(() => agreement([1, 2, Infinity], [1, 2, 3])).toThrow(/^x: argument.up-to/);
    expect(() => agreement([1, 2, 3], [1, 2, 1e12 + 1e3])).toThrow(/^y: argument.up-to/);
    expect(agreement([1, 2, 1e12], [1, 2, 1e12]).blandAltman.bias).toBe(0);
    expect(agreement(many(1000), many(1000)).blandAltman.bias).toBe(0);
  });
  it('refuses pairs of nothing', () => {
    const none = { bothYes: 0, firstOnly: 0, secondOnly: 0, bothNo: 0 };
    expect(() => pairedAgreement(...(Object.values(none) as [number, number, number, number]))).toThrow(/^bothYes/);
  });
});
