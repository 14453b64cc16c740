import { afterEach, describe, expect, it } from 'vitest';
import { carried } from './carried.ts';
import { chooseDegrees, degrees, degreesBetween, heavyNow, NEVER_SAID, readerNow, takeReading } from './reader.ts';

const speaks = (language: string) =>
  Object.defineProperty(navigator, 'language', { value: language, configurable: true });

afterEach(() => {
  takeReading(null);
  localStorage.clear();
  speaks('en-GB');
});

describe('who never said', () => {
  it.each([
    ['en-US', 'F', 'lb'],
    ['es-US', 'F', 'lb'],
    ['en-BS', 'F', 'kg'],
    ['en-GB', 'C', 'kg'],
    ['en', 'C', 'kg'],
    ['zh-Hans-CN', 'C', 'kg'],
    ['en-Latn-US', 'F', 'lb'],
  ])('reads as is usual where their browser is from: %s, °%s and %s', (language, unit, heavy) => {
    speaks(language);
    expect([readerNow().degrees, heavyNow()]).toEqual([unit, heavy]);
  });

  it('but for what was chosen on this machine, in front of the door or in an earlier version', () => {
    speaks('en-US');
    chooseDegrees('C');
    localStorage.setItem('mercato.figures', 'comma-day');
    expect(readerNow('2026-11-24')).toEqual({ mark: ',', order: 'day first', degrees: 'C', today: '2026-11-24' });
  });
});

it('what a person said goes before all that', () => {
  chooseDegrees('C');
  localStorage.setItem('mercato.figures', 'comma-day');
  takeReading({ ...NEVER_SAID, degrees: 'F', heavy: 'lb' });
  expect([readerNow().degrees, heavyNow(), readerNow().mark]).toEqual(['F', 'lb', null]);
  expect([degrees(9.5, 1), degrees(20), degreesBetween(15, 20), degrees(-40)]).toEqual([
    '49.1 °F',
    '68 °F',
    '59 to 68 °F',
    '−40 °F',
  ]);
});

// Source: the avoirdupois pound of 1959 is 0.45359237 kg.
it.each([
  ['4200', 'kg', 'lb', '9259', 'lb'],
  ['9259', 'lb', 'kg', '4200', 'kg'],
  ['25.00', 'kg', 'lb', '55.12', 'lb'],
  ['12345.6', 'kg', 'lb', '27217.4', 'lb'],
  ['2000', 'lb', 'lb', '2000', 'lb'],
  ['500.0', 'g', 'lb', '500.0', 'g'],
  ['8', 'oz', 'kg', '8', 'oz'],
] as const)('%s %s is shown in %s as %s %s', (text, unit, heavy, shown, as) => {
  takeReading({ ...NEVER_SAID, heavy });
  expect(carried({ text, unit })).toEqual({ text: shown, unit: as });
});
