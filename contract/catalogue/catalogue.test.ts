import fc from 'fast-check';
import type Joi from 'joi';
import { describe, expect, it } from 'vitest';
import { SHIPPED as books } from '@mercato/core/testing/books';
import { BENCH_WORDS } from './benchWords.ts';
import { calculate, type CalculationWords } from './calculation.ts';
import { CATALOGUE, findCalculation } from './registry.ts';
import { SAMPLE_WORDS } from './sampleWords.ts';
import { SHED_WORDS } from './shedWords.ts';
import { STORE_WORDS } from './storeWords.ts';

// Source: plain arithmetic: all that was weighed is water, so that there is no dry matter to set it against.
it('seed of nothing but water has an infinite dry basis', () => {
  const calculation = findCalculation('moisture.oven');
  if (!calculation) throw new Error('moisture.oven is not in the catalogue');
  const answer = calculate(calculation, { containerG: 15, withSeedG: 20, driedG: 15 }, books);
  expect(answer).toMatchObject({ ok: true, out: { wetBasisPercent: 100, dryBasisPercent: 'Inf' } });
});

// What a page says first where none was found is there, and is the one-sided limit: −ln 0.05 in the mass, by hand.
it('none found leads with how many may be there at most', () => {
  const zero = { 'other-seeds.rate': { count: 0 }, 'sampling.pool-estimate': { x: 0 } };
  const withNone = Object.entries({ ...SAMPLE_WORDS, ...BENCH_WORDS, ...SHED_WORDS, ...STORE_WORDS } as Record<
    string,
    CalculationWords
  >).flatMap(([id, { none }]) => (none ? [[id, none] as const] : []));
  expect(withNone.map(([id]) => id).sort()).toEqual(Object.keys(zero));
  const at = (out: unknown, path: string) =>
    path.split('.').reduce<unknown>((inner, key) => (inner as Record<string, unknown>)[key], out);
  for (const [id, none] of withNone) {
    const calculation = findCalculation(id);
    if (!calculation) throw new Error(`${id} is not in the catalogue`);
    const found = zero[id as keyof typeof zero];
    const answer = calculate(calculation, { ...(calculation.example.input as object), ...found }, books);
    if (!answer.ok) throw new Error(answer.error.message);
    expect(at(answer.out, none.of)).toBe(0);
    for (const path of none.leads) expect(at(answer.out, path), path).toBeGreaterThan(0);
    if (id === 'other-seeds.rate') expect(at(answer.out, 'atMost.perKg')).toBeCloseTo((-Math.log(0.05) / 50) * 1000, 9);
  }
});

const leaves = (value: unknown, path: string[] = []): string[][] =>
  typeof value === 'object' && value !== null
    ? Object.entries(value).flatMap(([key, inner]) => leaves(inner, [...path, key]))
    : [path];

function changed(
  value: unknown,
  [key = '', ...rest]: readonly string[],
  change: (object: Record<string, unknown>, key: string) => void,
): unknown {
  const copy = structuredClone(value) as Record<string, unknown>;
  let place = copy;
  const path = [key, ...rest];
  for (const step of path.slice(0, -1)) place = place[step] as Record<string, unknown>;
  change(place, path.at(-1) ?? '');
  return copy;
}

/** What may well lie below 0: temperatures, probits, readings of any kind. */
const BELOW_ZERO = /(^|[.])(temperatureC|Ki)$|^[xy][.]/;

function mayBeMissing(calculation: (typeof CATALOGUE)[number], path: readonly string[]): boolean {
  const schema: Joi.Schema = calculation.schema;
  const flags = schema.extract(path[0] ?? '').describe().flags as { presence?: string } | undefined;
  return path.length === 1 && flags?.presence !== 'required';
}

// Source: the refusals that the check files promise (checks: missing, wrong type, out of range, each with its path).
describe.each(CATALOGUE.map((one) => [one.id, one] as const))('%s', (_id, calculation) => {
  it('answers its own worked example and describes itself', () => {
    expect(calculate(calculation, calculation.example.input, books)).toMatchObject({ ok: true });
    expect(calculation.description).not.toContain('\n');
    expect(calculation.source.length).toBeGreaterThan(5);
  });
  it('refuses every field that is missing, not a number, or no type at all, and names it', () => {
    for (const path of leaves(calculation.example.input)) {
      const missing = !mayBeMissing(calculation, path) && [
        changed(calculation.example.input, path, (object, key) => {
          // A list may well do with one figure less; with none it cannot.
          if (Array.isArray(object)) object.length = 0;
          else Reflect.deleteProperty(object, key);
        }),
      ];
      const negative = !BELOW_ZERO.test(path.join('.')) && [
        changed(calculation.example.input, path, (object, key) => {
          object[key] = -1;
        }),
      ];
      const wrong = [
        ...(missing || []),
        ...(negative || []),
        changed(calculation.example.input, path, (object, key) => {
          object[key] = 'five';
        }),
        changed(calculation.example.input, path, (object, key) => {
          object[key] = Infinity;
        }),
        changed(calculation.example.input, path, (object, key) => {
          object[key] = null;
        }),
        changed(calculation.example.input, path, (object, key) => {
          object[key] = { a: 1 };
        }),
      ];
      for (const input of wrong) {
        const answer = calculate(calculation, input, books);
        expect(answer.ok, JSON.stringify(input)).toBe(false);
        if (!answer.ok) expect(answer.error.path.split('.')[0], JSON.stringify(input)).toBe(path[0]);
      }
    }
  });
  it('never throws, whatever JSON it is given', () => {
    fc.assert(
      fc.property(fc.jsonValue(), (input) => {
        expect(typeof calculate(calculation, input, books).ok).toBe('boolean');
      }),
    );
  });
});
