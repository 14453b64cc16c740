import { describe, expect, it } from 'vitest';
import { judgeLeastMass } from '../rule-books/leastMass.ts';
import { AOSA, ISTA } from '../testing/books.ts';
import { Exact } from '../units/mass.ts';
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
  // By hand from the same rows: which containers are opened, and how the plan was come by.
  it('ISTA: says how many containers or units to open, and why', () => {
    const plan = (containers: number, containerMassKg: number) => {
      const { rule: _rule, ...all } = planPrimarySamples(ISTA, { containers, containerMassKg });
      return all;
    };
    expect(plan(6, 50)).toEqual({
      primarySamples: 12,
      containersToSample: 6,
      units: { toSample: 6, size: 1 },
      why: { is: 'from-each', units: 6, of: 'containers', each: 2 },
      steps: [{ label: '2 from each', expression: '2 × 6', result: '12' }],
    });
    expect(plan(40, 50)).toEqual({
      primarySamples: 20,
      containersToSample: 20,
      units: { toSample: 20, size: 1 },
      why: { is: 'in-all', units: 40, of: 'containers', samples: 20 },
      steps: [{ label: 'in all, at 40 containers', result: '20' }],
    });
    // Below 15 kg packets are put together into units of at most 100 kg: 8 of 12 kg; 84 packets are 11 units, one from each.
    expect(plan(84, 12)).toEqual({
      primarySamples: 11,
      containersToSample: 11,
      units: { toSample: 11, size: 8 },
      why: { is: 'from-each', units: 11, of: 'units', each: 1 },
      steps: [
        { label: 'containers in a unit of at most 100 kg', expression: '100 / 12', result: '8' },
        { label: 'sampling units', expression: '84 / 8, rounded up', result: '11' },
        { label: '1 from each', expression: '1 × 11', result: '11' },
      ],
    });
    // 200 packets of 12 kg are 25 units: 15 in all, from 15 of them. Three packets are one unit of three.
    expect(plan(200, 12)).toMatchObject({ primarySamples: 15, units: { toSample: 15, size: 8 } });
    expect(plan(3, 12)).toMatchObject({ primarySamples: 3, containersToSample: 1, units: { toSample: 1, size: 3 } });
    // 15 kg itself is a container; so is 100 kg, and above it the mass counts.
    expect(plan(60, 15)).toMatchObject({ primarySamples: 30, units: { toSample: 30, size: 1 } });
    expect(plan(60, 14.9)).toMatchObject({ primarySamples: 10 * 1, units: { toSample: 10, size: 6 } });
    expect(plan(3, 100).primarySamples).toBe(9);
    expect(plan(3, 100.1).primarySamples).toBe(6);
  });
  it('ISTA: containers over 100 kg go by the mass of the lot', () => {
    const plan = (containers: number, containerMassKg: number) =>
      planPrimarySamples(ISTA, { containers, containerMassKg });
    // 15 of 150 kg are 2250 kg: one per 300 kg, 8; the same number from each of 15 is 15. Of 20, 3000 kg ask for 10.
    expect(plan(15, 150)).toMatchObject({
      primarySamples: 15,
      containersToSample: 15,
      units: { toSample: 15, size: 1 },
      why: { is: 'by-mass', overKg: 100, massKg: 2250, onePerKg: 300, atLeast: 5 },
      steps: [
        { label: 'mass of the lot', expression: '15 × 150', result: '2250', unit: 'kg' },
        { label: 'one per 300 kg', expression: '2250 / 300, rounded up', result: '8' },
        { label: 'at least', result: '5' },
        { label: 'primary samples', result: '8' },
        { label: 'the same number from each', expression: '15 × 1', result: '15' },
      ],
    });
    expect(plan(20, 150)).toMatchObject({ primarySamples: 10, containersToSample: 10, units: { toSample: 10 } });
    expect(plan(3, 500)).toMatchObject({ primarySamples: 6, containersToSample: 3, units: { toSample: 3 } });
    expect(plan(3, 500).steps.at(-1)).toEqual({
      label: 'the same number from each',
      expression: '3 × 2',
      result: '6',
    });
    // 5 of 300 kg ask for 5, which is one from each already: nothing is rounded up.
    expect(plan(5, 300).steps.at(-1)).toEqual({ label: 'primary samples', result: '5' });
  });
  it('ISTA: a heap up to 500 kg has a least number only', () => {
    expect(planPrimarySamples(ISTA, { bulkMassKg: 400 })).toMatchObject({
      containersToSample: null,
      units: null,
      why: { is: 'by-mass', overKg: null, massKg: 400, onePerKg: null, atLeast: 5 },
      steps: [
        { label: 'at least', result: '5' },
        { label: 'primary samples', result: '5' },
      ],
    });
  });
  // Source: 7 CFR 201.41 (from memory): up to six bags every one, at least five cores; above, 5 bags and 10 %, at most 30.
  it('AOSA: the six-bag border, and the cap', () => {
    const plan = (bags: number) => planPrimarySamples(AOSA, { containers: bags, containerMassKg: 22.68 });
    expect(plan(4)).toMatchObject({
      primarySamples: 5,
      containersToSample: 4,
      units: { toSample: 4, size: 1 },
      rule: { row: '1 to 6 bags' },
      why: { is: 'every-bag', upTo: 6, atLeast: 5 },
    });
    expect(plan(6)).toMatchObject({
      primarySamples: 6,
      containersToSample: 6,
      rule: { row: '1 to 6 bags' },
      why: { is: 'every-bag', upTo: 6, atLeast: 5 },
    });
    expect(plan(7)).toMatchObject({
      containersToSample: 6,
      rule: { row: 'more than 6 bags' },
      why: { is: 'share-of-bags', above: 6, base: 5, percent: 10, most: 30 },
    });
    const rounding = { label: 'to the whole number, half up', result: '30' };
    expect(plan(250).steps.at(-1)).toEqual(rounding);
    expect(plan(254).steps.at(-1)).toEqual(rounding);
    expect(plan(255).steps.at(-1)).toEqual({ label: 'never more than', result: '30' });
  });
  it.each([
    [{ containers: 0, containerMassKg: 50 }, 'containers'],
    [{ containers: 2, containerMassKg: -1 }, 'containerMassKg'],
    [{ bulkMassKg: Number.NaN }, 'bulkMassKg'],
  ])('refuses %o by name', (subject, name) => {
    expect(() => planPrimarySamples(ISTA, subject)).toThrow(new RegExp(`^${name}: argument`));
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
    expect(judgeLotMass(ISTA, new Exact(10_500), clover)?.steps[1]).toMatchObject({ expression: '10000 × 1.05' });
    expect(judgeLotMass(ISTA, new Exact(1e6), undefined)).toBeNull();
  });
  it('fewer primary samples than asked stand outside', () => {
    const plan = planPrimarySamples(ISTA, { containers: 84, containerMassKg: 50 });
    expect([29, 30].map((taken) => judgePrimarySamples(taken, plan).outcome)).toEqual(['outside', 'within']);
  });
});
