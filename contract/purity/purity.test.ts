import fc from 'fast-check';
import { expect, it } from 'vitest';
import { validate } from '../http/validate.ts';
import { purityWeighingsSchema } from './purity.ts';

const part = (name: string) => ({ component: 'inertMatter', name, amount: { kind: 'trace' } });
const faultsOf = (parts: unknown) => {
  const checked = validate(purityWeighingsSchema, { workingSample: '5.000', parts });
  return checked.ok ? [] : checked.faults.map((one) => one.path);
};

// Whatever stands in a list of parts, each thing that is none is named at its place and nothing is thrown.
it('names what is no part, at its place, whatever it is', () => {
  expect(faultsOf([null, ''])).toEqual(expect.arrayContaining(['parts.0', 'parts.1']));
  expect(faultsOf([part('Soil'), part('Chaff'), part('Soil')])).toEqual(['parts.2']);
  expect(faultsOf([part('Soil'), part('Chaff')])).toEqual([]);
  fc.assert(
    fc.property(fc.array(fc.jsonValue(), { maxLength: 6 }), (parts) => {
      expect(faultsOf(parts).every((path) => path.startsWith('parts'))).toBe(true);
    }),
  );
});
