import { expect, it } from 'vitest';
import { desiccantNeeded } from './desiccant.ts';

// Source: by hand, water lost = mass · (M₁ − M₂) / (100 − M₂), over the share that the desiccant takes up.
it('takes up what leaves the dry matter as it was', () => {
  const { waterG, desiccantG } = desiccantNeeded(100, 12, 6, 0.1);
  expect(waterG).toBeCloseTo(600 / 94, 12);
  expect(desiccantG).toBeCloseTo(6000 / 94, 10);
});

it('refuses what cannot be by its name, at both of its borders', () => {
  expect(() => desiccantNeeded(0, 12, 6, 0.1)).toThrow(/^massG/);
  for (const moisture of [0, 100]) expect(() => desiccantNeeded(100, moisture, 6, 0.1)).toThrow(/^moisturePercent/);
  expect(() => desiccantNeeded(100, 12, 0, 0.1)).toThrow(/^targetPercent: argument.above/);
  for (const uptake of [0, 1.01]) expect(() => desiccantNeeded(100, 12, 6, uptake)).toThrow(/^uptake/);
  expect(desiccantNeeded(100, 12, 12, 1).waterG).toBe(0);
  expect(() => desiccantNeeded(100, 12, 12.01, 1)).toThrow(/argument.already-drier/);
});
