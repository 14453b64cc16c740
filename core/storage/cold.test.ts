import fc from 'fast-check';
import { expect, it } from 'vitest';
import { beforeDrying, beforeFreezing } from './cold.ts';
import { desiccantNeeded } from '../drying/desiccant.ts';

// Source: the seed's water and dry matter before and after, weighed: W (M1 − M2) / (100 − M2) of water leaves
// (W₂ = W₁ (100 − M₁) / (100 − M₂), ISTA Rules chapter 9 and FAO Genebank Standards, from memory).
it('takes out as much water as leaves the dry matter as it was', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 0.01, max: 1e5, noNaN: true }),
      fc.double({ min: 0.5, max: 60, noNaN: true }),
      fc.double({ min: 0.01, max: 1, noNaN: true }),
      (mass, moisture, share) => {
        const target = moisture * share;
        const { waterG, massWhenDryG, desiccantG } = desiccantNeeded(mass, moisture, target, 0.1);
        const dry = mass * (1 - moisture / 100);
        expect(massWhenDryG * (1 - target / 100)).toBeCloseTo(dry, 6);
        expect(waterG).toBeCloseTo((mass * (moisture - target)) / (100 - target), 6);
        expect(desiccantG).toBeCloseTo(waterG / 0.1, 6);
      },
    ),
  );
  expect(desiccantNeeded(200, 12, 6, 0.1).waterG).toBeCloseTo((200 * 6) / 94, 10);
  expect(() => desiccantNeeded(200, 6, 8, 0.1)).toThrow('targetPercent: argument.already-drier 6 8');
});

it('warns before drying or freezing what dies of it, wet seed, and a single bag', () => {
  const weights = (found: readonly { weight: string }[]) => found.map((one) => one.weight);
  expect(weights(beforeDrying('cocoa', { desiccation: 'sensitive' }))).toEqual(['stop']);
  expect(weights(beforeDrying('leek', { desiccation: 'orthodox' }))).toEqual([]);
  expect(weights(beforeDrying('fern', { desiccation: 'unknown' }))).toEqual(['care']);
  const leek = { desiccation: 'orthodox' } as const;
  expect(beforeFreezing('leek', leek, { balancePercent: 20, bags: 2 })).toEqual([]);
  expect(weights(beforeFreezing('leek', leek, { balancePercent: 26, bags: 2 }))).toEqual(['stop']);
  expect(weights(beforeFreezing('leek', leek, { balancePercent: null, bags: 1 }))).toEqual(['stop', 'care']);
  expect(beforeFreezing('cocoa', { desiccation: 'sensitive' }, { balancePercent: 20, bags: 2 })[0]?.is).toBe(
    'dies-frozen',
  );
  expect(() => beforeFreezing('leek', leek, { balancePercent: 120, bags: 2 })).toThrow(/argument.percent 120/);
});
