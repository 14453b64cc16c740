import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { dryingForecast, type DryingRun, massAfterDrying, moistureByWeight } from './forecast.ts';

const percent = fc.double({ min: 3, max: 60, noNaN: true });

it('goes there and back by dry matter', () => {
  // Source: by hand, W₂ = W₁ (100 − M₁) / (100 − M₂): 100 kg of 20 % down to 12 % are 8000 / 88 = 90.909 kg.
  expect(massAfterDrying(100, 20, 12)).toBeCloseTo(90.9091, 4);
  fc.assert(
    fc.property(percent, percent, fc.double({ min: 1, max: 1e5, noNaN: true }), (from, to, mass) => {
      expect(moistureByWeight(mass, from, massAfterDrying(mass, from, to))).toBeCloseTo(to, 8);
      expect(massAfterDrying(massAfterDrying(mass, from, to), to, from)).toBeCloseTo(mass, 6);
    }),
  );
  expect(() => moistureByWeight(100, 20, 80)).toThrow('nowG');
  expect(moistureByWeight(100, 20, 80.0001)).toBeCloseTo(0, 3);
  for (const [mass, from, to, field] of [
    [0, 20, 10, 'massG'],
    [1, 0, 10, 'fromPercent'],
    [1, 20, 100, 'toPercent'],
  ] as const)
    expect(() => massAfterDrying(mass, from, to)).toThrow(field);
});

/**
 * Weights of a tray that falls by `rate` an hour towards `rests`.
 * Source: thin-layer drying, W = rests + (W₀ − rests)·e^(−rate·t), Lewis (1921); the hour below by hand from it.
 */
const tray = (first: number, rests: number, rate: number, hours: readonly number[]) =>
  hours.map((t) => ({ hours: t, massG: rests + (first - rests) * Math.exp(-rate * t) }));
const RUN: DryingRun = {
  weighings: tray(1000, massAfterDrying(1000, 25, 9), 0.05, [0, 6, 12, 24, 30]),
  startPercent: 25,
  targetPercent: 12,
  restsAtPercent: null,
};

describe('when it will be dry', () => {
  it('finds the hour of a tray that follows the model, with and without the air', () => {
    const target = massAfterDrying(1000, 25, 12);
    const rests = massAfterDrying(1000, 25, 9);
    const hour = Math.log((1000 - rests) / (target - rests)) / 0.05;
    for (const run of [
      RUN,
      { ...RUN, restsAtPercent: 9 },
      { ...RUN, restsAtPercent: 9, weighings: RUN.weighings.slice(0, 3) },
    ]) {
      const { dryAt, rate, none, restsAtG } = dryingForecast(run);
      expect(none).toBeNull();
      expect(rate).toBeCloseTo(0.05, 4);
      expect(restsAtG).toBeCloseTo(rests, 1);
      expect(dryAt?.hours).toBeCloseTo(hour, 1);
      expect(dryAt?.low).toBeLessThanOrEqual(dryAt?.hours ?? 0);
      expect(dryAt?.high).toBeGreaterThanOrEqual(dryAt?.hours ?? 0);
    }
    // The longer it is watched, the surer it is.
    const width = (many: number) => {
      const { dryAt } = dryingForecast({ ...RUN, restsAtPercent: 9, weighings: RUN.weighings.slice(0, many) });
      return (dryAt?.high ?? Infinity) - (dryAt?.low ?? 0);
    };
    expect(width(5)).toBeLessThan(width(2));
  });

  it('covers the hour that it comes to in nine of ten trays that were weighed roughly', () => {
    const rests = massAfterDrying(1000, 25, 9);
    const hour = Math.log((1000 - rests) / (massAfterDrying(1000, 25, 12) - rests)) / 0.05;
    let covered = 0;
    let noise = 0.37;
    const rough = () => {
      // A chaotic map in place of chance: spread evenly enough over ±1.
      noise = 1 - 1.99 * noise ** 2;
      return noise;
    };
    for (let i = 0; i < 60; i += 1) {
      const weighings = tray(1000, rests, 0.05, [0, 4, 8, 12, 16, 20, 24]).map((one, k) =>
        k === 0 ? one : { ...one, massG: one.massG + 2 * rough() },
      );
      const { dryAt } = dryingForecast({ ...RUN, restsAtPercent: 9, weighings });
      if (dryAt && dryAt.low <= hour && (dryAt.high ?? Infinity) >= hour) covered += 1;
    }
    expect(covered).toBeGreaterThanOrEqual(48);
  });

  it('says why it cannot tell, at each border', () => {
    const none = (change: Partial<DryingRun>) => dryingForecast({ ...RUN, ...change }).none;
    expect(none({ weighings: RUN.weighings.slice(0, 3) })).toBe('needs-weighings');
    expect(none({ weighings: RUN.weighings.slice(0, 4) })).toBeNull();
    expect(none({ restsAtPercent: 9, weighings: RUN.weighings.slice(0, 1) })).toBe('needs-weighings');
    expect(none({ restsAtPercent: 9, weighings: RUN.weighings.slice(0, 2) })).toBeNull();
    expect(none({ restsAtPercent: 12 })).toBe('rests-above-target');
    expect(none({ restsAtPercent: 11.9 })).toBeNull();
    expect(none({ weighings: RUN.weighings.map((one) => ({ ...one, massG: 1000 })) })).toBe('does-not-fall');
    // It falls towards 15 %, and will not come to 12.
    expect(none({ weighings: tray(1000, massAfterDrying(1000, 25, 15), 0.2, [0, 6, 12, 24, 48]) })).toBe(
      'rests-above-target',
    );
  });

  it('goes up where seed is conditioned up, by the same rule', () => {
    const rests = massAfterDrying(1000, 7, 13);
    const run: DryingRun = {
      weighings: tray(1000, rests, 0.08, [0, 3, 6, 12, 18]),
      startPercent: 7,
      targetPercent: 12,
      restsAtPercent: null,
    };
    const target = massAfterDrying(1000, 7, 12);
    const { dryAt, none, done } = dryingForecast(run);
    expect({ none, done }).toEqual({ none: null, done: false });
    expect(dryAt?.hours).toBeCloseTo(Math.log((1000 - rests) / (target - rests)) / 0.08, 1);
    const without = (change: Partial<DryingRun>) => dryingForecast({ ...run, ...change });
    expect(without({ weighings: run.weighings.map((one) => ({ ...one, massG: 1000 })) }).none).toBe('does-not-rise');
    expect(without({ restsAtPercent: 12 }).none).toBe('rests-below-target');
    expect(without({ restsAtPercent: 12.1 }).none).toBeNull();
    expect(without({ weighings: [...run.weighings, { hours: 40, massG: target }] }).done).toBe(true);
    expect(without({ weighings: [...run.weighings, { hours: 40, massG: target - 0.01 }] }).done).toBe(false);
  });

  it('draws its course through the weights, and wider the further it looks', () => {
    const { course, dryAt, massWhenDryG } = dryingForecast(RUN);
    expect(course[0]).toMatchObject({ hours: 0, massG: 1000 });
    expect(course.at(-1)?.hours).toBeGreaterThan(dryAt?.hours ?? Infinity);
    expect(course.at(-1)?.massG).toBeLessThan(massWhenDryG);
    for (const one of course) {
      expect(one.lowG).toBeLessThanOrEqual(one.massG + 1e-6);
      expect(one.highG).toBeGreaterThanOrEqual(one.massG - 1e-6);
    }
    const rough = dryingForecast({
      ...RUN,
      weighings: RUN.weighings.map((one, i) => (i === 0 ? one : { ...one, massG: one.massG + (i % 2 ? 2 : -2) })),
    }).course;
    const width = (one: (typeof rough)[number] | undefined) => (one ? one.highG - one.lowG : 0);
    expect(width(rough.at(-1))).toBeGreaterThan(width(rough[5]));
    expect(dryingForecast({ ...RUN, weighings: RUN.weighings.slice(0, 3) }).course).toEqual([]);
  });

  it('knows when it is done, and what it will weigh then', () => {
    const done = dryingForecast({ ...RUN, weighings: [...RUN.weighings, { hours: 80, massG: 852 }] });
    expect(done).toMatchObject({ done: true, dryAt: null, none: null });
    expect(done.massWhenDryG).toBeCloseTo(852.27, 2);
    expect(dryingForecast({ ...RUN, weighings: [...RUN.weighings, { hours: 80, massG: 852.3 }] }).done).toBe(false);
  });

  it.each<[Partial<DryingRun>, string]>([
    [{ weighings: [] }, 'weighings'],
    [{ targetPercent: 100 }, 'targetPercent'],
    [{ targetPercent: 0 }, 'targetPercent'],
    [{ startPercent: 100 }, 'startPercent'],
    [{ restsAtPercent: 0 }, 'restsAtPercent'],
    [{ weighings: [{ hours: 0, massG: 0 }] }, 'weighings.0.massG'],
    [{ weighings: [{ hours: -1, massG: 1 }] }, 'weighings.0.hours'],
    [
      {
        weighings: [
          { hours: 1, massG: 10 },
          { hours: 1, massG: 9 },
        ],
      },
      'weighings.1.hours',
    ],
    [
      {
        weighings: [
          { hours: 0, massG: 10 },
          { hours: 1, massG: 7.5 },
        ],
      },
      'nowG',
    ],
  ])('refuses %o', (change, field) => {
    expect(() => dryingForecast({ ...RUN, ...change })).toThrow(new RegExp(`^${field}:`));
  });
});
