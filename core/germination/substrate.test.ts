import { describe, expect, it } from 'vitest';
import { AOSA, ISTA } from '../testing/books.ts';
import { judgeSubstrate } from './substrate.ts';

// Source: ISTA, germination, substrates: pH 6.0 to 7.5, conductivity at most 40 mS/m (from memory).
describe('a substrate', () => {
  const at = (ph: number | null, conductivity: number | null) => judgeSubstrate(ISTA, { ph, conductivity })?.outcome;
  it('is sound at every border, and not beyond it', () => {
    expect([at(6, null), at(5.99, null), at(7.5, null), at(7.51, null)]).toEqual([
      'within',
      'outside',
      'within',
      'outside',
    ]);
    expect([at(null, 40), at(null, 40.1), at(6.5, 40), at(6.5, 41)]).toEqual([
      'within',
      'outside',
      'within',
      'outside',
    ]);
  });
  it('is not judged where nothing was measured, or its book says nothing', () => {
    expect(at(null, null)).toBeUndefined();
    expect(judgeSubstrate(AOSA, { ph: 4, conductivity: 90 })).toBeNull();
  });
  it('says what is wrong, by which rule, and what follows', () => {
    expect(judgeSubstrate(ISTA, { ph: 5.5, conductivity: 20 })).toMatchObject({
      measured: 5.5,
      limit: 6,
      unit: '',
      next: 'take-another-substrate',
    });
    expect(judgeSubstrate(ISTA, { ph: 8, conductivity: 20 })).toMatchObject({ measured: 8, limit: 7.5 });
    expect(judgeSubstrate(ISTA, { ph: 6.5, conductivity: 55 })).toMatchObject({
      measured: 55,
      limit: 40,
      unit: 'mS/m',
      next: 'take-another-substrate',
    });
    expect(judgeSubstrate(ISTA, { ph: 6.5, conductivity: 20 })?.next).toBe('substrate-is-sound');
    expect(() => judgeSubstrate(ISTA, { ph: 15, conductivity: null })).toThrow(/^ph/);
    expect(() => judgeSubstrate(ISTA, { ph: null, conductivity: 1000 })).toThrow(/^conductivity/);
  });
});
