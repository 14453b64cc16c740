import fc from 'fast-check';
import { expect, it } from 'vitest';
import { ballMm, sphericityOf, terminalVelocity } from './terminalVelocity.ts';

const ball = (mm: number) => ({ lengthMm: mm, widthMm: mm, thicknessMm: mm });

it('knows a ball, and falls between the laws of slow and of fast spheres', () => {
  expect([sphericityOf(ball(3)), ballMm(ball(3))]).toEqual([1, 3]);
  // Source: Stokes' law, v = g d² (ρ − ρₐ) / 18 μ, holds for dust of 20 µm: Re 0.02 (from memory).
  const dust = terminalVelocity(ball(0.02), 1, 1).terminalVelocityMS;
  const stokes = (9.80665 * 0.02e-3 ** 2 * (1000 - 1.2)) / (18 * 1.81e-5);
  expect(dust / stokes).toBeGreaterThan(0.97);
  expect(dust / stokes).toBeLessThan(1.01);
  // Source: drag of a smooth sphere 0.40 to 0.47 between Re 2 000 and 100 000 (standard drag curve, from memory).
  const marble = terminalVelocity(ball(16), 2.5, 1).terminalVelocityMS;
  const fast = (drag: number) => Math.sqrt((4 * 9.80665 * 0.016 * (2500 - 1.2)) / (3 * 1.2 * drag));
  expect(marble).toBeGreaterThan(fast(0.5));
  expect(marble).toBeLessThan(fast(0.39));
});

it('is carried by faster air the larger, denser and rounder it is', () => {
  const part = fc.record({
    l: fc.double({ min: 0.8, max: 10, noNaN: true }),
    w: fc.double({ min: 0.4, max: 1, noNaN: true }),
    t: fc.double({ min: 0.3, max: 1, noNaN: true }),
    density: fc.double({ min: 0.3, max: 1.4, noNaN: true }),
  });
  fc.assert(
    fc.property(part, ({ l, w, t, density }) => {
      const size = (k: number) => ({ lengthMm: k * l, widthMm: k * w * l, thicknessMm: k * w * l * t });
      const v = terminalVelocity(size(1), density, 0.9).terminalVelocityMS;
      expect(terminalVelocity(size(1.2), density, 0.9).terminalVelocityMS).toBeGreaterThan(v);
      expect(terminalVelocity(size(1), density * 1.2, 0.9).terminalVelocityMS).toBeGreaterThan(v);
      // Half as full is as half as dense.
      expect(terminalVelocity(size(1), density / 2, 0.9).terminalVelocityMS).toBeCloseTo(
        terminalVelocity(size(1), density, 0.45).terminalVelocityMS,
        9,
      );
    }),
    { numRuns: 100 },
  );
});

it('refuses what cannot be, by its name, and lets air carry what is lighter than it', () => {
  expect(terminalVelocity(ball(3), 0.001, 1).terminalVelocityMS).toBe(0);
  expect(terminalVelocity(ball(3), 3, 2).terminalVelocityMS).toBeGreaterThan(0);
  for (const [size, density, shape, field] of [
    [{ ...ball(3), lengthMm: 0 }, 1, 1, 'lengthMm'],
    [{ ...ball(3), thicknessMm: 101 }, 1, 1, 'thicknessMm'],
    [ball(3), 0, 1, 'densityGCm3'],
    [ball(3), 3.01, 1, 'densityGCm3'],
    [ball(3), 1, 0, 'shapeFactor'],
    [ball(3), 1, 2.01, 'shapeFactor'],
  ] as const)
    expect(() => terminalVelocity(size, density, shape)).toThrow(field);
});
