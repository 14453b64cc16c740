import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import type { TrayView } from '@mercato/contract/other-seeds/otherSeeds';
import { BEGIN, finding, trayAt, trayBeside, traysOf } from './finding.ts';

const tray = (number: number, examinedG: number | null) => ({ number, examinedG }) as TrayView;
const search = (trays: TrayView[], sampleG: number | null, examinedG: number | null) =>
  traysOf({ trays, sampleG, examinedG }).map((one) => one.number);

describe('the trays of a search', () => {
  test('the first is at hand before anything is written', () => {
    expect(search([], null, null)).toEqual([1]);
  });

  test('after a closed tray the next is at hand, until the sample is searched', () => {
    expect(search([tray(1, 10)], null, 10)).toEqual([1, 2]);
    expect(search([tray(1, 10)], 10.001, 10)).toEqual([1, 2]);
    expect(search([tray(1, 10)], 10, 10)).toEqual([1]);
  });

  test('an open tray is closed before the next begins', () => {
    expect(search([tray(1, 10), tray(2, null)], 50, 10)).toEqual([1, 2]);
  });

  test('the one that was chosen is open, else the first that is not closed, else the last', () => {
    const trays = [tray(1, 10), tray(2, null), tray(3, null)];
    expect(trayAt(trays, 1).number).toBe(1);
    expect(trayAt(trays, 9).number).toBe(2);
    expect(trayAt([tray(1, 10), tray(2, 5)], null).number).toBe(2);
    expect(trayAt([], null).number).toBe(1);
  });

  test('go round: one step on and one back is where one was', () => {
    const trays = [1, 2, 3, 4].map((number) => tray(number, null));
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 4 }), fc.constantFrom(-1, 1), (from, step) => {
        const there = trayBeside(trays, from, step);
        expect(there).not.toBe(from);
        expect(trayBeside(trays, there ?? 0, -step)).toBe(from);
      }),
    );
    expect([trayBeside(trays, 4, 1), trayBeside(trays, 1, -1)]).toEqual([1, 4]);
  });
});

test('ten counts for one key; another tray is tallied, and nothing is left of what was said of the one before', () => {
  const ten = finding(BEGIN, { do: 'ten' });
  expect(ten.ten).toBe(true);
  expect(finding(ten, { do: 'ten' }).ten).toBe(false);
  expect(finding({ ...ten, message: 'x' }, { do: 'called' })).toMatchObject({ ten: false, message: null });
  const closing = finding(finding(BEGIN, { do: 'say', message: 'x' }), { do: 'mode', mode: 'close' });
  expect(finding(closing, { do: 'open', tray: 3 })).toEqual({ tray: 3, mode: 'tally', ten: false, message: null });
});
