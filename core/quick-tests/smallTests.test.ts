import hypergeometricCdf from '@stdlib/stats-base-dists-hypergeometric-cdf';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { clopperPearson } from '../statistics/binomialInterval.ts';
import { fisherExact } from '../statistics/fisherExact.ts';
import { agreement } from './agreement.ts';
import { badSeedOrBadTest, causesFor } from './badTest.ts';
import { packetShare } from './finitePacket.ts';
import { bagTime } from './method.ts';
import { pairedAgreement } from './pairedAgreement.ts';
import { quickAnswer } from './quickAnswer.ts';
import { askSchool, schoolsFor } from './schools.ts';

const packets = fc
  .integer({ min: 1, max: 80 })
  .chain((all) => fc.tuple(fc.constant(all), fc.integer({ min: 1, max: all })))
  .chain(([all, tested]) => fc.tuple(fc.constant(all), fc.constant(tested), fc.integer({ min: 0, max: tested })));

/** Half of the error, and more than rounding above it: a chance of just 2.5 % is not more. */
const MORE = 0.025 + 1e-10;

describe('a packet', () => {
  // Definition, one by one: the numbers of living seeds that make the result, or one further out, likelier than 2.5 %.
  // Second route: the distribution function of @stdlib over every number there can be.
  it('holds between so many living seeds, counted out', () => {
    fc.assert(
      fc.property(packets, ([all, tested, sprouted]) => {
        const possible = Array.from({ length: all + 1 }, (_, alive) => alive).filter(
          (alive) =>
            alive >= sprouted &&
            all - alive >= tested - sprouted &&
            hypergeometricCdf(sprouted, all, alive, tested) > MORE &&
            1 - (sprouted === 0 ? 0 : hypergeometricCdf(sprouted - 1, all, alive, tested)) > MORE,
        );
        expect(packetShare(sprouted, tested, all)).toMatchObject({
          aliveLower: possible[0],
          aliveUpper: possible.at(-1),
        });
      }),
    );
  });
  it('counts a chance of just half of the error as none', () => {
    // One of 80 tested, and it sprouted: with two alive that has a chance of 2 / 80 = 2.5 %, not more; with three it has.
    expect(packetShare(1, 1, 80).aliveLower).toBe(3);
  });
  it('tested whole leaves nothing to guess; a large one is as wide as seed without end', () => {
    fc.assert(
      fc.property(packets, ([all, , sprouted]) => {
        const k = Math.min(sprouted, all);
        const whole = quickAnswer({ sprouted: k, seeds: all, packetSeeds: all });
        expect(whole.interval).toEqual({ lower: k / all, upper: k / all });
        expect(whole.sowTimes).toBeNull();
        expect(whole.schools).toEqual([]);
        expect(() =>
          askSchool(schoolsFor(undefined)[0] ?? never(), { sprouted: k, seeds: all, packetSeeds: all }),
        ).toThrow(/^packetSeeds: argument/);
      }),
    );
    const { lower, upper } = clopperPearson(7, 10, 0.95);
    const large = packetShare(7, 10, 1e6);
    expect(large.aliveLower / 1e6).toBeCloseTo(lower, 4);
    expect(large.aliveUpper / 1e6).toBeCloseTo(upper, 4);
  });
  // "Ten tested of twenty-five": the packet's own range is narrower than that of seed without end.
  it('is never wider than seed without end, and more seeds never widen it at the same share', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 10 }), fc.integer({ min: 2, max: 6 }), (tenths, times) => {
        const width = (n: number, all?: number) => {
          const { interval } = quickAnswer({ sprouted: (tenths * n) / 10, seeds: n, packetSeeds: all });
          return interval.upper - interval.lower;
        };
        expect(width(10, 25)).toBeLessThanOrEqual(width(10));
        expect(width(10 * times)).toBeLessThanOrEqual(width(10));
        expect(width(10 * times, 100)).toBeLessThanOrEqual(width(10, 100));
      }),
    );
  });
  it('is of no fewer seeds than were tested', () => {
    expect(() => quickAnswer({ sprouted: 5, seeds: 10, packetSeeds: 9 })).toThrow(/^packetSeeds: argument/);
  });
});

describe('a school', () => {
  const shares = fc.constantFrom(0.1, 0.25, 0.8, 0.9);
  const ask = (share: number, seeds: number, packetSeeds?: number) =>
    schoolsFor(undefined).map((school) => askSchool(school, { sprouted: share * seeds, seeds, packetSeeds }));
  it('errs less often the more seeds were tested at the same share', () => {
    fc.assert(
      fc.property(shares, fc.integer({ min: 1, max: 9 }), (share, times) => {
        const [few, many] = [ask(share, 20 * times), ask(share, 20 * times + 20)];
        few.forEach((one, i) => {
          expect(many[i]?.chanceWrong ?? 1).toBeLessThanOrEqual(one.chanceWrong + 1e-12);
        });
      }),
    );
  });
  it('is settled by the number of further seeds that it names, and not by fewer', () => {
    fc.assert(
      fc.property(shares, fc.constantFrom(undefined, 200, 1000), (share, packetSeeds) => {
        for (const [i, { moreSeeds }] of ask(share, 20, packetSeeds).entries()) {
          if (moreSeeds === null || moreSeeds === 0) continue;
          expect(ask(share, 20 + moreSeeds, packetSeeds)[i]?.chanceWrong).toBeLessThanOrEqual(0.0501);
          expect(ask(share, 20 + moreSeeds - 1, packetSeeds)[i]?.chanceWrong).toBeGreaterThan(0.0499);
        }
      }),
    );
    // On a border no number of seeds decides.
    expect(askSchool(schoolsFor(70)[2] ?? never(), { sprouted: 7, seeds: 10 }).moreSeeds).toBeNull();
  });
  // Source: 20 tested of 25, 10 sprouted: the five that are left, by the beta-binomial chances counted out by hand in R 4.2.2.
  it('speaks of the seeds that are left: with five of them it errs in 43 of 100 cases, not in one', () => {
    const [quarters, seventy] = schoolsFor(undefined).map((school) =>
      askSchool(school, { sprouted: 10, seeds: 20, packetSeeds: 25 }),
    );
    expect(quarters).toMatchObject({ advice: 'sow-twice', moreSeeds: null });
    expect(quarters?.chanceWrong).toBeCloseTo(0.428267, 6);
    expect(seventy?.chanceWrong).toBeCloseTo(0.714134, 6);
    // One seed left is alive or not: half of a band there is none.
    expect(
      askSchool(schoolsFor(undefined)[0] ?? never(), { sprouted: 10, seeds: 20, packetSeeds: 21 }).chanceWrong,
    ).toBe(1);
  });
  it('a very large packet is as seed without end', () => {
    for (const [one, other, digits] of [[ask(0.8, 20, 1e6), ask(0.8, 20), 4]] as const)
      one.forEach((school, i) => {
        expect(school.chanceWrong).toBeCloseTo(other[i]?.chanceWrong ?? NaN, digits);
      });
  });
});

describe('bad seed or bad test', () => {
  // Source: common practice, no source: the walk through causes, worked by people who test in towels.
  it.each([
    ['fresh seed failed too', { 'control-failed': 'yes', rotted: 'yes' }, 'invalid'],
    ['it dried out', { 'dried-out': 'yes', rotted: 'yes' }, 'invalid'],
    [
      'it dried out, and fresh seed in a bag of its own did well',
      { 'dried-out': 'yes', 'control-failed': 'no' },
      'invalid',
    ],
    ['it was too warm, yet fresh seed beside it did well', { 'too-hot': 'yes', 'control-failed': 'no' }, 'dead'],
    ['the kind may still take days', { 'too-early': 'yes', 'control-failed': 'no' }, 'invalid'],
    ['they stayed hard', { 'stayed-hard': 'yes' }, 'dormant'],
    ['they are firm', { 'stayed-firm': 'yes', 'control-failed': 'no' }, 'dormant'],
    ['they are soft', { rotted: 'yes' }, 'dead'],
    ['nobody knows', {}, 'unclear'],
  ] as const)('%s', (_words, answers, verdict) => {
    const found = badSeedOrBadTest(answers, 'few', true);
    expect(found.verdict).toBe(verdict);
    expect(found.reasons.length).toBeGreaterThan(0);
  });
  it('is not asked where many sprouted, nor after light where the kind does not mind', () => {
    expect(badSeedOrBadTest({ rotted: 'yes' }, null, false).verdict).toBe('sprouted');
    expect(causesFor({ light: 'indifferent' }, false)).not.toContain('no-light');
    expect(causesFor({ light: 'dark' }, false)).toContain('in-light');
    expect(causesFor({ light: 'helps' }, true)).not.toContain('in-light');
    expect(causesFor({ light: 'helps' }, true)).toEqual(expect.arrayContaining(['no-light', 'control-failed']));
  });
});

it('a bag is late for its kind, never by a fixed fortnight', () => {
  // Days by kind: cress-like kinds 2 to 7, parsley-like 10 to 28 (from memory).
  const quick = { temperatureC: null, light: null, firstDay: 2, lastDay: 7 } as const;
  const slow = { temperatureC: null, light: null, firstDay: 10, lastDay: 28 } as const;
  const states = (method: typeof quick | typeof slow, sprouted: number, days: number[]) =>
    days.map((day) => bagTime(method, day, sprouted).state);
  expect(states(quick, 0, [1, 2, 5, 7, 8])).toEqual(['too-early', 'look-today', 'late', 'last-day', 'over']);
  expect(states(slow, 0, [9, 14, 19, 28])).toEqual(['too-early', 'under-way', 'late', 'last-day']);
  expect(states(slow, 3, [20])).toEqual(['under-way']);
  expect(() => bagTime(quick, -1, 0)).toThrow(/^day: argument/);
});

describe('agreement', () => {
  const list = fc.array(fc.integer({ min: 0, max: 20 }), { minLength: 4, maxLength: 12 });
  it('turns round when the two readings change places, and does not mind the unit', () => {
    fc.assert(
      fc.property(list, list, (a, b) => {
        const n = Math.min(a.length, b.length);
        const [x, y] = [a.slice(0, n), b.slice(0, n)];
        const [here, there] = [agreement(x, y), agreement(y, x)];
        const larger = agreement(
          x.map((one) => one * 5),
          y.map((one) => one * 5),
        );
        expect(there.blandAltman.bias).toBeCloseTo(-here.blandAltman.bias, 10);
        for (const name of ['pearsonR', 'spearmanRho', 'kendallTauB', 'kendallPNormal', 'spearmanPExact'] as const) {
          const [one, two, three] = [here, there, larger].map((each) => each.correlation[name]);
          if (typeof one !== 'number') expect([two, three]).toEqual([one, one]);
          else for (const other of [two, three]) expect(other).toBeCloseTo(one, 10);
        }
        expect(larger.linCcc.nMinus1 ?? 0).toBeCloseTo(here.linCcc.nMinus1 ?? 0, 10);
      }),
    );
  });
  it('of the same seeds judged twice is the same from both sides', () => {
    const seeds = fc.integer({ min: 0, max: 40 });
    fc.assert(
      fc.property(seeds, seeds, seeds, seeds, (a, b, c, d) => {
        fc.pre(a + b + c + d > 0);
        const [here, there] = [pairedAgreement(a, b, c, d), pairedAgreement(d, c, b, a)];
        expect(there.kappa ?? 9).toBeCloseTo(here.kappa ?? 9, 10);
        expect(there.seKappa ?? 9).toBeCloseTo(here.seKappa ?? 9, 10);
        expect(there.mcnemarExactP).toBeCloseTo(here.mcnemarExactP, 12);
      }),
    );
  });
});

describe('treated beside untreated', () => {
  // Source: Fisher (1935), the lady tasting tea: 3 of 4 right, two-sided 0.4857; 4 of 4, 2/70 (any textbook).
  it('is the lady tasting tea', () => {
    expect(fisherExact(3, 4, 1, 4)).toBeCloseTo(34 / 70, 12);
    expect(fisherExact(4, 4, 0, 4)).toBeCloseTo(2 / 70, 12);
  });
  it('does not mind which arm comes first or which seeds are counted', () => {
    const arm = fc.integer({ min: 1, max: 40 }).chain((n) => fc.tuple(fc.integer({ min: 0, max: n }), fc.constant(n)));
    fc.assert(
      fc.property(arm, arm, ([a, n], [b, m]) => {
        const p = fisherExact(a, n, b, m);
        expect(fisherExact(b, m, a, n)).toBeCloseTo(p, 10);
        expect(fisherExact(n - a, n, m - b, m)).toBeCloseTo(p, 10);
        expect(p).toBeGreaterThan(0);
        expect(p).toBeLessThanOrEqual(1);
      }),
    );
  });
});

function never(): never {
  throw new Error('there is no such school');
}
