import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  circleInside,
  fits,
  oneTry,
  passChance,
  type Screen,
  screenShare,
  type Size,
  sticks,
  triangleCaliper,
} from './screen.ts';

const size = (lengthMm: number, widthMm: number, thicknessMm: number): Size => ({ lengthMm, widthMm, thicknessMm });
const ROUND: Screen = { shape: 'round', holeMm: 2 };
const SLOT: Screen = { shape: 'slot', holeMm: 2, lengthMm: 12 };
const SQUARE: Screen = { shape: 'mesh', holeMm: 2, lengthMm: 2, wireMm: 0.5 };
const OBLONG: Screen = { shape: 'mesh', holeMm: 1, lengthMm: 5, wireMm: 0.5 };
const TRIANGLE: Screen = { shape: 'triangle', holeMm: 2 };

describe('what goes through a hole', () => {
  it.each([
    ['a round hole, by width', ROUND, size(9, 1.999, 1), size(3, 2, 1)],
    ['a slot, by thickness', SLOT, size(11, 5, 1.999), size(11, 5, 2)],
    ['a slot, by its length', SLOT, size(11.99, 5, 1), size(12, 5, 1)],
    ['a square, by the mean of both', SQUARE, size(4, 1.999, 1.999), size(4, 2, 2)],
    ['an oblong mesh, on edge', OBLONG, size(4.9, 3, 0.999), size(4.9, 3, 1)],
    ['an oblong mesh, by its length', OBLONG, size(4.99, 3, 0.5), size(5, 3, 0.5)],
    ['a triangle, a round seed by the circle inside', TRIANGLE, size(3, 1.999, 1.999), size(3, 2, 2)],
  ])('%s', (_, screen, through, held) => {
    expect([fits(screen, through), fits(screen, held)]).toEqual([true, false]);
    expect(oneTry(screen, held, 0.4)).toBe(0);
    expect(oneTry(screen, through, 0.4)).toBeGreaterThan(0);
  });

  it('lets a flat seed through a triangle at the best of all turns', () => {
    // Source: brute force over a third of a turn, by steps of a hundredth of a degree.
    fc.assert(
      fc.property(
        fc.double({ min: 0.2, max: 8, noNaN: true }),
        fc.double({ min: 0.05, max: 1, noNaN: true }),
        (w, flat) => {
          const t = w * flat;
          let best = Infinity;
          for (let turn = 0; turn < 120; turn += 0.01) {
            const around = [0, 120, 240].reduce((sum, k) => {
              const a = ((turn + k) * Math.PI) / 180;
              return sum + Math.hypot(w * Math.cos(a), t * Math.sin(a));
            }, 0);
            best = Math.min(best, around / 3);
          }
          expect(triangleCaliper(size(9, w, t))).toBeCloseTo(best, 7);
        },
      ),
      { numRuns: 30 },
    );
    // The side of a triangle is √3 of the circle inside: from memory of plane geometry.
    expect(circleInside(3.57)).toBeCloseTo(2.0611, 4);
  });
});

it('passes at one try what the free area around the seed allows', () => {
  // Worked by hand: 0.4 × (1 − 1/2)²; a fifth of it where the seed is longer than two holes.
  expect(oneTry(ROUND, size(4, 1, 0.5), 0.4)).toBeCloseTo(0.1, 12);
  expect(oneTry(ROUND, size(4.001, 1, 0.5), 0.4)).toBeCloseTo(0.02, 12);
  // 0.4 × (1 − 0.5/2) × (1 − 3/12); ((2 − 1) / 2.5)²; 0.4 × (1 − 0.5/1) × (1 − 1/5); 0.4 × (1 − 1/2)².
  expect(oneTry(SLOT, size(3, 1, 0.5), 0.4)).toBeCloseTo(0.225, 12);
  expect(oneTry(SQUARE, size(3, 1, 1), 0.4)).toBeCloseTo(0.16, 12);
  expect(oneTry(OBLONG, size(1, 0.8, 0.5), 0.4)).toBeCloseTo(0.16, 12);
  expect(oneTry(TRIANGLE, size(3, 1, 1), 0.4)).toBeCloseTo(0.1, 12);
  // 1 − 0.9² with two tries; half of it at the usual load.
  const twice = { tries: 2, openArea: 0.4, load: 0 };
  expect(passChance(ROUND, size(4, 1, 0.5), twice)).toBeCloseTo(0.19, 12);
  expect(passChance(ROUND, size(4, 1, 0.5), { ...twice, load: 1 })).toBeCloseTo(0.095, 12);
});

it('calls what is nearly as wide as the hole what sticks, at both borders', () => {
  const wide = (w: number) => sticks(ROUND, size(4, w, 1));
  expect([1.899, 1.9, 2.1, 2.101].map(wide)).toEqual([false, true, true, false]);
});

it('shares sizes as a normal distribution does', () => {
  // Source: R 4.2.2 pnorm((1.59 - 2.0) / 0.25): dill loses about 5 % on a hole of 1/16 inch.
  expect(screenShare(2, 0.25, 1.59).passesPercent).toBeCloseTo(5.05026, 4);
  const { passesPercent, heldPercent } = screenShare(3, 0.25, 3);
  expect([passesPercent, heldPercent]).toEqual([50, 50]);
  for (const [mean, sd, hole, field] of [
    [0, 1, 1, 'meanMm'],
    [1, 0, 1, 'sdMm'],
    [1, 1, 0, 'openingMm'],
  ] as const)
    expect(() => screenShare(mean, sd, hole)).toThrow(field);
});
