import { describe, expect, it } from 'vitest';
import { beforeDrying, beforeFreezing, USUAL_HOURS } from './cold.ts';
import { desiccantNeeded } from '../drying/desiccant.ts';
import { dryEnough, type DryEvidence, type DryKind } from '../drying/dryEnough.ts';
import {
  humidityInBalance,
  type Isotherm,
  isothermHumidity,
  isothermMoisture,
  moistureInBalance,
} from '../drying/equilibrium.ts';
import { type AgeTest, fitAgeing, scatter, sharesOn } from './fitAgeing.ts';
import { ownCurve, ownWords } from './ownRecord.ts';
import { hundredRule, keepsLonger } from './rulesOfThumb.ts';
import { predictViability, timeToViability } from './viability.ts';
import { type StoredSeed, whatNext } from './whatNext.ts';

const told = ({ steps }: { steps: readonly { label: string; result: string }[] }) =>
  steps.map((one) => `${one.label}: ${one.result}`);

// Source of all borders: as the docstring of each function names them.
describe('what cannot be is refused by its name, at both of its borders', () => {
  it('air, moisture and oil', () => {
    for (const humidity of [0, 1]) expect(() => moistureInBalance(humidity, 20, 0.1)).toThrow(/^humidity/);
    for (const t of [-50, 80.1]) expect(() => moistureInBalance(0.5, t, 0.1)).toThrow(/^temperatureC/);
    for (const oil of [-0.01, 1]) expect(() => moistureInBalance(0.5, 20, oil)).toThrow(/^oilFraction/);
    for (const moisture of [0, 100]) expect(() => humidityInBalance(moisture, 20, 0.1)).toThrow(/^moisturePercent/);
    expect(() => humidityInBalance(10, 81, 0.1)).toThrow(/^temperatureC/);
    expect(() => humidityInBalance(10, 20, 1)).toThrow(/^oilFraction/);
    expect([moistureInBalance(0.5, 80, 0), moistureInBalance(0.5, -49.9, 0.99)].every(Number.isFinite)).toBe(true);
    const oswin: Isotherm = { equation: 'modified Oswin', A: 12, B: -0.1, C: 3 };
    expect(() => isothermMoisture(oswin, 1, 20)).toThrow(/^humidity/);
    expect(() => isothermMoisture(oswin, 0.5, -50)).toThrow(/^temperatureC/);
    for (const dry of [0, 1e4]) expect(() => isothermHumidity(oswin, dry, 20)).toThrow(/^dryPercent/);
    expect(() => isothermHumidity(oswin, 10, 81)).toThrow(/^temperatureC/);
  });
  it('rules of thumb, and where they end', () => {
    for (const t of [-50.1, 80.1]) expect(() => hundredRule(t, 50)).toThrow(/^temperatureC/);
    for (const humidity of [-1, 101]) expect(() => hundredRule(20, humidity)).toThrow(/^humidityPercent/);
    expect([hundredRule(-50, 0).sum, hundredRule(80, 100).sum]).toEqual([-58, 276]);
    const at = (moisturePercent: number, temperatureC: number) => ({ moisturePercent, temperatureC });
    const outside = (moisture: number, t: number) =>
      keepsLonger(at(10, 20), at(moisture, t)).outside?.slice(0, 26) ?? null;
    expect([5, 14, 4.99, 14.01].map((moisture) => outside(moisture, 20))).toEqual([
      null,
      null,
      'the rule holds for seed of',
      'the rule holds for seed of',
    ]);
    expect([0, 50, -0.1, 50.1].map((t) => outside(10, t))).toEqual([
      null,
      null,
      'the rule holds between 0 a',
      'the rule holds between 0 a',
    ]);
    expect(() => keepsLonger(at(0, 20), at(10, 20))).toThrow(/^from\.moisturePercent/);
    expect(() => keepsLonger(at(10, 20), at(10, 101))).toThrow(/^to\.temperatureC/);
    expect(keepsLonger(at(10, -50), at(10, 100)).outside).not.toBeNull();
  });
  it('the viability equation', () => {
    const constants = { KE: 9.983, CW: 5.896, CH: 0.04, CQ: 0.000428 };
    const at = (moisturePercent: number, temperatureC: number) => ({ moisturePercent, temperatureC });
    for (const moisture of [0, 100])
      expect(() => predictViability(at(moisture, 20), 0, 2, constants)).toThrow(/^moisturePercent/);
    for (const t of [-50.1, 100.1]) expect(() => predictViability(at(10, t), 0, 2, constants)).toThrow(/^temperatureC/);
    expect(predictViability(at(10, -50), 0, 2, constants).sigmaDays).toBeGreaterThan(
      predictViability(at(10, 100), 0, 2, constants).sigmaDays,
    );
    expect(() => predictViability(at(10, 20), -1, 2, constants)).toThrow(/^days/);
    expect(() => predictViability(at(10, 20), 0, NaN, constants)).toThrow(/^Ki/);
    expect(() => predictViability(at(10, 20), 0, 2, { ...constants, CH: Infinity })).toThrow(/^CH/);
    expect(() => timeToViability(at(10, 20), Infinity, 85, constants)).toThrow(/^Ki/);
    for (const target of [0, 100])
      expect(() => timeToViability(at(10, 20), 2, target, constants)).toThrow(/^targetPercent/);
    // Days are written out up to a million, and as a power from there on.
    expect(predictViability(at(10, 20), 0, 2, constants).steps[0]?.result).toMatch(/^\d+\.\d$/);
    expect(predictViability(at(3, -40), 0, 2, constants).steps[0]?.result).toMatch(/^\d\.\d{3}e\+\d+$/);
  });
  it('desiccant', () => {
    expect(() => desiccantNeeded(0, 12, 6, 0.1)).toThrow(/^massG/);
    for (const moisture of [0, 100]) expect(() => desiccantNeeded(100, moisture, 6, 0.1)).toThrow(/^moisturePercent/);
    expect(() => desiccantNeeded(100, 12, 0, 0.1)).toThrow(/^targetPercent: argument.above/);
    for (const uptake of [0, 1.01]) expect(() => desiccantNeeded(100, 12, 6, uptake)).toThrow(/^uptake/);
    expect(desiccantNeeded(100, 12, 12, 1).waterG).toBe(0);
    expect(() => desiccantNeeded(100, 12, 12.01, 1)).toThrow(/argument.already-drier/);
  });
  it('before freezing', () => {
    const leek = { desiccation: 'orthodox' } as const;
    const freezing = (balancePercent: number | null, bags: number) =>
      beforeFreezing('leek', leek, { balancePercent, bags });
    expect(freezing(25, 2)).toEqual([]);
    expect(freezing(25.1, 2)).toHaveLength(1);
    expect([freezing(0, 0).length, freezing(100, 1).length]).toEqual([1, 2]);
    for (const bags of [-1, 1.5]) expect(() => freezing(25, bags)).toThrow(/^bags/);
    expect(() => freezing(-1, 2)).toThrow(/^balancePercent/);
    const fern = beforeFreezing('fern', { desiccation: 'unknown' }, { balancePercent: 20, bags: 2 });
    expect(fern.map((one) => one.weight)).toEqual(['care']);
    expect(beforeDrying('fern', { desiccation: 'unknown' })).toEqual([
      { weight: 'care', is: 'may-die-dry', kind: 'fern' },
    ]);
    // Thirty days over desiccant, a day to warm up; common practice, no source.
    expect(USUAL_HOURS).toEqual({ drying: 720, freezing: null, warming: 24 });
  });
});

describe('dry enough: what is said beside the answer', () => {
  const cereal: DryKind = { desiccation: 'orthodox', oilFraction: 0.02 };
  const ask = (evidence: Partial<DryEvidence>, kind: DryKind = cereal, closing: 'paper' | 'airtight' = 'airtight') =>
    dryEnough(kind, closing, { temperatureC: 20, ...evidence });
  const tray = (...masses: readonly [number, number][]) => masses.map(([hours, massG]) => ({ hours, massG }));

  it('at the limit itself it is dry enough, a hair above it is not', () => {
    expect(ask({ shutAirPercent: 40 }).answer).toBe('yes');
    expect(ask({ shutAirPercent: 40.01 }).answer).toBe('not-yet');
    for (const percent of [0, 100])
      expect(ask({ shutAirPercent: percent }).answer).toBe(percent === 0 ? 'yes' : 'not-yet');
    expect(() => ask({ shutAirPercent: -1 })).toThrow(/^shutAirPercent/);
    expect(() => ask({ roomAirPercent: 101 })).toThrow(/^roomAirPercent/);
    expect(() => ask({ firstMoisturePercent: 100 })).toThrow(/^firstMoisturePercent/);
    expect(() => ask({ weighings: tray([0, 0]) })).toThrow(/^weighings\.0\.massG/);
    for (const t of [-50, 80.1]) expect(() => ask({ temperatureC: t })).toThrow(/^temperatureC/);
  });
  it('tells the trend of the last half day and more', () => {
    const reasons = (...masses: readonly [number, number][]) =>
      ask({ weighings: tray(...masses), shutAirPercent: 55 }).reasons.map((one) => one.is);
    expect(reasons([0, 50], [12, 49])).toContain('falling');
    expect(reasons([0, 50], [12, 51])).toContain('rising');
    // Less than a thousandth a day is rest; half a day apart at least.
    expect(reasons([0, 50], [24, 49.96])).toEqual(['too-damp']);
    expect(reasons([0, 50], [24, 49.94])).toContain('falling');
    expect(reasons([0, 50], [11.9, 40])).toEqual(['too-damp']);
    // The last pair that lies far enough apart speaks, not the first of all.
    expect(reasons([0, 60], [24, 50], [48, 49.99])).toEqual(['too-damp']);
  });
  it('says what is missing where nothing is known', () => {
    expect(ask({}).next).toBe('shut-up-or-weigh');
    expect(ask({ weighings: tray([0, 50], [24, 50]) }).next).toBe('air-is-missing');
    expect(ask({ weighings: tray([0, 50], [24, 45]) })).toMatchObject({ answer: 'not-yet' });
    expect(ask({}, { desiccation: 'unknown', oilFraction: 0.02 }).reasons[0]?.is).toBe('may-die-dry');
    const why = (evidence: Partial<DryEvidence>) => ask(evidence).reasons.map((one) => one.is);
    expect(why({ shutAirPercent: 30 })).toEqual(['dry-enough']);
    expect(why({ shutAirPercent: 30, moisturePercent: 5 })).not.toContain('signs-disagree');
    expect(why({ shutAirPercent: 60, moisturePercent: 15 })).not.toContain('signs-disagree');
    expect(why({ shutAirPercent: 40, moisturePercent: 15 })).toContain('signs-disagree');
  });
  it('names the weight to wait for only where moisture, target and weight are known, and it is not dry yet', () => {
    const weighed = { weighings: tray([0, 100], [48, 90]) };
    expect(ask({ ...weighed, moisturePercent: 14 }).massWhenDryG).toBeCloseTo(
      (90 * 86) / (100 - (ask({}).targetMoisturePercent ?? NaN)),
      9,
    );
    expect(ask({ ...weighed }).massWhenDryG).toBeNull();
    expect(ask({ moisturePercent: 14 }).massWhenDryG).toBeNull();
    expect(ask({ ...weighed, moisturePercent: 4 }).massWhenDryG).toBeNull();
    expect(ask({ ...weighed, moisturePercent: 14 }, { desiccation: 'orthodox', oilFraction: null })).toMatchObject({
      massWhenDryG: null,
      targetMoisturePercent: null,
    });
    // One weighing alone has lost nothing.
    expect(ask({ weighings: tray([0, 100]), firstMoisturePercent: 20 }).signs).toEqual([]);
    expect(() => ask({ weighings: tray([0, 100], [9, 80]), firstMoisturePercent: 20 })).toThrow(/^weighings: argument/);
  });
  it('shows its working: the limit, the moisture that it is, each sign, and a range where the oil is not known', () => {
    // Source: by hand: 0.98 √(440 × 0.5108) / (1.1 + 20/90) = 11.11 dry, 10.0 wet; 90 × 88.54 / 90.0 = 88.54.
    expect(told(ask({ moisturePercent: 11.46, weighings: tray([0, 100], [48, 90]) }))).toEqual([
      'may be in balance with air of: 40',
      'which is a moisture of: 10.0',
      'in balance with, by moisture reading: 50',
      'dry enough at: 88.54',
    ]);
    const range = told(ask({ moisturePercent: 8 }, { desiccation: 'orthodox', oilFraction: null }));
    expect(range).toHaveLength(2);
    expect(range[1]).toMatch(/^in balance with, by moisture reading: \d+ to \d+$/);
    expect(ask({}).steps.find((one) => one.label.startsWith('which'))?.expression).toBe('by its oil, 2 %, at 20 °C');
  });
});

describe('an ageing curve', () => {
  const tests: readonly AgeTest[] = [
    { days: 100, germinated: 96, n: 100 },
    { days: 500, germinated: 90, n: 100 },
    { days: 900, germinated: 78, n: 100 },
  ];
  it('refuses tests that cannot be, by their name', () => {
    const with_ = (change: Partial<AgeTest>) => () =>
      fitAgeing([{ days: 1, germinated: 1, n: 2, ...change }, ...tests]);
    for (const days of [-1, 1e6 + 1]) expect(with_({ days })).toThrow(/^days/);
    for (const n of [0, 1e6 + 1, 1.5]) expect(with_({ n, germinated: 0 })).toThrow(/^n: argument/);
    for (const germinated of [-1, 3]) expect(with_({ germinated })).toThrow(/^germinated/);
  });
  it('does not care where time is counted from', () => {
    const at = (shift: number) => {
      const curve = fitAgeing(tests.map((one) => ({ ...one, days: one.days + shift })));
      if ('reason' in curve) throw new Error(curve.reason);
      return curve;
    };
    const [here, there] = [at(0), at(1000)];
    expect(there.slope).toBeCloseTo(here.slope, 10);
    expect(there.Ki).toBeCloseTo(here.Ki - 1000 * here.slope, 6);
    const shares = (curve: typeof here, days: number) => sharesOn(curve)(days);
    expect(shares(there, 1500).lower).toBeCloseTo(shares(here, 500).lower, 6);
    expect(shares(there, 1500).upper).toBeCloseTo(shares(here, 500).upper, 6);
    // Tests that scatter no more than chance widen nothing: 1.96, the normal quantile.
    expect(scatter(here).factor).toBeLessThan(1);
    expect(scatter(here).times).toBeCloseTo(1.959964, 5);
  });
  it('of one’s own has three tests at least, and reaches a quarter beyond the oldest', () => {
    expect(ownCurve(tests.slice(0, 2))).toHaveProperty('reason');
    const own = ownCurve(tests);
    if (!('curve' in own)) throw new Error(own.reason);
    expect([ownWords(own)(1125), ownWords(own)(1125.1)].map((one) => one === null)).toEqual([false, true]);
  });
});

describe('what next: its borders', () => {
  const seed: StoredSeed = {
    ageYears: 2,
    longevity: 'medium',
    seedsLeft: 500,
    test: null,
    unsettled: null,
    tried: true,
    plantsToKeep: 40,
    replaceable: null,
    sowing: null,
    mayBeExchanged: true,
    desiccation: 'orthodox',
  };
  const ask = (change: Partial<StoredSeed>) => whatNext({ ...seed, ...change });
  const good = (sprouted: number, seeds: number, yearsAgo = 0.5) => ({
    sprouted,
    seeds,
    verdict: 'sprouted' as const,
    yearsAgo,
  });
  it('refuses an age below nothing', () => {
    expect(() => ask({ ageYears: -1 })).toThrow(/^ageYears/);
    expect(() => ask({ test: good(1, 2, -0.1) })).toThrow(/^test\.yearsAgo/);
    expect(ask({ ageYears: 0, test: good(10, 10, 0) }).reasons[0]).toMatchObject({ is: 'tested', yearsAgo: 0 });
  });
  it('names the years of its kind', () => {
    expect(ask({ longevity: 'short', ageYears: 0.5 }).reasons[0]).toMatchObject({ failsYears: 1, goneYears: 3 });
    expect(ask({ ageYears: 0.5 }).reasons[0]).toEqual({ is: 'shelf-life', ageYears: 0.5, failsYears: 3, goneYears: 6 });
  });
  it('follows the shelf life of the kind at its very years, and its own record before it', () => {
    const never = (ageYears: number) => [ask({ ageYears }).next, ask({ ageYears, tried: false }).reasons.length];
    expect([never(2.99), never(3), never(5.99), never(6)]).toEqual([
      ['keep', 1],
      ['test', 1],
      ['test', 1],
      ['test', 2],
    ]);
    const own = (lower: number, upper: number) => ({ own: { estimate: 0.6, lower, upper, tests: 5 } });
    expect([ask({ ageYears: 9, ...own(0.5, 0.9) }).next, ask({ ageYears: 9, ...own(0.49, 0.9) }).next]).toEqual([
      'keep',
      'test',
    ]);
    expect(ask({ tried: false, ...own(0.2, 0.49) }).reasons).toHaveLength(2);
    expect(ask({ tried: false, ...own(0.2, 0.5) }).reasons).toHaveLength(1);
    expect(ask({ longevity: null, tried: false }).reasons.at(-1)?.is).toBe('never-tested');
  });
  it('renews what is few: in plants of its kind, from a year on where nothing was tested', () => {
    // 57 × 0.7 = 39.9, 58 × 0.7 = 40.6.
    const few = (seedsLeft: number, ageYears: number) => ask({ seedsLeft, ageYears }).next;
    expect([few(57, 1), few(58, 1), few(57, 0.99)]).toEqual(['renew', 'keep', 'keep']);
    const left = (seedsLeft: number | null) => ask({ seedsLeft, test: good(20, 20) }).next;
    expect([left(39), left(40), left(null)]).toEqual(['renew', 'keep', 'keep']);
  });
  it('holds to a test as long as it holds for the kind, and no longer', () => {
    const held = (longevity: StoredSeed['longevity'], yearsAgo: number) =>
      ask({ longevity, ageYears: 0.5, test: good(18, 20, yearsAgo) }).next;
    expect([
      held('short', 1),
      held('short', 1.01),
      held('medium', 2),
      held('medium', 2.01),
      held('long', 3),
      held('long', 3.01),
    ]).toEqual(['exchange', 'test', 'exchange', 'test', 'exchange', 'test']);
    expect([held(null, 2), held(null, 2.01)]).toEqual(['exchange', 'test']);
    expect(ask({ longevity: null, test: good(18, 20, 2.5) }).reasons).toContainEqual({
      is: 'test-too-old',
      holdsYears: 2,
    });
  });
  it('parts keep, renew and discard at one half and at a quarter of the exact limits', () => {
    const next = (sprouted: number, seeds: number) =>
      ask({ ageYears: 0.5, seedsLeft: 100, test: good(sprouted, seeds) }).next;
    expect([next(10, 20), next(9, 20)]).toEqual(['keep', 'renew']);
    // 10 of 100: at most 17.6 %; 17 of 100: at most 25.8 % (R 4.2.2 binom.test, from memory).
    expect([next(10, 100), next(17, 100)]).toEqual(['discard', 'renew']);
    const spare = (seedsLeft: number, sprouted = 19) =>
      ask({ ageYears: 0.5, seedsLeft, test: good(sprouted, 20) }).next;
    expect([spare(200), spare(199)]).toEqual(['exchange', 'keep']);
    // 14 of 20: at least 45.7 %: not so sure that it is given away.
    expect(spare(200, 14)).toBe('keep');
  });
  it('tells the season from sixty days on', () => {
    const season = (inDays: number, oneChance = false) => ask({ sowing: { inDays, oneChance } });
    expect([60, 61].map((inDays) => season(inDays).reasons.at(-1)?.is)).toEqual(['sowing', 'shelf-life']);
    // What has begun waits no less than what begins today.
    expect(season(-3).urgency).toBe(season(0).urgency);
    expect(season(0).urgency - season(30).urgency).toBeCloseTo(0.5, 10);
    expect(season(30, true).urgency - season(30).urgency).toBeCloseTo(10, 10);
    expect(season(61, true).urgency).toBe(season(61).urgency);
  });
});
