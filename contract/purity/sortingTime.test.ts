import { expect, it } from 'vitest';
import { validate } from '../http/validate.ts';
import { sortingTimeSchema } from './purity.ts';

it('a stretch of parting by hand has a mass and a time above nothing', () => {
  const faults = (mass: string, seconds: number) => {
    const checked = validate(sortingTimeSchema, { mass, seconds });
    return checked.ok ? [] : checked.faults.map((one) => [one.path, one.message]);
  };
  for (const mass of ['0', '0.000']) expect(faults(mass, 60)).toEqual([['mass', 'the mass parted must be above 0']]);
  expect([faults('0.001', 60), faults('1', 1)]).toEqual([[], []]);
  expect(faults('1', 0).map(([path]) => path)).toEqual(['seconds']);
});
