import { describe, expect, it } from 'vitest';
import { ISTA } from '../testing/books.ts';
import { Exact } from '../units/mass.ts';
import type { Figure, StepRow } from './edition.ts';
import { type Kind, methodsFor, searchKinds } from './findKind.ts';
import { halfOf, judgeLeastMass } from './leastMass.ts';
import { rowFor, rowForGerminationAverage, rowForPurityAverage, rowFrom, rowUpTo } from './lookUp.ts';
import { substrateWords, temperatureWords } from './methodWords.ts';

const rule = ISTA.parameter('purity_percent_decimals').rule;
const row = (from: number, to: number | null, limit: number): StepRow => ({ from, to, limit, rule });

// Source: shared rule notes: classes are closed at both printed ends; half-open classes begin at theirs.
describe('the row of a value', () => {
  const closed = [row(1, 4, 10), row(5, 9, 20), row(10, null, 30)];
  const at = (
    find: (rows: readonly StepRow[], value: number) => StepRow | null,
    rows: readonly StepRow[],
    ...values: number[]
  ) => values.map((value) => find(rows, value)?.limit ?? null);
  it('holds both its ends, and nothing lies between two', () => {
    expect(at(rowFor, closed, 0.9, 1, 4, 4.5, 5, 9, 9.5, 10, 1e9)).toEqual([null, 10, 10, null, 20, 20, null, 30, 30]);
  });
  it('by its lower end alone begins there, whatever the order of the rows', () => {
    for (const rows of [closed, [...closed].reverse()])
      expect(at(rowFrom, rows, 0.99, 1, 4.99, 5, 9.99, 10)).toEqual([null, 10, 10, 20, 20, 30]);
  });
  it('by its upper end takes what lies between two classes into the upper one', () => {
    expect(at(rowUpTo, closed, 0, 4, 4.001, 9, 9.001)).toEqual([10, 10, 20, 20, 30]);
    expect(rowUpTo([row(1, 4, 10)], 4.1)).toBeNull();
  });
  it('of a low average is its mirror: 101 less for whole percents up to 50, 100 less for purity below 50', () => {
    const printed = [row(99, 99, 5), row(51, 52, 20), row(50, 50.99, 7)];
    const whole = [row(51, 51, 1), row(50, 50, 2)];
    expect(at(rowForGerminationAverage, whole, 51, 50)).toEqual([1, 1]);
    expect(at(rowForGerminationAverage, printed, 2, 1, 100)).toEqual([5, null, null]);
    expect(at(rowForPurityAverage, [row(50, 50, 1), row(50.01, 60, 2)], 50, 49.99, 40, 39.99)).toEqual([1, 2, 2, null]);
  });
});

const figure = (value: number): Figure<number> => ({ value, rule });

describe('a least mass', () => {
  const judge = (mass: string, least: number, decimals?: number) =>
    judgeLeastMass('sample', new Exact(mass), figure(least), decimals);
  it('is enough at itself and short below, judged exactly and shown as it was weighed', () => {
    expect(judge('8', 8)).toMatchObject({ outcome: 'within', next: 'heavy-enough', measured: 8, limit: 8 });
    expect(judge('7.9999', 8)).toMatchObject({ outcome: 'outside', next: 'too-light' });
    expect(judge('8.1', 8, 3).steps.map((one) => one.result)).toEqual(['8.100', '8']);
    expect(judge('8.1', 8).steps[0]?.result).toBe('8.1');
    expect(judge('8.1234', 8, 2).steps[0]?.result).toBe('8.1234');
  });
  // Source: a balance reads as many decimals of small masses as are asked there; common practice, no source.
  it('in ounces is rounded as a balance reads: four decimals below 1 g, two below 10 g, one from there on', () => {
    expect([0.123456, 0.99994, 1, 1.23456, 9.994, 10, 56.699].map((least) => judge('100', least).limit)).toEqual([
      0.1235, 0.9999, 1, 1.23, 9.99, 10, 56.7,
    ]);
  });
  it('that the book lacks is not evaluated; half of one is for a half sample', () => {
    expect(judgeLeastMass('sample', new Exact('5'), undefined)).toMatchObject({
      outcome: 'not-judged',
      next: 'no-least-mass',
      limit: null,
      rule: null,
    });
    expect(halfOf(undefined)).toBeUndefined();
    expect(halfOf(figure(5))?.value).toBe(2.5);
  });
});

it('methods are told in words, and what a laboratory wrote itself stays', () => {
  expect(substrateWords('ista', 'TP')).toMatch(/^TP, /);
  expect(substrateWords('ista', 'moss')).toBe('moss');
  expect([temperatureWords('20<=>30'), temperatureWords('20')]).toEqual(['20/30', '20']);
});

describe('a kind', () => {
  const named = (species: string) => ({ species, bookKind: species }) as (typeof ISTA.kinds)[number];
  it('has the rows of itself, of its varieties and of its genus, and of no likeness', () => {
    const kinds = [
      'Beta vulgaris',
      'Beta vulgaris var. altissima',
      'Beta spp.',
      'Beta vulgarisima',
      'Capsicum spp.',
    ].map(named);
    expect(methodsFor({ kinds }, 'Beta vulgaris').map((one) => one.species)).toEqual([
      'Beta vulgaris',
      'Beta vulgaris var. altissima',
      'Beta spp.',
    ]);
    expect(methodsFor({ kinds }, 'Capsicum annuum').map((one) => one.species)).toEqual(['Capsicum spp.']);
  });
  const kind = (species: string, ...commonNames: string[]): Kind => ({
    species,
    family: '',
    commonNames,
    synonyms: [],
    chaffy: false,
    hardSeeded: false,
    thousandSeedWeightG: null,
  });
  it('is found by all words that were typed, its very name first, then what begins with it', () => {
    const kinds = [kind('A a', 'wild leek'), kind('B b', 'leek seed'), kind('C c', 'leek'), kind('D d', 'Éclair pea')];
    const found = (typed: string) => searchKinds(kinds, typed).map((one) => one.species);
    expect(found('leek')).toEqual(['C c', 'B b', 'A a']);
    expect(found('  LEEK ')).toEqual(['C c', 'B b', 'A a']);
    expect(found('wild   leek')).toEqual(['A a']);
    expect(found('leek wild')).toEqual(['A a']);
    expect(found('eclair')).toEqual(['D d']);
    expect(found('leek pea')).toEqual([]);
    expect(found('  ')).toEqual(['A a', 'B b', 'C c', 'D d']);
  });
});
