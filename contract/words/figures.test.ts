import fc from 'fast-check';
import { expect, it } from 'vitest';
import { grouped, percentOf } from './figures.ts';

// Source: Intl.NumberFormat (CLDR): en groups by commas, fr by a narrow hard blank, which is a plain hard one here.
it('groups counts as CLDR does', () => {
  const [en, fr] = ['en', 'fr'].map((locale) => new Intl.NumberFormat(locale, { maximumFractionDigits: 0 }));
  fc.assert(
    fc.property(fc.oneof(fc.nat(), fc.nat(99_999)), (n) => {
      expect(grouped(n, '.')).toBe(en?.format(n));
      expect(grouped(n, null)).toBe(en?.format(n));
      expect(grouped(n, ',')).toBe(fr?.format(n).replaceAll('\u202f', '\u00a0'));
    }),
  );
  expect(grouped(6300.4, ',')).toBe('6\u00a0300');
});

// Source: the definition of a percentage.
it.each([
  [0.125, undefined, '13'],
  [0.125, { decimals: 1 }, '12.5'],
  [0.012_345, { figures: 2 }, '1.2'],
  [1, { figures: 3 }, '100'],
  [0, {}, '0'],
])('the share %f, %o, is %s percent', (share, how, words) => {
  expect(percentOf(share, how)).toBe(words);
});
