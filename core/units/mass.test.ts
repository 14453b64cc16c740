import { describe, expect, it } from 'vitest';
import { lossStep } from '../moisture/ovenMoisture.ts';
import { analysePurity } from '../purity/analysePurity.ts';
import { judgeLeastMass } from '../rule-books/leastMass.ts';
import { ISTA } from '../testing/books.ts';
import { Exact, exactDecimal, percentHalfUp, shownGrams, toGrams, writtenDecimals } from './mass.ts';

describe('grams as they are shown', () => {
  // Source: the international pound of 453.59237 g, exactly (agreement of 1959); 2 oz are 56.69904625 g.
  it('keeps what was weighed and drops the digits of a conversion', () => {
    expect(shownGrams(toGrams({ text: '2', unit: 'oz' }))).toBe('56.699');
    expect(shownGrams(toGrams({ text: '1', unit: 'lb' }))).toBe('453.592');
    expect(shownGrams(new Exact('8.0664'))).toBe('8.0664');
    expect(shownGrams(new Exact('0.00012345'))).toBe('0.00012345');
  });

  const least = ISTA.kinds.find((one) => one.species === 'Trifolium pratense')?.purityG;
  // Source: the weighing itself: 5.100 g says that thousandths were read.
  it('the working shows the decimals that were read', () => {
    const step = (massG: InstanceType<typeof Exact>, decimals?: number) =>
      judgeLeastMass('working sample', massG, least, decimals).steps[0]?.result;
    expect(step(new Exact('5.100'), 3)).toBe('5.100');
    expect(step(toGrams({ text: '2', unit: 'oz' }))).toBe('56.699');
    const oven = { containerG: new Exact('20.000'), withSeedG: new Exact('25.000'), driedG: new Exact('24.550') };
    expect(lossStep('first', { ...oven, decimals: 3 }).expression).toBe('(25.000 − 24.550) / (25.000 − 20.000) × 100');
    const analysis = analysePurity(ISTA, new Exact('5.100'), {
      pureSeed: new Exact('5.000'),
      otherSeeds: new Exact('0.040'),
      inertMatter: new Exact('0.050'),
    });
    expect(analysis.verdict.steps.map((one) => one.result).slice(0, 5)).toEqual([
      '5.000',
      '0.040',
      '0.050',
      '5.090',
      '5.100',
    ]);
    expect(analysis.verdict.steps[5]?.expression).toBe('(5.090 − 5.100) / 5.100 × 100');
  });

  // Judged on the exact figure, whatever is shown: the least mass itself is enough, a ten-thousandth less is not.
  it('judges exactly at the least mass', () => {
    const outcome = (text: string) => judgeLeastMass('working sample', new Exact(text), least).outcome;
    expect([outcome('5'), outcome('4.9999')]).toEqual(['within', 'outside']);
  });
});

describe('plain decimal digits', () => {
  it.each(['1', '0', '123456789', '0.123456789', '5.10'])('%s are', (text) => {
    expect(exactDecimal(text).toNumber()).toBe(Number(text));
  });
  it.each(['', '.5', '5.', '-1', '+1', '1e3', '1234567890', '0.1234567890', ' 1', '1 ', '1,5', 'x1', '1x'])(
    '%s are none',
    (text) => {
      expect(() => exactDecimal(text)).toThrow(RangeError);
    },
  );
  it('as many as were written after the point', () => {
    expect([writtenDecimals('5'), writtenDecimals('5.1'), writtenDecimals('5.10')]).toEqual([0, 1, 2]);
  });
});

// Source: rounding half up, in whole numbers: 1/8 is 12.5 %, a tie; 1/3 is none.
it('a share is rounded half up, exactly at a tie', () => {
  const share = (part: number, whole: number, decimals: number) =>
    percentHalfUp(new Exact(part), new Exact(whole), decimals).toString();
  expect([share(1, 8, 0), share(1, 3, 1), share(12_345, 100_000, 2), share(12_3449, 1_000_000, 2)]).toEqual([
    '13',
    '33.3',
    '12.35',
    '12.34',
  ]);
  expect([share(0, 5, 1), share(5, 5, 1)]).toEqual(['0', '100']);
  for (const whole of [0, -1]) expect(() => share(1, whole, 0)).toThrow(/^whole: argument/);
});
