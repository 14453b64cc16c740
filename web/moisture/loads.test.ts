import { describe, expect, it } from 'vitest';
import type { OvenStand } from '@mercato/contract/moisture/ovens';
import { loadsOf, toldOf } from './loads.ts';

const at = (time: string) => `2026-11-25T${time}Z`;
const stand = (id: string, change: Partial<OvenStand> = {}): OvenStand => ({
  id,
  version: 1,
  number: 1,
  lot: { id: `lot ${id}`, reference: id, species: 'Avena sativa', commonName: 'oat' },
  method: 'oven 130 °C, 2 h',
  band: { least: 130, most: 133 },
  oven: 'north',
  stage: 'in-oven',
  weighedAt: at('08:30:00.000'),
  backAt: at('09:00:00.000'),
  outAt: null,
  by: 'Ilse Marrow',
  clock: { is: 'in-oven', outFrom: at('10:54:00.000'), outAt: at('11:00:00.000'), outUntil: at('11:06:00.000') },
  ...change,
});
const COOLS = {
  stage: 'cools',
  outAt: at('11:00:00.000'),
  clock: { is: 'cools', from: at('11:30:00.000'), until: at('11:45:00.000') },
} as const;

describe('loads of the ovens', () => {
  it('are what shares a clock, an oven and a method; what comes out first stands first', () => {
    const loads = loadsOf([
      stand('a'),
      stand('waits', { stage: 'to-go-in', backAt: null, clock: null }),
      stand('cooled', COOLS),
      stand('b'),
      stand('c', { oven: 'south' }),
      stand('d', { method: 'oven 103 °C, 17 h' }),
      stand('earlier', {
        oven: 'old',
        clock: { is: 'in-oven', outFrom: at('08:54:00.000'), outAt: at('09:00:00.000'), outUntil: at('09:06:00.000') },
      }),
      stand('no hours', { oven: 'own', clock: null }),
    ]);
    expect(loads.map(({ stands }) => stands.map(({ id }) => id))).toEqual([
      ['earlier'],
      ['a', 'b'],
      ['c'],
      ['d'],
      ['no hours'],
      ['cooled'],
    ]);
  });

  it.each([
    ['08:59:31.000', 'waits', '2:00'],
    ['09:00:00.000', 'waits', '2:00'],
    ['10:01:00.000', 'waits', '0:59'],
    ['10:53:59.999', 'waits', '0:07'],
    ['10:54:00.000', 'now', 'out'],
    ['11:06:00.000', 'now', 'out'],
    ['11:06:00.001', 'late', 'late'],
  ])('in the oven at %s: %s, %s', (time, is, figure) => {
    const [load] = loadsOf([stand('a')]);
    expect(load && toldOf(load, Date.parse(at(time)))).toMatchObject({ is, figure });
  });
  it.each([
    ['11:29:59.999', 'waits', '0:01'],
    ['11:30:00.000', 'now', 'weigh'],
    ['11:45:00.000', 'now', 'weigh'],
    ['11:45:00.001', 'late', 'late'],
  ])('cooling at %s: %s, %s', (time, is, figure) => {
    const [load] = loadsOf([stand('a', COOLS)]);
    expect(load && toldOf(load, Date.parse(at(time)))).toMatchObject({ is, figure });
  });
  it('says what it can where the book gives no hours, and when only weighing is left', () => {
    const told = (change: Partial<OvenStand>) => {
      const [load] = loadsOf([stand('a', change)]);
      return load && toldOf(load, Date.parse(at('11:02:59.999')));
    };
    expect(told({ clock: null })).toMatchObject({ is: 'free', figure: '2:02', at: at('09:00:00.000') });
    expect(told({ ...COOLS, clock: null })).toMatchObject({ is: 'free', figure: '0:02', at: at('11:00:00.000') });
    expect(told({ stage: 'to-weigh', clock: null })).toMatchObject({
      mark: 'next',
      words: 'cooled: weigh the dried containers',
    });
  });
});
