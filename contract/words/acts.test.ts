import { expect, it } from 'vitest';
import { ACTS_OF_FEATURES, actWords } from './acts.ts';

it('every act has a code of its own among all features', () => {
  const codes = ACTS_OF_FEATURES.flatMap((one) => Object.keys(one));
  expect(new Set(codes).size).toBe(codes.length);
});

it('says what was done with its figures; of entries before there were codes, what stands there', () => {
  expect(actWords({ is: 'dish-corrected', dish: 2, day: 10 })).toBe('corrected dish 2, day 10');
  expect(actWords({ is: 'dish-late-keys', dish: 2, day: 10, fate: 'aside' })).toBe(
    'set aside late keys of dish 2, day 10',
  );
  expect(actWords({ is: 'taken-over', what: 'dish', number: 1, from: 'Ilse Marrow' })).toBe(
    'took dish 1 over from Ilse Marrow',
  );
  expect(actWords({ is: 'decided', decision: 'accept', on: { step: 'purity', test: 2 } })).toBe(
    'decided “accept” on purity test 2',
  );
  expect(actWords({ is: 'decided', decision: 'refuse', on: 'primary' })).toBe('decided “refuse” on a primary sample');
  expect(actWords({ is: 'signed-in' })).toBe('signed in');
  expect(actWords('opened the lot')).toBe('opened the lot');
});
