import { expect, it } from 'vitest';
import { fisherExact, fisherTails } from './fisherExact.ts';

// Source: Fisher's tea: of 8 cups 3 of 4 are named rightly. By hand: C(4,k) C(4,4−k) / 70 = 1, 16, 36, 16, 1 of 70.
it('both sides of the exact test are sums of the hypergeometric chances', () => {
  const { twoSided, greater, less } = fisherTails(3, 4, 1, 4);
  expect(greater).toBeCloseTo(17 / 70, 12);
  expect(less).toBeCloseTo(69 / 70, 12);
  expect(twoSided).toBeCloseTo(34 / 70, 12);
  expect(fisherExact(3, 4, 1, 4)).toBe(twoSided);
  expect(fisherTails(4, 4, 0, 4)).toMatchObject({ less: 1 });
  expect(fisherTails(4, 4, 0, 4).greater).toBeCloseTo(1 / 70, 12);
  expect(fisherTails(0, 4, 0, 4)).toEqual({ twoSided: 1, greater: 1, less: 1 });
});
