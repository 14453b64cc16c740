import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { judgeDivider, planDivision } from './dividers.ts';

const masses = fc.double({ min: 1, max: 5000, noNaN: true });
const shares = fc.double({ min: 0.001, max: 1, noNaN: true });

describe('the way to a working sample', () => {
  // Source: ISTA and 7 CFR 201.43 (from memory): just not below the target, so one halving more would fall below it.
  it('halves until the next half would fall below the target, never below', () => {
    fc.assert(
      fc.property(masses, shares, (massG, share) => {
        const targetG = massG * share;
        const plan = planDivision('riffle', { massG, targetG });
        const last = plan.keptG.at(-1) ?? massG;
        expect(last).toBeGreaterThanOrEqual(targetG);
        expect(last / 2).toBeLessThan(targetG);
        expect(plan.passes).toBe(plan.keptG.length);
        expect(last).toBeCloseTo(massG / 2 ** plan.passes, 6);
      }),
    );
  });
  it('a rotary divider with two jars is a riffle; with more it never falls below and ends at or under twice the target', () => {
    fc.assert(
      fc.property(masses, shares, fc.integer({ min: 2, max: 16 }), (massG, share, jars) => {
        const targetG = massG * share;
        expect(planDivision('rotary', { massG, targetG, jars: 2 }).keptG).toEqual(
          planDivision('riffle', { massG, targetG }).keptG,
        );
        const last = planDivision('rotary', { massG, targetG, jars }).keptG.at(-1) ?? massG;
        expect(last).toBeGreaterThanOrEqual(targetG);
        expect((last * (jars - 1)) / jars).toBeLessThan(targetG);
      }),
    );
  });
  // Source: plain arithmetic, by hand: 1000 / 2 / 2 / 2 / 2 = 62.5, and 31.25 is below 60; 1000 × 1/8 = 125, × 4/8 = 62.5.
  it('worked by hand', () => {
    expect(planDivision('riffle', { massG: 1000, targetG: 60 }).keptG).toEqual([500, 250, 125, 62.5]);
    expect(planDivision('rotary', { massG: 1000, targetG: 60, jars: 8 }).keptG).toEqual([125, 62.5]);
    expect(planDivision('spoon', { massG: 100, targetG: 4, spoonG: 0.5 })).toMatchObject({ passes: 8, keptG: [4] });
    expect(planDivision('spoon', { massG: 100, targetG: 1, spoonG: 1 }).passes).toBe(5);
    expect(planDivision('riffle', { massG: 60, targetG: 60 }).passes).toBe(0);
  });
  it('shows how, a pass to a line', () => {
    expect(planDivision('riffle', { massG: 100, targetG: 25, jars: 1 }).steps).toEqual([
      { label: 'mix: pass the whole twice and pour it together', result: '100', unit: 'g' },
      { label: 'halving 1', expression: '100 / 2', result: '50', unit: 'g' },
      { label: 'halving 2', expression: '50 / 2', result: '25', unit: 'g' },
    ]);
    expect(planDivision('rotary', { massG: 1000, targetG: 60, jars: 8 }).steps.slice(1)).toEqual([
      { label: 'pass 1: keep 1 of 8 jars', expression: '1000 × 1 / 8', result: '125', unit: 'g' },
      { label: 'pass 2: keep 4 of 8 jars', expression: '125 × 4 / 8', result: '62.5', unit: 'g' },
    ]);
    expect(planDivision('spoon', { massG: 100, targetG: 4, spoonG: 0.5 }).steps.slice(1)).toEqual([
      {
        label: 'level spoonfuls, at least 5 from places all over the tray',
        expression: '4 / 0.5',
        result: '8',
      },
      { label: 'the sample', expression: '8 × 0.5', result: '4', unit: 'g' },
    ]);
  });
  it('spoons until the tray is empty, and no further', () => {
    expect(planDivision('spoon', { massG: 5, targetG: 1, spoonG: 1 }).keptG).toEqual([5]);
    expect(planDivision('spoon', { massG: 2.5, targetG: 1, spoonG: 0.5 }).keptG).toEqual([2.5]);
    expect(() => planDivision('spoon', { massG: 4.9, targetG: 1, spoonG: 1 })).toThrow(
      'spoonG: argument.spoon-too-large 5 1 4.9',
    );
    expect(() => planDivision('spoon', { massG: 9, targetG: 1, spoonG: 2 })).toThrow(
      'spoonG: argument.spoon-too-large',
    );
  });
  it.each([
    [{ massG: 0, targetG: 1 }, 'massG: argument.above'],
    [{ massG: 10, targetG: 11 }, 'targetG: argument.not-above-divided 10 11'],
    [{ massG: 10, targetG: 1, jars: 1 }, 'jars: argument.whole 2 16 1'],
  ])('refuses %o', (task, message) => {
    expect(() => planDivision('rotary', task)).toThrow(message);
  });
  it('says which half of a divider is too far from the other', () => {
    // Source: plain arithmetic, by hand: |52 − 48| / 100 = 4 %; |53 − 47| / 100 = 6 %; at 5 % it is still allowed.
    expect(judgeDivider(52, 48)).toMatchObject({ measured: 4, outcome: 'within' });
    expect(judgeDivider(52.5, 47.5)).toMatchObject({ measured: 5, outcome: 'near' });
    expect(judgeDivider(53, 47)).toMatchObject({ measured: 6, outcome: 'outside' });
    expect([48, 47].map((second) => judgeDivider(100 - second, second).next)).toEqual([
      'divider-in-order',
      'divider-out-of-order',
    ]);
    expect(judgeDivider(52, 48).steps[2]).toEqual({
      label: 'difference',
      expression: '|52 − 48| / 100',
      result: '4',
      unit: '%',
    });
    fc.assert(
      fc.property(masses, masses, (a, b) => {
        expect(judgeDivider(a, b).measured).toBe(judgeDivider(b, a).measured);
      }),
    );
    expect(() => judgeDivider(0, 0)).toThrow('firstG + secondG: argument.above');
  });
});
