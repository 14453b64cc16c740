import fc from 'fast-check';
import { expect, test } from 'vitest';
import { mmPerPixel, spreadOf, thicknessEstimate, throughRound } from './scale.ts';

test('a pixel is as long as its mark, sheet or scan says', () => {
  expect(mmPerPixel({ by: 'mark', lengthPx: 400, lengthMm: 20 })).toBe(0.05);
  // ISO 216: A4 is 297 mm long, either way it lies.
  expect(mmPerPixel({ by: 'sheet', widthPx: 2970, heightPx: 2100, longSideMm: 297 })).toBeCloseTo(0.1, 12);
  expect(mmPerPixel({ by: 'sheet', widthPx: 2100, heightPx: 2970, longSideMm: 297 })).toBeCloseTo(0.1, 12);
  expect(mmPerPixel({ by: 'scan', perInch: 600, share: 1 })).toBeCloseTo(25.4 / 600, 12);
  expect(mmPerPixel({ by: 'scan', perInch: 600, share: 0.5 })).toBeCloseTo(25.4 / 300, 12);
  expect(() => mmPerPixel({ by: 'mark', lengthPx: 0, lengthMm: 20 })).toThrow(/lengthPx/);
  expect(() => mmPerPixel({ by: 'mark', lengthPx: 4, lengthMm: 0 })).toThrow(/lengthMm/);
  expect(() => mmPerPixel({ by: 'sheet', widthPx: 4, heightPx: 4, longSideMm: -1 })).toThrow(/longSideMm/);
  expect(() => mmPerPixel({ by: 'scan', perInch: 0, share: 1 })).toThrow(/perInch/);
});

test('a round hole lets through what is narrower, not what is as wide', () => {
  expect(throughRound([1, 2, 3, 4], 3)).toBe(0.5);
  expect(throughRound([1, 2, 3, 4], 4.01)).toBe(1);
  expect(throughRound([], 3)).toBe(0);
});

test('the estimate of thickness gives back the thickness of ellipsoids by their mass', () => {
  fc.assert(
    fc.property(
      fc.array(
        fc.record({
          lengthMm: fc.double({ min: 1, max: 9, noNaN: true }),
          widthMm: fc.double({ min: 1, max: 5, noNaN: true }),
        }),
        { minLength: 1, maxLength: 30 },
      ),
      fc.double({ min: 0.3, max: 4, noNaN: true }),
      (seeds, thick) => {
        // Volume of an ellipsoid: π/6 of its three sizes.
        const massMg = seeds.reduce(
          (sum, one) => sum + (Math.PI / 6) * one.lengthMm * one.widthMm * thick * 1.2 * 0.9,
          0,
        );
        expect(thicknessEstimate(seeds, massMg, 1.2, 0.9)).toBeCloseTo(thick, 8);
      },
    ),
  );
  expect(() => thicknessEstimate([], 0, 1, 1)).toThrow(/massMg/);
});

// R 4.2.2 (from memory): mean, sd and quantile(type = 7) of 1:21 are 11, 6.204837, and 2 and 20 at 5 % and 95 %.
test('sizes are told by mean, deviation and the middle nine in ten', () => {
  const spread = spreadOf(Array.from({ length: 21 }, (_, i) => 21 - i));
  expect(spread).toMatchObject({ mean: 11, low: 2, high: 20 });
  expect(spread?.sd).toBeCloseTo(6.204837, 6);
  expect(spreadOf([1])).toBeNull();
});
