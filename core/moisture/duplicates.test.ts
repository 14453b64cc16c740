import { describe, expect, it } from 'vitest';
import { readEdition } from '../rule-books/readEdition.ts';
import { contentOf, ISTA } from '../testing/books.ts';
import { Exact } from '../units/mass.ts';
import { duplicateLimit, type SeedSize } from './duplicates.ts';
import { moistureMethodFor } from './methodFor.ts';

const methodOf = (species: string) => moistureMethodFor(ISTA.moistureMethods, species);
const limitOf = (species: string, size: SeedSize, mean: string) =>
  duplicateLimit(ISTA, methodOf(species), size, new Exact(mean)).value;
const PINE = { low: 4, high: 9 };
const OAK = { low: 2000, high: 5000 };

describe('how far two containers may lie apart', () => {
  // Source: ISTA, moisture, tolerances between duplicates (from memory, confidence medium).
  it.each([
    ['0', 0.3, 0.4],
    ['11.9999', 0.3, 0.4],
    ['12', 0.5, 0.8],
    ['25', 0.5, 0.8],
    ['25.0001', 0.5, 2.5],
    ['60', 0.5, 2.5],
  ])('trees and shrubs at %s %%: small seed %d, large seed %d', (mean, small, large) => {
    expect([limitOf('Pinus sylvestris', PINE, mean), limitOf('Quercus robur', OAK, mean)]).toEqual([small, large]);
  });

  // 5 000 seeds in a kilogram are 200 g a thousand (arithmetic).
  it('by the size of the kind, and by the narrower row where that is not sure', () => {
    const at = (size: SeedSize) => limitOf('Fagus sylvatica', size, '20');
    expect([at({ low: 200.1, high: 300 }), at({ low: 200, high: 300 }), at({ low: 100, high: 300 }), at(null)]).toEqual(
      [0.8, 0.5, 0.5, 0.5],
    );
  });

  it('all other kinds 0.2, whatever their size, and every kind in an edition without the table', () => {
    expect(limitOf('Vicia faba', { low: 300, high: 900 }, '30')).toBe(0.2);
    expect(duplicateLimit(ISTA, null, OAK, new Exact(30)).value).toBe(0.2);
    const content = contentOf('ista');
    const { 'moisture-duplicates-trees': _gone, ...tables } = content.tables;
    const old = readEdition({ ...content, tables });
    expect(duplicateLimit(old, methodOf('Quercus robur'), OAK, new Exact(30)).value).toBe(0.2);
    const borderless = { ...ISTA, parameterIfAny: () => undefined };
    expect(duplicateLimit(borderless, methodOf('Quercus robur'), OAK, new Exact(30)).value).toBe(0.2);
  });
});
