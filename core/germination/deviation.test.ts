import { describe, expect, it } from 'vitest';
import { allowedC, deviationsOf } from './deviation.ts';

// Source: ISTA: ± 2 °C; 7 CFR 201.56: ± 1 °C (from memory).
describe('what a temperature allows', () => {
  it('is its band, and of two that alternate from the lower to the higher', () => {
    expect(allowedC('20', 2)).toEqual({ leastC: 18, mostC: 22 });
    expect(allowedC('20<=>30', 2)).toEqual({ leastC: 18, mostC: 32 });
    expect(allowedC('30<=>20', 1)).toEqual({ leastC: 19, mostC: 31 });
    expect(allowedC('-1', 1)).toEqual({ leastC: -2, mostC: 0 });
  });
  it('is not known of words', () => {
    for (const words of ['', 'room', '20<=>', '15<=>20<=>30', 'about 20']) expect(allowedC(words, 2), words).toBeNull();
  });
});

describe('a deviation', () => {
  const at = (minutes: number, coldestC: number, warmestC: number) =>
    deviationsOf([{ from: 0, to: minutes * 60_000, coldestC, warmestC }], { leastC: 18, mostC: 22 });
  // Source: common practice: an open door is none.
  it('lasts longer than an hour', () => {
    expect([at(60, 22.5, 25).length, at(61, 22.5, 25).length, at(0, 22.5, 25).length]).toEqual([0, 1, 0]);
  });
  it('says how far outside it went, and on which side', () => {
    expect(at(90, 22.5, 25)).toMatchObject([{ minutes: 90, side: 'warm', worstC: 25 }]);
    expect(at(90, 12, 17.5)).toMatchObject([{ side: 'cold', worstC: 12 }]);
    expect(at(90, 15, 23)).toMatchObject([{ side: 'cold', worstC: 15 }]);
    expect(at(90, 16, 25)).toMatchObject([{ side: 'warm', worstC: 25 }]);
  });
});
