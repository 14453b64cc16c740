import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { oneSided } from '../statistics/oneSided.ts';
import { quickAnswer, type QuickAnswer } from './quickAnswer.ts';

/** Second route to the chance: the density of Beta(k + ½, n − k + ½), integrated by Simpson's rule after p = sin²θ, which takes the poles away. */
function chanceBetween(k: number, n: number, from: number, to: number): number {
  const density = (theta: number) => Math.sin(theta) ** (2 * k) * Math.cos(theta) ** (2 * (n - k));
  const integral = (a: number, b: number) => {
    const steps = 4000;
    const h = (b - a) / steps;
    let sum = density(a) + density(b);
    for (let i = 1; i < steps; i += 1) sum += density(a + i * h) * (i % 2 === 0 ? 2 : 4);
    return (sum * h) / 3;
  };
  const angle = (p: number) => Math.asin(Math.sqrt(p));
  return integral(angle(from), angle(to)) / integral(0, Math.PI / 2);
}

const limits = ({ interval }: QuickAnswer) => [interval.lower, interval.upper].map((one) => Math.round(100 * one));

describe('a quick answer', () => {
  // Source: exact binomial limits as printed in most tables: 10 of 20 is 27–73 %, 7 of 10 is 35–93 % (from memory; Clopper & Pearson 1934).
  it('says how wide a small test is, and what double sowing may really have to be', () => {
    const ten = quickAnswer({ sprouted: 10, seeds: 20 });
    expect(limits(ten)).toEqual([27, 73]);
    expect([ten.sowTimes?.least?.toFixed(1), ten.sowTimes?.best, ten.sowTimes?.most?.toFixed(1)]).toEqual([
      '1.4',
      2,
      '3.7',
    ]);
    expect(limits(quickAnswer({ sprouted: 7, seeds: 10 }))).toEqual([35, 93]);
  });
  it('gives each school its band and its chance to be wrong, as an integral of its own', () => {
    const bands = { quarters: [0, 0.375, 0.625, 1], seventy: [0, 0.5, 0.7, 1] } as const;
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 60 }).chain((n) => fc.tuple(fc.integer({ min: 0, max: n }), fc.constant(n))),
        ([k, n]) => {
          for (const school of quickAnswer({ sprouted: k, seeds: n }).schools) {
            if (school.id === 'standard') continue;
            const edges = bands[school.id];
            const i = edges.findLastIndex((edge, at) => at < 3 && k / n >= edge);
            expect(school.chanceWrong).toBeCloseTo(1 - chanceBetween(k, n, edges[i] ?? 0, edges[i + 1] ?? 1), 6);
          }
        },
      ),
      { numRuns: 40 },
    );
  });
  it('takes the kind’s own standard as a third school', () => {
    // Source: 7 CFR 201.31, carrot 55 % (from memory).
    expect(quickAnswer({ sprouted: 9, seeds: 20 }, 55).schools.at(-1)).toMatchObject({
      id: 'standard',
      advice: 'below-standard',
    });
    expect(quickAnswer({ sprouted: 12, seeds: 20 }, 55).schools.at(-1)?.advice).toBe('up-to-standard');
  });
  it('few seeds all sprouting is not all alive, and none sprouting is not all dead', () => {
    // Source: 0.05^(1/10) = 74.1 %, 1 − 0.05^(1/10) = 25.9 %, the one-sided limits (any textbook).
    expect([oneSided(10), 1 - oneSided(10)].map((one) => Math.round(100 * one))).toEqual([26, 74]);
    expect(quickAnswer({ sprouted: 0, seeds: 10 })).toMatchObject({
      sowTimes: { best: null, most: null },
      speaks: 'all',
    });
  });
  it.each([
    [11, 10, 'sprouted'],
    [-1, 10, 'sprouted'],
    [1, 0, 'seeds'],
    [1, 2.5, 'seeds'],
  ])('refuses %s of %s by name', (k, n, name) => {
    expect(() => quickAnswer({ sprouted: k, seeds: n })).toThrow(new RegExp(`^${name}: argument`));
  });
});
