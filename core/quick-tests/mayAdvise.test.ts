import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { badSeedOrBadTest, type Cause, type CauseAnswer } from './badTest.ts';
import { answeredBy, bagHeldBackBy, type TestFacts, whyAsked } from './mayAdvise.ts';
import { quickAnswer } from './quickAnswer.ts';
import { unsuited } from './roundPlan.ts';

// Days and degrees of leek: names list, from memory.
const LEEK = { temperatureC: [15, 20], light: 'indifferent', firstDay: 6, lastDay: 14 } as const;
const NOTHING: TestFacts = { day: 14, unsuited: [], driedOut: false, tooWet: false, mould: false, control: null };
const advice = (sprouted: number, seeds: number, facts: Partial<TestFacts> = {}, standard?: number) =>
  quickAnswer({ sprouted, seeds }, standard, bagHeldBackBy(LEEK, { ...NOTHING, ...facts }, null));
const saying = (...args: Parameters<typeof advice>) => advice(...args).schools.map((one) => one.advice);

// Source: common practice, no source; counts only rise, and a fault of the test only keeps them down.
describe('advice waits until the test may speak', () => {
  it('leek at 27 °C on day 8 of 14, 1 of 10: no school throws it away', () => {
    const hot = { day: 8, unsuited: unsuited(LEEK, { warmthC: { low: 27, high: 27 }, light: 'light' }) };
    expect(advice(1, 10, hot)).toMatchObject({
      schools: [],
      sowTimes: null,
      heldBack: ['too-early', 'too-hot'],
      speaks: 'doubtful',
    });
  });
  it('good enough is said as soon as it holds, double and throw away on the last day of the kind', () => {
    const days = (sprouted: number) => [13, 14].map((day) => saying(sprouted, 20, { day }));
    expect(days(4)).toEqual([[], ['throw-away', 'get-other-seed']]);
    expect(days(10)).toEqual([[], ['sow-twice', 'cells-only']]);
    expect(days(13)).toEqual([['sow-as-usual'], ['sow-as-usual', 'cells-only']]);
    expect(days(14)).toEqual([
      ['sow-as-usual', 'rows'],
      ['sow-as-usual', 'rows'],
    ]);
    expect([advice(14, 20, { day: 13 }).sowTimes?.best, advice(13, 20, { day: 13 }).sowTimes]).toEqual([20 / 14, null]);
  });
  it.each([
    ['too hot', { unsuited: ['too-hot'] }],
    ['too cold', { unsuited: ['too-cold'] }],
    ['dark for a light kind', { unsuited: ['no-light'] }],
    ['light for a dark kind', { unsuited: ['in-light'] }],
    ['too wet', { tooWet: true }],
    ['dried out', { driedOut: true }],
    ['fresh seed failed too', { control: { sprouted: 9, seeds: 20, over: true } }],
  ] as [string, Partial<TestFacts>][])('no school speaks of a bag that stood badly: %s', (_words, facts) => {
    for (const sprouted of [0, 5, 10, 13]) expect(saying(sprouted, 20, facts)).toEqual([]);
    // All that keeps a count down cannot make this one better than it is.
    expect(saying(14, 20, facts)).toEqual(['sow-as-usual', 'rows']);
    expect(saying(14, 20, facts, 71)).toEqual([]);
  });
  it('fresh seed that did well clears the place, and not what befell one bag', () => {
    const control = { sprouted: 10, seeds: 20, over: false };
    expect(saying(2, 20, { unsuited: ['too-hot', 'no-light'], control })).toHaveLength(2);
    for (const facts of [{ driedOut: true }, { tooWet: true }])
      expect(saying(2, 20, { ...facts, control })).toEqual([]);
    // Control that is not over yet says nothing of the place.
    expect(saying(2, 20, { control: { sprouted: 9, seeds: 20, over: false } })).toHaveLength(2);
  });
  it('a kind of which nobody knows how long it takes waits four weeks, or until somebody ends it', () => {
    const unknown = { lastDay: null };
    const held = (day: number, answers: Partial<Record<Cause, CauseAnswer>> | null = null) =>
      bagHeldBackBy(unknown, { ...NOTHING, day }, answers);
    expect([held(27), held(28), held(9, { 'too-early': 'no' })]).toEqual([['too-early'], [], []]);
  });
  it('two degrees off are no fault, more are', () => {
    const at = (low: number, high: number) => unsuited(LEEK, { warmthC: { low, high }, light: 'dark' });
    expect([at(13, 22), at(12.9, 20), at(15, 22.1)]).toEqual([[], ['too-cold'], ['too-hot']]);
  });
  it('a test that is held back never says more than one that is not', () => {
    const facts = fc.record({
      day: fc.integer({ min: 0, max: 20 }),
      unsuited: fc.subarray(['too-hot', 'too-cold', 'no-light', 'in-light'] as const),
      driedOut: fc.boolean(),
      tooWet: fc.boolean(),
      mould: fc.boolean(),
      control: fc.constantFrom(null, { sprouted: 2, seeds: 20, over: true }, { sprouted: 18, seeds: 20, over: true }),
    });
    fc.assert(
      fc.property(facts, fc.integer({ min: 0, max: 20 }), (stood, sprouted) => {
        const all = quickAnswer({ sprouted, seeds: 20 }).schools;
        const held = advice(sprouted, 20, stood);
        for (const one of held.schools) expect(all).toContainEqual(one);
        if (held.heldBack.length > 0) expect(held.schools.every((one) => one.best)).toBe(true);
        else expect(held.schools).toEqual(all);
      }),
    );
  });
});

describe('bad seed or bad test is asked', () => {
  const asked = (sprouted: number, facts: Partial<TestFacts> = {}, fewer = false) =>
    whyAsked({ sprouted, seeds: 20 }, answeredBy(LEEK, { ...NOTHING, ...facts }), fewer);
  it('below half, clearly below fresh seed, before the last day, and where it stood badly: not where all say their best', () => {
    expect([asked(9), asked(10), asked(14, {}, true)]).toEqual(['few', null, 'fewer-than-control']);
    // Source: the issue: 10 of 20 at 27 °C was called good.
    expect(asked(10, { unsuited: ['too-hot'] })).toBe('doubtful');
    expect([asked(13, { day: 13 }), asked(14, { day: 13 })]).toEqual(['too-early', null]);
    expect([asked(13, { driedOut: true }), asked(14, { driedOut: true })]).toEqual(['doubtful', null]);
    expect(asked(13, { mould: true })).toBeNull();
  });
  it('what was written down answers, and nobody is asked about it', () => {
    expect(
      answeredBy(LEEK, { day: 8, unsuited: ['too-hot'], driedOut: true, tooWet: true, mould: true, control: null }),
    ).toEqual({ soaked: 'yes', 'dried-out': 'yes', 'too-hot': 'yes', 'too-early': 'yes', mould: 'yes' });
    const control = (sprouted: number, over: boolean) =>
      answeredBy(LEEK, { ...NOTHING, control: { sprouted, seeds: 20, over } })['control-failed'];
    expect([control(10, false), control(9, true), control(9, false)]).toEqual(['no', 'yes', undefined]);
  });
  it('the end never says that nothing speaks against a test that mould grew on, or that stood badly', () => {
    const facts = [{ mould: true }, { driedOut: true }, { tooWet: true }, { unsuited: ['too-hot'] }] as const;
    for (const one of facts) {
      const found = badSeedOrBadTest(answeredBy(LEEK, { ...NOTHING, ...one }), 'few', false);
      expect(found.reasons).not.toContain('nothing-speaks');
      expect(found.verdict).toBe('mould' in one ? 'unclear' : 'invalid');
    }
    expect(badSeedOrBadTest({ mould: 'yes', rotted: 'yes' }, 'few', false).verdict).toBe('dead');
    // At half and above a test that stood badly says at least so many, and is no result of the seed.
    expect(badSeedOrBadTest({ 'too-hot': 'yes' }, 'doubtful', false)).toMatchObject({
      verdict: 'invalid',
      next: 'test-beside-fresh-more-may-live',
    });
    expect(badSeedOrBadTest({ 'too-hot': 'no' }, 'doubtful', false).verdict).toBe('sprouted');
  });
});
