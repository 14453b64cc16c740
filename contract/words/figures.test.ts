import fc from 'fast-check';
import { expect, it } from 'vitest';
import { grouped } from './figures.ts';

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
