import { describe, expect, it } from 'vitest';
import { AOSA, ISTA } from '../testing/books.ts';
import { Exact } from '../units/mass.ts';
import { judgeLeastMass } from '../rule-books/leastMass.ts';
import { judgeLotMass, judgePrimarySamples } from './judgeSamples.ts';
import { planPrimarySamples } from './primarySamples.ts';

describe('primary samples', () => {
  // Source: 7 CFR 201.41 (from memory): 5 bags plus 10 %, half up, never more than 30; check rows of its notes.
  it.each([
    [7, 6],
    [10, 6],
    [23, 7],
    [50, 10],
    [84, 13],
    [100, 15],
    [165, 22],
    [200, 25],
    [244, 29],
    [245, 30],
    [300, 30],
    [400, 30],
  ])('AOSA: %i bags need %i', (bags, samples) => {
    expect(planPrimarySamples(AOSA, { containers: bags, containerMassKg: 22.68 }).primarySamples).toBe(samples);
  });
  // Source: 7 CFR 201.40, worked example: 18 000 lb in bags of 50 lb = 360 bags, so 30 cores.
  it('AOSA: bulk is sampled like bags of the customary size, at least seven', () => {
    expect(planPrimarySamples(AOSA, { bulkMassKg: 18_000 * 0.45359237 }).primarySamples).toBe(30);
    expect(planPrimarySamples(AOSA, { bulkMassKg: 40 }).primarySamples).toBe(7);
  });
  // Source: ISTA, minimum sampling intensity (from memory), both sides of every border.
  it.each([
    [1, 3],
    [4, 12],
    [5, 10],
    [8, 16],
    [9, 9],
    [15, 15],
    [16, 15],
    [30, 15],
    [31, 20],
    [59, 20],
    [60, 30],
  ])('ISTA: %i bags need %i', (bags, samples) => {
    expect(planPrimarySamples(ISTA, { containers: bags, containerMassKg: 50 }).primarySamples).toBe(samples);
  });
  it.each([
    [500, 5],
    [501, 5],
    [3000, 10],
    [3001, 10],
    [20_000, 40],
    [20_001, 40],
    [28_000, 40],
    [28_001, 41],
  ])('ISTA: a heap of %i kg needs %i', (kg, samples) => {
    expect(planPrimarySamples(ISTA, { bulkMassKg: kg }).primarySamples).toBe(samples);
  });
  it('ISTA: up to fifteen large containers give the same number each', () => {
    // Source: ISTA, containers over 100 kg (from memory): 3 of 500 kg ask for 5, so 2 from each.
    expect(planPrimarySamples(ISTA, { containers: 3, containerMassKg: 500 }).primarySamples).toBe(6);
  });
  it.each([
    [{ containers: 0, containerMassKg: 50 }, 'containers'],
    [{ containers: 2, containerMassKg: -1 }, 'containerMassKg'],
    [{ bulkMassKg: Number.NaN }, 'bulkMassKg'],
  ])('refuses %o by name', (subject, name) => {
    expect(() => planPrimarySamples(ISTA, subject)).toThrow(new RegExp(`^${name} must`));
  });
});

describe('judging what was drawn', () => {
  const clover = ISTA.kinds.find((kind) => kind.species === 'Trifolium pratense');
  it('a sample at the least mass is heavy enough, below it is outside, without a figure nobody judges', () => {
    // Source: ISTA table of kinds (from memory): red clover 50 g.
    expect(judgeLeastMass('sample', new Exact(50), clover?.submittedG).outcome).toBe('within');
    expect(judgeLeastMass('sample', new Exact('49.9'), clover?.submittedG).outcome).toBe('outside');
    expect(judgeLeastMass('sample', new Exact(50), undefined).outcome).toBe('not-judged');
  });
  it('the largest lot has an excess of five percent', () => {
    expect(judgeLotMass(ISTA, new Exact(10_500), clover)?.outcome).toBe('within');
    expect(judgeLotMass(ISTA, new Exact('10500.1'), clover)?.outcome).toBe('outside');
    expect(judgeLotMass(ISTA, new Exact(1e6), undefined)).toBeNull();
  });
  it('fewer primary samples than asked stand outside', () => {
    const plan = planPrimarySamples(ISTA, { containers: 84, containerMassKg: 50 });
    expect([29, 30].map((taken) => judgePrimarySamples(taken, plan).outcome)).toEqual(['outside', 'within']);
  });
});
