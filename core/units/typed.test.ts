import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { typedDay, typedDays, typedFigure } from './typed.ts';

// Source: Unicode CLDR, by Intl: figures as it writes them for readers of several languages.
describe('a figure that is typed', () => {
  it('is read back as every reader writes it, by that reader’s own mark', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -9_999_999, max: 9_999_999 }),
        fc.constantFrom('en', 'de', 'fr', 'de-CH'),
        (thousandths, locale) => {
          const value = thousandths / 1000;
          const text = new Intl.NumberFormat(locale, { maximumFractionDigits: 3 }).format(value);
          const mark = locale === 'en' || locale === 'de-CH' ? '.' : ',';
          expect(Number(typedFigure(text, mark)), text).toBeCloseTo(value, 9);
        },
      ),
    );
  });
  it.each([
    ['6 300', null, '6300'],
    ['6,300.5', null, '6300.5'],
    ['6.300,5', null, '6300.5'],
    ['6,300', '.', '6300'],
    ['6,300', ',', '6.300'],
    ['6.300', ',', '6300'],
    ['6.300', '.', '6.300'],
    ['2,5', null, '2.5'],
    ['2,50', '.', '2.50'],
    ['−4', null, '-4'],
    ['-4.5', null, '-4.5'],
    // Nobody said which mark is theirs: as it was read at a balance before.
    ['6,300', null, '6.300'],
    ['6.300', null, '6.300'],
    ['5,102', null, '5.102'],
    ['5.1.2', null, null],
    [' 2.5 ', '.', '2.5'],
    ['5−4', '.', null],
    ['a few', '.', null],
    ['', '.', null],
  ] as const)('%s with the mark %s is %s', (text, mark, figure) => {
    expect(typedFigure(text, mark)).toBe(figure);
  });
});

it.each([
  ['70', 70],
  ['70 days', 70],
  ['1 day', 1],
  ['10 weeks', 70],
  ['10wk', 70],
  ['−4 weeks', -28],
  ['-28', -28],
  [' 3 weeks ', 21],
  ['-0', 0],
  ['2 months', null],
  ['ten days', null],
  ['1.5 weeks', null],
  ['', null],
] as const)('%s is %s days', (text, days) => {
  expect(typedDays(text)).toBe(days);
});

describe('a day that is typed', () => {
  const reader = { order: null, today: '2026-11-24' } as const;
  it.each([
    ['10 May', 'coming', '2027-05-10'],
    ['10 May', 'past', '2026-05-10'],
    ['May 10', 'coming', '2027-05-10'],
    ['10th May', 'coming', '2027-05-10'],
    ['24 Nov', 'coming', '2026-11-24'],
    ['24 Nov', 'past', '2026-11-24'],
    ['25 Nov', 'past', '2025-11-25'],
    ['23 Nov', 'coming', '2027-11-23'],
    ['10 May 2031', 'coming', '2031-05-10'],
    ['2027-05-10', 'coming', '2027-05-10'],
    ['29 Feb', 'coming', '2028-02-29'],
    ['29 Feb', 'past', '2024-02-29'],
    ['25/12', 'coming', '2026-12-25'],
    // Day or month first: nobody said.
    ['10/5', 'coming', null],
    [' 10 May ', 'coming', '2027-05-10'],
    ['10May', 'coming', '2027-05-10'],
    ['10. May', 'coming', '2027-05-10'],
    ['10th of May', 'coming', null],
    ['x 10 May', 'coming', null],
    ['10 May x', 'coming', null],
    ['5 10 5', 'coming', null],
    ['May', 'coming', null],
    ['31 June', 'coming', null],
    ['soon', 'coming', null],
  ] as const)('%s, %s, is %s', (text, without, day) => {
    expect(typedDay(text, reader, without)).toBe(day);
  });
  it('follows the order of its reader', () => {
    expect(typedDay('10/5', { ...reader, order: 'day first' }, 'coming')).toBe('2027-05-10');
    expect(typedDay('10/5', { ...reader, order: 'month first' }, 'coming')).toBe('2027-10-05');
  });
});
