import { describe, expect, it } from 'vitest';
import { AOSA, ISTA } from '../testing/books.ts';
import { judgeNoxiousClaim } from './noxiousClaim.ts';

// Source: worked examples 14 and 15 to 7 CFR 201.65 (computed by hand from the rule, from memory).
describe('noxious weeds against a label', () => {
  it.each([
    [36, 50, 10, 4, 9, false],
    [36, 50, 9, 4, 9, true],
    [0, 50, 2, 0, 2, true],
    [0, 50, 3, 0, 2, false],
  ])('labelled %d per lb, in %d g %d found', (labelled, mass, found, inMass, most, within) => {
    expect(judgeNoxiousClaim(AOSA, labelled, 453.59237, found, mass)).toMatchObject({
      labelledInMass: inMass,
      most,
      within,
    });
  });
  it('goes by the formula where no number is printed', () => {
    // 52 lies between the printed 50 and 55: 52 + 1 + 1.96 √52 = 67.13.
    expect(judgeNoxiousClaim(AOSA, 52, 50, 60, 50)).toMatchObject({
      labelledInMass: 52,
      most: 68,
      rule: { provenance: { origin: 'derived' } },
    });
    expect(judgeNoxiousClaim(ISTA, 4, 50, 60, 50)).toMatchObject({ most: null, within: null, outcome: 'not-judged' });
  });
  it('says what follows by a code', () => {
    const told = (edition: typeof AOSA, found: number) => {
      const { next, steps } = judgeNoxiousClaim(edition, 0, 50, found, 50);
      return [next, steps.at(-2)?.label, steps.at(-2)?.result];
    };
    expect(told(AOSA, 2)).toEqual(['noxious-label-stands', 'printed column', '2']);
    expect(told(AOSA, 3)).toEqual(['noxious-label-too-low', 'printed column', '2']);
    expect(told(ISTA, 3)).toEqual(['no-noxious-tolerance', 'next whole number', 'no table']);
  });
});
