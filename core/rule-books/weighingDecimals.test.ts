import { expect, it } from 'vitest';
import { AOSA, ISTA } from '../testing/books.ts';
import { Exact } from '../units/mass.ts';
import { weighingDecimals } from './weighingDecimals.ts';

// Source: ISTA and 7 CFR 201.47, decimals by weight (from memory); what lies between two classes counts as the upper one.
it.each([
  ['0.9999', 4],
  ['0.99995', 3],
  ['1', 3],
  ['9.999', 3],
  ['9.9995', 2],
  ['10.00', 2],
  ['99.99', 2],
  ['100.0', 1],
  ['999.9', 1],
  ['1000', 0],
  ['1012', 0],
])('%s g is weighed to %i decimals', (mass, decimals) => {
  expect(weighingDecimals(ISTA, new Exact(mass))).toBe(decimals);
  expect(weighingDecimals(AOSA, new Exact(mass))).toBe(decimals);
});

it('a book that stops short of a mass gives it no decimals, and says so', () => {
  const short = { ...ISTA, purityDecimals: ISTA.purityDecimals.filter((row) => row.to !== null) };
  expect(() => weighingDecimals(short, new Exact('5000'))).toThrow('gives no decimals for 5000 g');
});
