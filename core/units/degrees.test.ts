import fc from 'fast-check';
import { expect, it } from 'vitest';
import { celsiusOf, degreesIn } from './degrees.ts';
import { typedDegrees } from './typed.ts';

// Source: the definition of the two scales, by their fixed points: water freezes and boils at 32 and 212 °F; both scales meet at −40.
it.each([
  [0, 32],
  [100, 212],
  [-40, -40],
])('%s °C is %s °F', (celsius, fahrenheit) => {
  expect([degreesIn(celsius, 'F'), celsiusOf(fahrenheit, 'F')]).toEqual([fahrenheit, celsius]);
  expect([degreesIn(celsius, 'C'), celsiusOf(celsius, 'C')]).toEqual([celsius, celsius]);
});

// Source: by hand from the definition, °C = (°F − 32) × 5/9.
it.each([
  ['68', 'F', 20],
  ['68', 'C', 68],
  ['68 F', 'C', 20],
  ['68°f', 'C', 20],
  ['20 °C', 'F', 20],
  ['20C', 'F', 20],
  ['-4', 'F', -20],
  ['−4 °F', 'C', -20],
  ['70', 'F', 21.11],
  ['cold', 'C', null],
  ['F', 'C', null],
  ['20 K', 'C', null],
  ['', 'F', null],
] as const)('%s of somebody who thinks in %s is %s °C', (text, unit, celsius) => {
  expect(typedDegrees(text, '.', unit)).toBe(celsius);
});

// Source: the definition and its inverse.
it('a tenth of a degree that is typed is the tenth that is shown again, in either unit', () => {
  fc.assert(
    fc.property(fc.integer({ min: -600, max: 2000 }), fc.constantFrom('C' as const, 'F' as const), (tenths, unit) => {
      const typed = (tenths / 10).toFixed(1);
      expect(Number(degreesIn(typedDegrees(typed, '.', unit) ?? NaN, unit).toFixed(1))).toBeCloseTo(Number(typed), 9);
    }),
  );
});
