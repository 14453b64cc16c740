import { expect, it } from 'vitest';
import { plantsToKeep } from './plantsToKeep.ts';

// Source: common practice, no source: few plants of a selfing kind, many of maize.
it('plants that keep a variety follow from how its harvest, else its kind, is pollinated', () => {
  expect(plantsToKeep('Pisum sativum', 'unknown')).toBe(20);
  expect(plantsToKeep('Pisum sativum', 'cross')).toBe(40);
  expect(plantsToKeep('Allium porrum', 'unknown')).toBe(40);
  expect(plantsToKeep('Allium porrum', 'self')).toBe(20);
  expect(plantsToKeep('Zea mays', 'self')).toBe(100);
  expect(plantsToKeep('Cucurbita maxima', 'cross')).toBe(12);
  expect(plantsToKeep('Phaseolus vulgaris', 'unknown')).toBe(20);
  // The runner bean crosses; a name that only begins alike is another genus.
  expect(plantsToKeep('Phaseolus coccineus', 'unknown')).toBe(40);
  expect(plantsToKeep('Pisumella alba', 'unknown')).toBe(40);
  expect(plantsToKeep('', 'unknown')).toBe(40);
});
