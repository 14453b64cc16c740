import { describe, expect, it } from 'vitest';
import { normalChance } from '../statistics/normalDistribution.ts';
import { contentOf } from '../testing/books.ts';
import { type Particle, readShedFigures } from './figures.ts';
import type { Screen } from './screen.ts';
import { drift, fitMachine, triedPasses, tryPasses } from './simulate.ts';
import type { TrialResult, TrialTask, TriedPass } from './trialTask.ts';

const { particles } = readShedFigures(contentOf('shed'));
const of = (name: string): Particle => {
  const found = particles.find((one) => one.name === name);
  if (!found) throw new Error(name);
  return found;
};
const feed = (...parts: readonly (readonly [name: string, percent: number, wanted?: boolean])[]) =>
  parts.map(([name, massPercent, wanted = false]) => ({ particle: of(name), massPercent, wanted }));
const ENOUGH = { tries: 100, openArea: 0.4, load: 0 };
/** So many tries that whatever fits goes through. */
const FOR_EVER = { tries: 10_000_000, openArea: 0.9, load: 0 };
const screen = (of: Screen, keep: 'over' | 'through', feeding = ENOUGH): TriedPass => ({
  by: 'screen',
  screen: of,
  feeding,
  keep,
});
const round = (holeMm: number): Screen => ({ shape: 'round', holeMm });
const slot = (holeMm: number): Screen => ({ shape: 'slot', holeMm, lengthMm: 20 });
const air = (speedMS: number, factor = 1): TriedPass => ({ by: 'air', speedMS, where: 'column', factor });
const run = (task: Partial<TrialTask> & Pick<TrialTask, 'feed' | 'passes'>): TrialResult =>
  triedPasses({ each: 4000, seed: 11, rounds: 0, ...task });
/** Mean and sd of a value's logarithm, from its own. */
const logOf = (mean: number, sd: number) => {
  const s = Math.sqrt(Math.log(1 + (sd / mean) ** 2));
  return { mu: Math.log(mean) - s ** 2 / 2, s };
};

describe('a trial of passes', () => {
  it('passes, in the end, what is narrower than the hole', () => {
    // Source: closed form of a lognormal size, Φ((ln D − μ) / σ); R 4.2.2 plnorm. By number.
    for (const [name, hole] of [
      ['red clover', 1.45],
      ['wild mustard', 1.5],
      ['sweet pepper', 3.4],
    ] as const) {
      const { size, sizeSd } = of(name);
      const { mu, s } = logOf(size.widthMm, sizeSd.widthMm);
      const { passes } = run({
        feed: feed([name, 100, true]),
        passes: [screen(round(hole), 'through', FOR_EVER)],
        each: 20_000,
      });
      const p = normalChance((Math.log(hole) - mu) / s);
      expect(Math.abs((passes[0]?.byNumber[0] ?? 0) - p)).toBeLessThan(4 * Math.sqrt((p * (1 - p)) / 20_000));
    }
  });

  it('gives the same answer to the same number, and about the same to another', () => {
    const task = { feed: feed(['red clover', 97, true], ['field dodder', 3]), passes: [screen(round(1.5), 'over')] };
    expect(run(task)).toEqual(run(task));
    const other = run({ ...task, seed: 12 });
    expect(other).not.toEqual(run(task));
    expect(other.purityPercent.estimate).toBeCloseTo(run(task).purityPercent.estimate, 0);
  });

  it('keeps its books: recovery is yield × purity out / purity in, whatever is tried', () => {
    const passes: TriedPass[] = [
      screen(round(5.5), 'through'),
      screen(slot(2), 'over'),
      air(5.5),
      { by: 'indent', pocketMm: 5, keep: 'left' },
      { by: 'table', lightGate: 0.3, heavyGate: 0.6 },
      { by: 'shares', keptPercent: [99, 40, 70] },
    ];
    const result = run({ feed: feed(['wheat', 85, true], ['shrivelled wheat', 10], ['wild oat, no awn', 5]), passes });
    const { purityBeforePercent, yieldPercent, purityPercent, recoveryPercent } = result;
    expect(purityBeforePercent).toBeCloseTo(85, 9);
    expect(recoveryPercent.estimate).toBeCloseTo(
      (yieldPercent.estimate * purityPercent.estimate) / purityBeforePercent,
      9,
    );
    // Each pass keeps a share of what came to it; what is kept in all is their product.
    const product = result.passes.reduce((sum, one) => sum * (one.keptShares[0] ?? 0), 1);
    expect(100 * product).toBeCloseTo(recoveryPercent.estimate, 6);
    expect(result.passes.at(-1)?.keptPercent).toBeCloseTo(yieldPercent.estimate, 12);
  });

  it('brings what it is told of parts to a hundred', () => {
    const passes = [screen(slot(2), 'over')];
    expect(run({ feed: feed(['wheat', 9, true], ['shrivelled wheat', 1]), passes }).purityPercent).toEqual(
      run({ feed: feed(['wheat', 90, true], ['shrivelled wheat', 10]), passes }).purityPercent,
    );
  });

  it('finds what is known of cleaning', () => {
    // Source: rules of the simulator, plausibility (from memory). Dodder and clover overlap: no screen parts them.
    for (const hole of [1.27, 1.41, 1.59, 1.69, 1.81]) {
      const { purityPercent, recoveryPercent } = run({
        feed: feed(['red clover', 99, true], ['field dodder', 1]),
        passes: [screen(round(hole), 'over')],
      });
      expect(purityPercent.estimate > 99.95 && recoveryPercent.estimate > 99.9).toBe(false);
    }
    // Shrivelled wheat falls about half through a slot of 2 mm, sound wheat hardly at all.
    const thin = run({
      feed: feed(['wheat', 90, true], ['shrivelled wheat', 10]),
      passes: [screen(slot(2), 'over', FOR_EVER)],
    });
    expect(thin.passes[0]?.byNumber[1]).toBeGreaterThan(0.4);
    expect(thin.passes[0]?.byNumber[1]).toBeLessThan(0.6);
    expect(thin.passes[0]?.keptShares[0]).toBeGreaterThan(0.999);
    // Chaff is blown off a cereal before any grain is.
    const blown = run({ feed: feed(['wheat', 90, true], ['cereal chaff', 10]), passes: [air(4)] });
    expect(blown.passes[0]?.keptShares[1]).toBeLessThan(0.01);
    expect(blown.passes[0]?.keptShares[0]).toBeGreaterThan(0.999);
  });

  it('lifts half of what the air just carries, and spreads wider before a fan', () => {
    const even: Particle = {
      ...of('wheat'),
      sizeSd: { lengthMm: 1e-6, widthMm: 1e-6, thicknessMm: 1e-6 },
      velocity: { mS: 8, sd: 0.1 },
    };
    const kept = (pass: TriedPass) =>
      run({ feed: [{ particle: even, massPercent: 100, wanted: true }], passes: [pass] }).yieldPercent.estimate;
    expect(kept(air(8))).toBeCloseTo(50, 6);
    expect(kept(air(4, 2))).toBeCloseTo(50, 6);
    // Source: Φ(ln(8/7) / s) with s of 0.12 and 0.25; R 4.2.2 pnorm.
    expect(kept(air(7))).toBeCloseTo(86.7105, 2);
    expect(kept({ by: 'air', speedMS: 7, where: 'fan', factor: 1 })).toBeCloseTo(70.3367, 2);
    // In the middle of the deck, between even gates, half leaves heavy and half light.
    expect(kept({ by: 'table', lightGate: 0.4, heavyGate: 0.6 })).toBeCloseTo(50, 6);
    expect(kept({ by: 'table', lightGate: 0.1, heavyGate: 0.6 })).toBeGreaterThan(99);
    // A pocket as long as the seed lifts half of it.
    expect(kept({ by: 'indent', pocketMm: 6.3, keep: 'lifted' })).toBeCloseTo(50, 3);
    expect(kept({ by: 'indent', pocketMm: 6.3, keep: 'left' })).toBeCloseTo(50, 3);
  });

  it('carries by size and density what nobody measured', () => {
    const unmeasured = { ...of('wheat'), velocity: null };
    const kept = (speed: number) =>
      run({ feed: [{ particle: unmeasured, massPercent: 100, wanted: true }], passes: [air(speed)] }).yieldPercent
        .estimate;
    expect(kept(4)).toBeGreaterThan(99.9);
    expect(kept(20)).toBeLessThan(0.1);
  });

  it('says how far its figures are to be trusted, and knows how far it is', () => {
    const task: TrialTask = {
      feed: feed(['red clover', 97, true], ['field dodder', 3]),
      passes: [screen(round(1.5), 'over'), air(4)],
      each: 1000,
      seed: 3,
      rounds: 60,
    };
    const steps: number[] = [];
    const running = tryPasses(task);
    let step = running.next();
    for (; !step.done; step = running.next()) steps.push(step.value);
    const { purityPercent, recoveryPercent } = step.value;
    expect(steps[0]).toBe(0);
    expect(steps.at(-1)).toBeCloseTo(1, 12);
    expect(steps).toEqual([...steps].sort((a, b) => a - b));
    for (const one of [purityPercent, recoveryPercent]) {
      expect(one.low).toBeLessThan(one.estimate);
      expect(one.high).toBeGreaterThan(one.estimate);
    }
    // Dill's figures are less sure than clover's: its range is the wider.
    const width = (name: string, hole: number) => {
      const { low, high } = run({
        feed: feed([name, 100, true]),
        passes: [screen(round(hole), 'over')],
        rounds: 100,
      }).recoveryPercent;
      return (high ?? 0) - (low ?? 0);
    };
    expect(width('dill', 2.1)).toBeGreaterThan(width('wheat', 3.4) * 0.5);
  });
});

it('learns of a machine from what it left', () => {
  const task: TrialTask = {
    feed: feed(['red clover', 95, true], ['field dodder', 5]),
    passes: [air(4)],
    each: 1000,
    seed: 5,
    rounds: 0,
  };
  const left = triedPasses({ ...task, passes: [air(4, 1.2)] }).yieldPercent.estimate;
  expect(fitMachine(task, (factor) => air(4, factor), left, [0.3, 3])).toBeCloseTo(1.2, 6);
  const over = (tries: number) => screen(round(1.5), 'over', { ...ENOUGH, tries });
  const held = triedPasses({ ...task, passes: [over(60)] }).yieldPercent.estimate;
  expect(fitMachine(task, over, held, [1, 1000])).toBeCloseTo(60, 4);
  // No air of this machine would leave so little.
  expect(fitMachine(task, (factor) => air(0.1, factor), 50, [0.3, 3])).toBeNull();
});

it('drifts in wind for as long as it falls', () => {
  // 0.6 m in 3 m/s of wind, carried by 6 m/s: 0.3 m.
  expect(drift(0.6, 3, 6)).toBeCloseTo(0.3, 12);
});

it('refuses a trial that cannot be, by the name of the figure', () => {
  const wheat = feed(['wheat', 100, true]);
  const pass = screen(slot(2), 'over');
  const bad: readonly (readonly [Partial<TrialTask>, string])[] = [
    [{ feed: [] }, 'feed'],
    [{ feed: feed(['wheat', 100]) }, 'feed'],
    [{ feed: feed(['wheat', 0, true]) }, 'feed.0.massPercent'],
    [{ feed: Array.from({ length: 41 }, () => wheat[0]).flatMap((one) => one ?? []) }, 'feed'],
    [{ passes: [] }, 'passes'],
    [{ passes: Array.from({ length: 61 }, () => pass) }, 'passes'],
    [{ each: 99 }, 'each'],
    [{ each: 20_001 }, 'each'],
    [{ seed: 0 }, 'seed'],
    [{ rounds: 401 }, 'rounds'],
    [{ passes: [screen(slot(0), 'over')] }, 'passes.0.screen.holeMm'],
    [{ passes: [screen(slot(2), 'over', { ...ENOUGH, tries: 0 })] }, 'passes.0.feeding.tries'],
    [{ passes: [screen(slot(2), 'over', { ...ENOUGH, openArea: 0 })] }, 'passes.0.feeding.openArea'],
    [{ passes: [screen(slot(2), 'over', { ...ENOUGH, load: -1 })] }, 'passes.0.feeding.load'],
    [{ passes: [air(0)] }, 'passes.0.speedMS'],
    [{ passes: [air(5, 0)] }, 'passes.0.factor'],
    [{ passes: [{ by: 'table', lightGate: 0.6, heavyGate: 0.5 }] }, 'passes.0.heavyGate'],
    [{ passes: [{ by: 'indent', pocketMm: 0, keep: 'left' }] }, 'passes.0.pocketMm'],
    [{ passes: [{ by: 'shares', keptPercent: [] }] }, 'passes.0.keptPercent'],
    [{ passes: [{ by: 'shares', keptPercent: [101] }] }, 'passes.0.keptPercent.0'],
  ];
  for (const [change, field] of bad)
    expect(() => run({ feed: wheat, passes: [pass], ...change }), field).toThrow(new RegExp(`^${field}:`));
});
