import { describe, expect, it } from 'vitest';
import { ISTA } from '../testing/books.ts';
import { NOTHING } from '../testing/oven.ts';
import { Exact } from '../units/mass.ts';
import { moistureMethodFor } from './methodFor.ts';
import { judgeOven, type OvenCourse } from './ovenCourse.ts';
import { judgeInOrder, judgeRepeat } from './repeat.ts';

const CLOVER = moistureMethodFor(ISTA.moistureMethods, 'Trifolium pratense');

/** Two containers of 10 g each that lose so much, percent. */
const oven = (one: string, two: string, course: Partial<OvenCourse> = {}) => {
  const container = (percent: string) => ({
    containerG: new Exact(0),
    withSeedG: new Exact(10),
    driedG: new Exact(10).minus(new Exact(percent).div(10)),
  });
  return judgeOven(ISTA, CLOVER, container(one), container(two), { ...NOTHING, ...course }, null);
};
const limitAt = () => ISTA.parameter('moisture_duplicate_limit_percent');
const told = ({ reportedPercent, verdict }: ReturnType<typeof oven>) => [
  verdict.next,
  verdict.outcome,
  reportedPercent,
  verdict.measured,
];

describe('a test that repeats one out of tolerance', () => {
  // Source: ISTA, moisture, repeat of the determination (from memory, confidence medium).
  it('stands alone where its own containers agree', () => {
    const second = oven('10.0', '10.2');
    expect(judgeRepeat(oven('9.0', '12.0'), second, limitAt)).toBe(second);
  });
  it('reports the mean of both where their means agree, unrounded, the limit itself among them', () => {
    // Means 10.00 and 10.20: 10.1 reported.
    expect(told(judgeRepeat(oven('9.8', '10.2'), oven('10.0', '10.4'), limitAt))).toEqual([
      'means-agree',
      'near',
      10.1,
      0.2,
    ]);
    expect(told(judgeRepeat(oven('9.8', '10.2'), oven('10.0', '10.402'), limitAt)).slice(0, 2)).toEqual([
      'begin-anew',
      'outside',
    ]);
    // 9.90 and 10.00: 9.95 is rounded up, once.
    expect(told(judgeRepeat(oven('9.7', '10.1'), oven('9.8', '10.2'), limitAt))).toEqual([
      'means-agree',
      'within',
      10,
      0.1,
    ]);
  });
  it('says so of either what was made otherwise', () => {
    const otherwise = judgeRepeat(oven('9.8', '10.2', { sealed: false }), oven('9.9', '10.3'), limitAt);
    expect([told(otherwise).slice(0, 2), otherwise.deviations]).toEqual([
      ['made-otherwise', 'outside'],
      [{ is: 'not-sealed' }],
    ]);
    const both = judgeRepeat(oven('9.8', '10.2', { sealed: false }), oven('9.9', '10.3', { sealed: false }), limitAt);
    expect(both.verdict.next).toBe('made-otherwise');
    const apart = judgeRepeat(oven('9.8', '10.2', { sealed: false }), oven('12', '13'), limitAt);
    expect(told(apart).slice(0, 2)).toEqual(['begin-anew', 'outside']);
  });
  it('is one of two: a third begins anew, and what agreed is repeated by none', () => {
    const nexts = (...results: (ReturnType<typeof oven> | null)[]) =>
      judgeInOrder(
        results.map((result) => ({ result })),
        limitAt,
      ).map(({ result }) => result?.verdict.next ?? null);
    const [apart, far, agree] = [oven('9.8', '10.2'), oven('20', '21'), oven('10', '10')];
    expect(nexts(apart, far, apart, apart)).toEqual([
      'repeat-both-containers',
      'begin-anew',
      'repeat-both-containers',
      'means-agree',
    ]);
    expect(nexts(agree, apart, null, apart)).toEqual([
      'containers-agree',
      'repeat-both-containers',
      null,
      'means-agree',
    ]);
    expect(nexts(apart, agree, apart)).toEqual([
      'repeat-both-containers',
      'containers-agree',
      'repeat-both-containers',
    ]);
  });
});
