import type { MoistureMethod } from '../rule-books/edition.ts';

/** The oven method of a species: its own row, else the row of its genus; null where the book has none. */
export function moistureMethodFor(methods: readonly MoistureMethod[], species: string): MoistureMethod | null {
  const genus = species.split(' ')[0] ?? '';
  return methods.find((one) => one.kinds === species) ?? methods.find((one) => one.kinds === `${genus} spp.`) ?? null;
}
