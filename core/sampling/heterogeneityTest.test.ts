import chiSquareCdf from '@stdlib/stats-base-dists-chisquare-cdf';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { AOSA, ISTA } from '../testing/books.ts';
import { acceptanceCurve } from './acceptanceCurve.ts';
import { criticalH } from './heterogeneity.ts';
import { heterogeneityPower, type PowerTask } from './heterogeneityPower.ts';
import { allowanceFor, judgeHeterogeneity } from './judgeHeterogeneity.ts';

const run = (task: PowerTask) => {
  const work = heterogeneityPower(task);
  for (;;) {
    const step = work.next();
    if (step.done) return step.value;
  }
};

describe('the heterogeneity test', () => {
  // Source: ISTA, critical ranges R, germination, average 90: 15 for 5 to 9 containers, 17 for 10 to 19 (from memory).
  it('judges H and R, each with its row', () => {
    const task = { attribute: 'germination', chaffy: false, seedsEach: 100 } as const;
    const even = judgeHeterogeneity(ISTA, { ...task, values: [90, 91, 89, 92, 88, 90, 91, 89] });
    expect(even).toMatchObject({
      outcome: 'within',
      h: { outcome: 'within' },
      r: { measured: 4, limit: 15, outcome: 'within' },
    });
    const odd = judgeHeterogeneity(ISTA, { ...task, values: [97, 95, 96, 70, 94, 96, 95, 77] });
    expect(odd).toMatchObject({
      outcome: 'outside',
      h: { outcome: 'outside' },
      r: { measured: 27, limit: 15, outcome: 'outside' },
    });
    expect(odd.r.rule).toMatchObject({ row: 'average 90' });
    expect(odd.h.rule).toMatchObject({ book: 'ista', edition: ISTA.name });
    const ten = judgeHeterogeneity(ISTA, { ...task, values: [97, 95, 96, 70, 94, 96, 95, 77, 90, 90] });
    expect(ten.r.limit).toBe(17);
    // The average of 10 % reads the row of 91 %: 14.
    expect(judgeHeterogeneity(ISTA, { ...task, values: [10, 11, 9, 10, 10] }).r.limit).toBe(14);
  });
  it('an average near its end is not evaluated; counts and books without a table are evaluated by H alone', () => {
    expect(
      judgeHeterogeneity(ISTA, {
        attribute: 'purity',
        chaffy: false,
        seedsEach: 1000,
        values: [99.9, 99.9, 99.8, 100, 99.9],
      }).outcome,
    ).toBe('not-judged');
    const counts = { attribute: 'other-seeds', chaffy: false, seedsEach: 10_000, values: [3, 4, 5, 30, 4] } as const;
    expect(judgeHeterogeneity(ISTA, counts)).toMatchObject({
      outcome: 'outside',
      r: { outcome: 'not-judged', limit: null },
    });
    expect(judgeHeterogeneity(AOSA, { ...counts, values: [3, 4, 5, 3, 4] })).toMatchObject({
      outcome: 'within',
      h: { rule: null },
    });
    expect(() => judgeHeterogeneity(ISTA, { ...counts, values: [1, 2, 3, 4] })).toThrow('values: argument.so-many 5');
  });
  // Source: ISTA, heterogeneity testing, f by attribute and kind of seed (from memory).
  it.each([
    ['purity', false, 1.1],
    ['purity', true, 1.2],
    ['germination', false, 1.1],
    ['germination', true, 1.2],
    ['other-seeds', false, 1.4],
    ['other-seeds', true, 2.2],
  ] as const)('%s, chaffy %s: allowance %d', (attribute, chaffy, f) => {
    expect(allowanceFor(attribute, chaffy)).toBe(f);
  });
  // Source: ISTA, averages that are not judged (from memory), both sides of every border.
  it.each([
    ['purity', 99.8, true],
    ['purity', 99.81, false],
    ['purity', 0.2, true],
    ['purity', 0.19, false],
    ['germination', 99, true],
    ['germination', 99.2, false],
    ['germination', 1, true],
    ['germination', 0.8, false],
    ['other-seeds', 2, true],
    ['other-seeds', 1, false],
  ] as const)('%s with an average of %d is judged: %s', (attribute, average, judged) => {
    const task = { attribute, chaffy: false, seedsEach: 1000, values: new Array<number>(8).fill(average) };
    const { h, r, outcome } = judgeHeterogeneity(ISTA, task);
    expect([h.next, outcome]).toEqual(
      judged ? ['spread-as-uniform', 'within'] : ['spread-cannot-be-judged', 'not-judged'],
    );
    const nextOfR = attribute === 'other-seeds' ? 'no-largest-range' : 'range-as-uniform';
    expect(r).toMatchObject({
      next: judged ? nextOfR : 'range-cannot-be-judged',
      unit: attribute === 'other-seeds' ? 'seeds' : '%',
    });
  });
  it('nothing counted anywhere is not evaluated, and no H stands in the slip', () => {
    const { h } = judgeHeterogeneity(ISTA, {
      attribute: 'germination',
      chaffy: false,
      seedsEach: 100,
      values: [100, 100, 100, 100, 100],
    });
    expect(h).toMatchObject({ measured: null, outcome: 'not-judged', next: 'spread-cannot-be-judged' });
  });
  // By hand: W = 90 × 10 / 100 = 9 and 1.959964 × 3 = 5.88; counts: W is the mean, 12 × 1.96 = 23.52; ends at 0 and 100 %.
  it.each([
    ['germination', 90, 84.120108, 95.879892],
    ['germination', 98, 95.256, 100],
    ['germination', 2, 0, 4.744],
    ['other-seeds', 144, 120.480432, 167.519568],
    ['other-seeds', 2, 0, 4.7718],
  ] as const)('%s %d: nineteen in twenty containers lie from %d to %d', (attribute, mean, low, high) => {
    const task = { attribute, chaffy: false, seedsEach: 100, values: new Array<number>(6).fill(mean) };
    const { expected } = judgeHeterogeneity(ISTA, task);
    expect(expected.mean).toBeCloseTo(mean, 9);
    expect(expected.low).toBeCloseTo(low, 3);
    expect(expected.high).toBeCloseTo(high, 3);
  });
  // Source: ISTA, critical ranges R (from memory): germination 90: 15, 17 and 18; purity 99.5: 1.1, 96.5: 2.8 and 96: 3.0, 90: 4.6.
  it('R: both sides of a limit, and every border between the columns', () => {
    const task = { attribute: 'germination', chaffy: true, seedsEach: 100 } as const;
    const near = judgeHeterogeneity(ISTA, { ...task, values: [83, 98, 90, 89, 90] });
    expect(near.r).toMatchObject({ measured: 15, limit: 15, next: 'range-as-uniform', unit: '%' });
    expect(near.r.outcome).not.toBe('outside');
    expect(near.r.steps).toEqual([
      { label: 'highest less lowest container, R', expression: '98 − 83', result: '15' },
      { label: 'largest allowed for 5 containers at 90 %', result: '15', unit: '%' },
    ]);
    const over = judgeHeterogeneity(ISTA, { ...task, values: [82, 98, 90, 90, 90] });
    expect(over.r).toMatchObject({ measured: 16, outcome: 'outside', next: 'range-not-uniform' });
    const limitFor = (containers: number) =>
      judgeHeterogeneity(ISTA, { ...task, values: new Array<number>(containers).fill(90) }).r.limit;
    expect([9, 10, 19, 20, 21].map(limitFor)).toEqual([15, 17, 17, 18, 18]);
  });
  it('R: reads the nearest printed average, half-way the stricter, below half what is missing', () => {
    const limitAt = (attribute: 'purity' | 'germination', values: number[], book = ISTA) =>
      judgeHeterogeneity(book, { attribute, chaffy: false, seedsEach: 1000, values }).r.limit;
    const all = (value: number) => new Array<number>(6).fill(value);
    expect(limitAt('purity', all(99.5))).toBe(1.1);
    expect(limitAt('purity', all(96.25))).toBe(2.8);
    expect(limitAt('purity', all(96.2))).toBe(3);
    expect(limitAt('purity', all(10))).toBe(4.6);
    // 10.5 % reads as 11, and 101 − 11 = 90.
    expect(limitAt('germination', [10, 11, 10, 11, 10, 11])).toBe(15);
    const upsideDown = {
      ...ISTA,
      containerRanges: { ...ISTA.containerRanges, purity: [...ISTA.containerRanges.purity].reverse() },
    };
    fc.assert(
      fc.property(fc.integer({ min: 10, max: 4990 }), (average) => {
        expect(limitAt('purity', all(average / 50), upsideDown)).toBe(limitAt('purity', all(average / 50)));
      }),
    );
  });
  it('H says what it asks for', () => {
    const task = { attribute: 'germination', chaffy: false, seedsEach: 100 } as const;
    expect(judgeHeterogeneity(ISTA, { ...task, values: [97, 95, 96, 70, 94, 96, 95, 77] }).h.next).toBe(
      'spread-not-uniform',
    );
    const even = judgeHeterogeneity(ISTA, { ...task, values: [90, 91, 89, 92, 88, 90, 91, 89] }).h;
    expect(even).toMatchObject({ measured: 0, next: 'spread-as-uniform' });
    // By hand: mean 90, V = 12 / 7, W = 9, H = 0.1905 − 1.1; χ²(0.99; 7) = 18.4753 (printed tables), 1.1 × (18.4753 / 7 − 1) = 1.8033.
    expect(even.steps).toEqual([
      { label: 'mean of 8 containers', result: '90' },
      { label: 'variance between containers, V', result: '1.7143' },
      expect.objectContaining({ label: 'variance by chance, W', result: '9' }),
      { label: 'H', expression: '1.7143 / 9 − 1.1', result: '-0.90952' },
      {
        label: 'a uniform lot exceeds once in 100',
        expression: '1.1 × (χ²(0.99; 7) / 7 − 1)',
        result: '1.8033',
      },
    ]);
  });
  // Law: neither verdict depends on the order of the containers.
  it('does not depend on the order of the containers', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 40, max: 98 }), { minLength: 5, maxLength: 25 }), (values) => {
        const task = { attribute: 'germination', chaffy: true, seedsEach: 100 } as const;
        const [a, b] = [values, [...values].sort()].map((one) => judgeHeterogeneity(ISTA, { ...task, values: one }));
        expect(b?.outcome).toBe(a?.outcome);
        expect(b?.r.measured).toBe(a?.r.measured);
      }),
    );
  });
});

describe('what the test could have found', () => {
  /*
   * Normal theory: with many seeds V is (W + σ² (1 − 1/n)) χ²(N − 1) / (N − 1), and H > critical means V / W > f χ²₀.₉₉ / (N − 1);
   * so power = P(χ² > (critical + f)(N − 1) W / (W + σ² (1 − 1/n))). The χ² distribution is @stdlib's.
   */
  it.each([
    ['percents', 90, 1000, 1.1],
    ['percents', 60, 1000, 1.2],
    ['counts', 80, 0, 1.4],
  ] as const)('agrees with normal theory: %s at %d', (kind, mean, n, f) => {
    const N = 15;
    const W = kind === 'percents' ? (mean * (100 - mean)) / n : mean;
    const spreads = [0, 0.5, 1, 1.5, 2.5].map((one) => one * Math.sqrt(W));
    const runs = 4000;
    const points = run({ kind, containers: N, seedsEach: Math.max(1, n), f, mean, spreads, runs, seed: 20_261 });
    for (const { spread, found } of points) {
      const variance = W + spread ** 2 * (kind === 'percents' ? 1 - 1 / n : 1);
      const theory = 1 - chiSquareCdf(((criticalH(N, f) + f) * (N - 1) * W) / variance, N - 1);
      // Three standard errors of the simulation, and 0.02 for what is not normal (the mean varies in W, the beta is skewed).
      expect(Math.abs(found - theory), `${spread}: ${found}, ${theory}`).toBeLessThan(
        0.02 + 3 * Math.sqrt((theory * (1 - theory)) / runs),
      );
    }
    expect(points[0]?.found).toBeLessThan(0.02);
  });
  it('gives the same answer for the same seed, tells how far it is, and refuses what cannot be', () => {
    const task: PowerTask = {
      kind: 'percents',
      containers: 8,
      seedsEach: 100,
      f: 1.1,
      mean: 85,
      spreads: [0, 5],
      runs: 50,
      seed: 7,
    };
    expect(run(task)).toEqual(run(task));
    expect([...heterogeneityPower(task)].at(-1)).toBe(1);
    expect([...heterogeneityPower(task)]).toHaveLength(100);
    for (const [change, message] of [
      [{ mean: 100 }, 'mean: argument.between 0 100'],
      [{ spreads: [60] }, 'spreads: argument.spread-too-large'],
      [{ mean: 0 }, 'mean: argument.between 0 100 0'],
      [{ spreads: [-1] }, 'spreads: argument.spread-too-large'],
      // With an average of 50 % the containers can part by 50 at most, half of them at 0 and half at 100.
      [{ mean: 50, spreads: [50] }, 'spreads: argument.spread-too-large 50 50'],
      [{ runs: 0 }, 'runs: argument.whole'],
      [{ containers: 1 }, 'containers: argument.whole'],
      [{ seedsEach: 0 }, 'seedsEach: argument.whole'],
      [{ kind: 'counts', mean: 0 }, 'mean: argument.above 0 0'],
      [{ kind: 'counts', mean: 1e6 }, 'mean: argument.above 0 1000000'],
      [{ kind: 'counts', spreads: [Number.NaN] }, 'spreads: argument.spread-too-large'],
    ] as const)
      expect(() => run({ ...task, ...change })).toThrow(message);
    // The other side of those borders.
    for (const change of [
      { mean: 50, spreads: [49.9] },
      { kind: 'counts', mean: 150, seedsEach: 0 },
      { kind: 'counts', mean: 1, spreads: [20] },
    ] as const)
      expect(run({ ...task, ...change, runs: 5 })).toHaveLength(change.spreads?.length ?? 2);
  });
});

describe('the acceptance curve', () => {
  // Definition: it starts at certainty, never rises, and has its marked heights at the marked shares.
  it('falls from certainty through its marks', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('binomial' as const, 'poisson' as const, 'pools' as const),
        fc.integer({ min: 10, max: 2000 }),
        fc.integer({ min: 0, max: 8 }),
        (kind, n, c) => {
          const { points, marks } = acceptanceCurve(
            kind === 'pools' ? { kind, pools: n, poolSize: 30, c } : { kind, n, c },
            40,
          );
          expect(points[0]).toEqual({ share: 0, accepted: 1 });
          points.slice(1).forEach((one, i) => {
            expect(one.accepted).toBeLessThanOrEqual((points[i]?.accepted ?? 0) + 1e-9);
          });
          for (const mark of marks) {
            const next = points.findIndex((one) => one.share >= mark.share);
            expect(points[next]?.accepted ?? 0).toBeLessThanOrEqual(mark.accepted + 1e-6);
            expect(points[next - 1]?.accepted ?? 1).toBeGreaterThanOrEqual(mark.accepted - 1e-6);
          }
        },
      ),
    );
  });
  // By hand: 10 seeds with 6 allowed, as counts: even at a share of 1 the mean is 10, and ppois(6, 10) = 0.130 (R 4.2.2, from memory).
  it('leaves out a chance that no share passes with', () => {
    const { marks, points } = acceptanceCurve({ kind: 'poisson', n: 10, c: 6 }, 10);
    expect(marks.map((one) => one.accepted)).toEqual([0.95, 0.5]);
    expect(points.at(-1)).toMatchObject({ share: 1 });
    expect(points.at(-1)?.accepted).toBeCloseTo(0.13, 3);
  });
  it('refuses a plan that accepts everything', () => {
    expect(() => acceptanceCurve({ kind: 'binomial', n: 10, c: 10 }, 10)).toThrow('c: argument.accepts-every-lot');
    expect(() => acceptanceCurve({ kind: 'pools', pools: 10, poolSize: 0, c: 1 }, 10)).toThrow('poolSize');
  });
});
